import { useState } from 'react';
import { Rich } from '../../ui/Rich';
import { useLearnWords } from './learnWords';
import { Played } from './Played';
import type { LessonBlockView, LessonView } from './view';

/** What a lesson or a post is made of, in the order in which it is read. */
export function Blocks({ blocks, own, onEnded }: Omit<Read, 'block'> & { blocks: readonly LessonBlockView[] }) {
  return blocks.map((block) => <Block key={`${block.kind}${block.id}`} block={block} own={own} onEnded={onEnded} />);
}

interface Read {
  block: LessonBlockView;
  /** Where places are told; null where none are kept. */
  own: LessonView['own'];
  onEnded: (id: string) => void;
}

function Block({ block, own, onEnded }: Read) {
  switch (block.kind) {
    case 'words':
      return <Rich text={block.text} className="prose-words lesson-words" />;
    case 'picture':
      return <img className="lesson-picture" src={block.src} alt={block.alt} loading="lazy" />;
    case 'sound':
    case 'film':
      return <Played block={block} own={own} onEnded={() => onEnded(block.id)} />;
    case 'film-elsewhere':
      return <Elsewhere block={block} />;
  }
}

/** A film of another host: nothing of it is asked for before somebody has pressed. */
function Elsewhere({ block }: { block: Extract<LessonBlockView, { kind: 'film-elsewhere' }> }) {
  const words = useLearnWords();
  const [on, setOn] = useState(false);
  return (
    <figure className="lesson-elsewhere">
      {on ? (
        <iframe
          src={block.url}
          title={block.title || block.host}
          allow="fullscreen"
          sandbox="allow-scripts allow-same-origin allow-presentation"
          referrerPolicy="no-referrer"
        />
      ) : (
        <div className="lesson-press">
          {block.title !== '' && (
            <b className="font-semibold" dir="auto">
              {block.title}
            </b>
          )}
          <p className="cap">{words.elsewhere(block.host)}</p>
          <p className="mt-2 flex flex-wrap gap-3">
            <button className="btn btn-quiet" onClick={() => setOn(true)}>
              {words.play}
            </button>
            <a className="plain-link self-center" href={block.url} target="_blank" rel="noopener noreferrer">
              {words.openElsewhere}
            </a>
          </p>
        </div>
      )}
    </figure>
  );
}
