import { goOnAt } from '../../frame/goOnAt';
import { ChooseFile } from '../../frame/ChooseFile';
import { useState } from 'react';
import { type LessonBlock, linkProblem, richFromPlain } from '#core/catalogue';
import { newId } from '../../data/ids';
import { RichField } from '../../sell/RichField';
import { Preview } from '../Preview';
import type { Editing, EditWritten } from './written';
import { addCaptions, addTo, replaceIn, setPoster } from './writtenFiles';
import { makeWrittenWords } from '#say/make/written';
const say = makeWrittenWords.writtenBlocks;

/** What a lesson or a post is made of, in the order in which it is read. */
export function WrittenBlocks({ written, edit }: Editing) {
  function add(block: LessonBlock): void {
    void edit((l) => {
      l.blocks.push(block);
    });
    goOnAt(`[data-part="${block.id}"]`, '[contenteditable="true"], input');
  }
  return (
    <section className="sec mt-3">
      {written.blocks.map((block, i) => (
        <BlockEditor key={block.id} written={written} edit={edit} block={block} at={i} />
      ))}
      <p className="mt-2 flex flex-wrap items-baseline gap-x-5">
        <span className="cap">{say.add}</span>
        <button className="opt" onClick={() => add({ id: newId('blk'), kind: 'words', text: richFromPlain('') })}>
          {say.addText}
        </button>
        <ChooseFile
          words={say.pictureAudioVideoFile}
          label={say.addPictureAudioVideo}
          several
          onFiles={(files) => {
            for (const file of files) addTo(edit, file);
          }}
        />
        <button className="opt" onClick={() => add({ id: newId('blk'), kind: 'film-elsewhere', title: '', url: '' })}>
          {say.videoHostedElsewhere}
        </button>
      </p>
    </section>
  );
}

const NAMES: Record<LessonBlock['kind'], string> = {
  words: say.textBlock,
  picture: say.picture,
  sound: say.sound,
  film: say.film,
  'film-elsewhere': say.filmElsewhere,
};

function BlockEditor({ written, edit, block, at }: Editing & { block: LessonBlock; at: number }) {
  const name = `${NAMES[block.kind]} ${at + 1}`;
  const editBlock = (recipe: (b: LessonBlock) => void): void =>
    void edit((l) => {
      const found = l.blocks.find((b) => b.id === block.id);
      if (found) recipe(found);
    });
  const move = (by: -1 | 1): void =>
    void edit((l) => {
      const [moved] = l.blocks.splice(at, 1);
      if (moved) l.blocks.splice(at + by, 0, moved);
    });
  return (
    <div className="lesson-block" role="group" aria-label={name} data-part={block.id}>
      <p className="lesson-block-acts">
        <span className="cap">{NAMES[block.kind]}</span>
        {at > 0 && (
          <button className="opt" aria-label={say.moveUp(name)} onClick={() => move(-1)}>
            {say.up}
          </button>
        )}
        {at < written.blocks.length - 1 && (
          <button className="opt" aria-label={say.moveDown(name)} onClick={() => move(1)}>
            {say.down}
          </button>
        )}
        <button
          className="opt"
          aria-label={say.remove(name)}
          onClick={() =>
            void edit((l) => {
              l.blocks = l.blocks.filter((b) => b.id !== block.id);
            })
          }
        >
          {say.remove2}
        </button>
      </p>
      {block.kind === 'words' && (
        <RichField
          label={say.textAt(at + 1)}
          placeholder={say.writeHere}
          className="prose-words typed !block"
          value={block.text}
          onChange={(text) =>
            editBlock((b) => {
              if (b.kind === 'words') b.text = text;
            })
          }
        />
      )}
      {block.kind === 'picture' && (
        <>
          <Preview file={block.file} />
          <input
            className="bare w-full"
            aria-label={say.descriptionPicture(at + 1)}
            placeholder={say.describePicturePeopleWho}
            dir="auto"
            value={block.alt}
            onChange={(event) =>
              editBlock((b) => {
                if (b.kind === 'picture') b.alt = event.target.value.slice(0, 300);
              })
            }
          />
        </>
      )}
      {(block.kind === 'sound' || block.kind === 'film') && (
        <PlayedEditor edit={edit} block={block} name={name} onEdit={editBlock} />
      )}
      {block.kind === 'film-elsewhere' && <ElsewhereEditor block={block} name={name} onEdit={editBlock} />}
    </div>
  );
}

