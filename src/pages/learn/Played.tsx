import { type SyntheticEvent, useRef } from 'react';
import { useLearnWords } from './learnWords';
import { sendPlace } from './sending';
import type { LessonBlockView, LessonView } from './view';

type PlayedBlock = Extract<LessonBlockView, { kind: 'sound' | 'film' }>;

const SPEEDS = [0.75, 1, 1.25, 1.5, 2];
/** A place is told when playing stops, and so often while it goes on. */
const TOLD_EVERY_MS = 20_000;

/** A sound or a film of the shop's own, played in parts; it begins where this person was, on whichever device. */
export function Played({ block, own, onEnded }: { block: PlayedBlock; own: LessonView['own']; onEnded: () => void }) {
  const words = useLearnWords();
  const player = useRef<HTMLMediaElement | null>(null);
  const told = useRef(0);
  const begun = useRef(false);

  function begin(media: HTMLMediaElement): void {
    // Once: whoever goes back to the start, or chooses another speed, is not led away again.
    if (begun.current) return;
    begun.current = true;
    if (own) media.playbackRate = own.speed;
    // Where it ended there is nothing to go on with.
    if (block.at > 1 && block.at < media.duration - 2) media.currentTime = block.at;
  }

  function tell(media: HTMLMediaElement): void {
    if (!own) return;
    told.current = performance.now();
    void sendPlace(own, { fileId: block.id, seconds: media.currentTime, speed: media.playbackRate });
  }

  const on = {
    ref: (media: HTMLMediaElement | null) => {
      player.current = media;
      // What was known before this script came is not told again.
      if (media && media.readyState >= 1 && media.currentTime === 0) begin(media);
    },
    onLoadedMetadata: (event: SyntheticEvent<HTMLMediaElement>) => begin(event.currentTarget),
    onPause: (event: SyntheticEvent<HTMLMediaElement>) => tell(event.currentTarget),
    onTimeUpdate: (event: SyntheticEvent<HTMLMediaElement>) => {
      if (!event.currentTarget.paused && performance.now() - told.current > TOLD_EVERY_MS) tell(event.currentTarget);
    },
    onEnded: (event: SyntheticEvent<HTMLMediaElement>) => {
      tell(event.currentTarget);
      onEnded();
    },
    controls: true,
    preload: 'metadata' as const,
    src: block.src,
    'aria-label': block.title,
  };
  const tracks = block.captions.map((caption, i) => (
    <track
      key={caption.src}
      kind="captions"
      srcLang={caption.language}
      label={caption.name}
      src={caption.src}
      default={i === 0}
    />
  ));
  return (
    <figure className="lesson-played">
      {block.title !== '' && <figcaption dir="auto">{block.title}</figcaption>}
      {block.kind === 'film' ? (
        <video {...on} playsInline {...(block.poster ? { poster: block.poster } : {})}>
          {tracks}
        </video>
      ) : (
        <audio {...on}>{tracks}</audio>
      )}
      {own && (
        <label className="cap">
          {words.speed}{' '}
          <select
            className="speed"
            defaultValue={String(own.speed)}
            onChange={(event) => {
              const media = player.current;
              if (!media) return;
              media.playbackRate = Number(event.target.value);
              tell(media);
            }}
          >
            {SPEEDS.map((speed) => (
              <option key={speed} value={speed}>
                {speed} ×
              </option>
            ))}
          </select>
        </label>
      )}
    </figure>
  );
}