type Played = Extract<LessonBlock, { kind: 'sound' | 'film' }>;

function PlayedEditor({
  edit,
  block,
  name,
  onEdit,
}: {
  edit: EditWritten;
  block: Played;
  name: string;
  onEdit: (recipe: (b: LessonBlock) => void) => void;
}) {
  const [wrong, setWrong] = useState<string | null>(null);
  return (
    <>
      <input
        className="bare w-full"
        aria-label={say.titleOf(name)}
        placeholder={say.whatAbout}
        dir="auto"
        value={block.title}
        onChange={(event) =>
          onEdit((b) => {
            if (b.kind === block.kind) b.title = event.target.value.slice(0, 200);
          })
        }
      />
      <Preview file={block.file} />
      <p className="mt-1 flex flex-wrap items-baseline gap-x-4">
        <span className="cap break-words" dir="auto">
          {block.file.name}
        </span>
        <ChooseFile
          words={say.replace}
          label={say.replace2(name)}
          accept={block.kind === 'film' ? 'video/*' : 'audio/*'}
          onFiles={([file]) => {
            if (file) replaceIn(edit, block.file.id, file);
          }}
        />
        {block.kind === 'film' && (
          <span>
            <ChooseFile
              words={block.poster ? say.replaceCoverPicture : say.addCoverPicture}
              label={say.coverPicture(name)}
              accept="image/png,image/jpeg,image/webp"
              onFiles={([file]) => {
                if (file) setPoster(edit, block.id, file);
              }}
            />
            {block.poster && (
              <>
                {' '}
                <span className="cap break-words" dir="auto">
                  {block.poster.name}
                </span>{' '}
                <button
                  className="opt"
                  aria-label={say.removeCoverPicture(name)}
                  onClick={() =>
                    onEdit((b) => {
                      if (b.kind === 'film') b.poster = null;
                    })
                  }
                >
                  {say.remove3}
                </button>
              </>
            )}
          </span>
        )}
        {block.captions.map((caption, i) => (
          <span key={caption.file.id}>
            <input
              className="fill !text-[15px]"
              size={4}
              aria-label={say.captionLanguage(i + 1, name)}
              value={caption.language}
              onChange={(event) =>
                onEdit((b) => {
                  const found = b.kind === block.kind ? b.captions[i] : undefined;
                  if (found) found.language = event.target.value.slice(0, 35);
                })
              }
            />{' '}
            {say.captions}{' '}
            <button
              className="opt"
              aria-label={say.removeCaptions(i + 1, name)}
              onClick={() =>
                onEdit((b) => {
                  if (b.kind === block.kind) b.captions.splice(i, 1);
                })
              }
            >
              {say.remove3}
            </button>
          </span>
        ))}
        <ChooseFile
          words={say.addCaptions}
          label={say.addCaptionsTo(name)}
          accept=".vtt,text/vtt"
          onFiles={([file]) => {
            setWrong(null);
            if (file) addCaptions(edit, block.id, file, setWrong);
          }}
        />
      </p>
      {wrong !== null && (
        <p className="wrong" role="alert">
          {wrong}
        </p>
      )}
    </>
  );
}

function ElsewhereEditor({
  block,
  name,
  onEdit,
}: {
  block: Extract<LessonBlock, { kind: 'film-elsewhere' }>;
  name: string;
  onEdit: (recipe: (b: LessonBlock) => void) => void;
}) {
  const problem = block.url === '' ? null : linkProblem(block);
  const set = (field: 'title' | 'url', most: number) => (event: { target: { value: string } }) =>
    onEdit((b) => {
      if (b.kind === 'film-elsewhere') b[field] = event.target.value.slice(0, most);
    });
  return (
    <>
      <p className="sentence">
        <input
          className="fill"
          aria-label={say.titleOf(name)}
          placeholder={say.title}
          dir="auto"
          value={block.title}
          onChange={set('title', 200)}
        />{' '}
        {say.playsFrom}{' '}
        <input
          className="fill"
          aria-label={say.addressOf(name)}
          placeholder="https://"
          aria-invalid={problem !== null}
          value={block.url}
          onChange={set('url', 2_000)}
        />
        .
      </p>
      <p className="cap">{say.addressContactedOnlyWhen}</p>
      {problem !== null && <p className="wrong">{problem}</p>}
    </>
  );
}
