import { ChooseFile } from '../../frame/ChooseFile';
import { useState } from 'react';
import { type LessonBlock, linkProblem, richFromPlain } from '#core/catalogue';
import { newId } from '../../data/ids';
import { RichField } from '../../sell/RichField';
import { Preview } from '../Preview';
import type { Editing, EditWritten } from './written';
import { addCaptions, addTo, replaceIn, setPoster } from './writtenFiles';

/** What a lesson or a post is made of, in the order in which it is read. */
export function WrittenBlocks({ written, edit }: Editing) {
  const add = (block: LessonBlock): void =>
    void edit((l) => {
      l.blocks.push(block);
    });
  return (
    <section className="sec mt-3">
      {written.blocks.map((block, i) => (
        <BlockEditor key={block.id} written={written} edit={edit} block={block} at={i} />
      ))}
      <p className="mt-2 flex flex-wrap items-baseline gap-x-5">
        <span className="cap">Add:</span>
        <button className="opt" onClick={() => add({ id: newId('blk'), kind: 'words', text: richFromPlain('') })}>
          text
        </button>
        <ChooseFile
          words="picture, sound, film or file"
          label="Add a picture, sound, film or file"
          several
          onFiles={(files) => {
            for (const file of files) addTo(edit, file);
          }}
        />
        <button className="opt" onClick={() => add({ id: newId('blk'), kind: 'film-elsewhere', title: '', url: '' })}>
          film held elsewhere
        </button>
      </p>
    </section>
  );
}

const NAMES: Record<LessonBlock['kind'], string> = {
  words: 'text',
  picture: 'picture',
  sound: 'sound',
  film: 'film',
  'film-elsewhere': 'film held elsewhere',
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
    <div className="lesson-block" role="group" aria-label={name}>
      <p className="lesson-block-acts">
        <span className="cap">{NAMES[block.kind]}</span>
        {at > 0 && (
          <button className="opt" aria-label={`Move up ${name}`} onClick={() => move(-1)}>
            Up
          </button>
        )}
        {at < written.blocks.length - 1 && (
          <button className="opt" aria-label={`Move down ${name}`} onClick={() => move(1)}>
            Down
          </button>
        )}
        <button
          className="opt"
          aria-label={`Take out ${name}`}
          onClick={() =>
            void edit((l) => {
              l.blocks = l.blocks.filter((b) => b.id !== block.id);
            })
          }
        >
          Take out
        </button>
      </p>
      {block.kind === 'words' && (
        <RichField
          label={`Text ${at + 1}`}
          placeholder="What is there to read?"
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
            aria-label={`Picture ${at + 1} in words`}
            placeholder="What is on it, for people who cannot see it?"
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
        aria-label={`Title of ${name}`}
        placeholder="What is heard or seen?"
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
          words="Replace"
          label={`Replace ${name}`}
          accept={block.kind === 'film' ? 'video/*' : 'audio/*'}
          onFiles={([file]) => {
            if (file) replaceIn(edit, block.file.id, file);
          }}
        />
        {block.kind === 'film' && (
          <span>
            <ChooseFile
              words={block.poster ? 'Another picture before it plays' : 'Add a picture before it plays'}
              label={`Picture before ${name} plays`}
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
                  aria-label={`Take out the picture before ${name} plays`}
                  onClick={() =>
                    onEdit((b) => {
                      if (b.kind === 'film') b.poster = null;
                    })
                  }
                >
                  take out
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
              aria-label={`Language of captions ${i + 1} of ${name}`}
              value={caption.language}
              onChange={(event) =>
                onEdit((b) => {
                  const found = b.kind === block.kind ? b.captions[i] : undefined;
                  if (found) found.language = event.target.value.slice(0, 35);
                })
              }
            />{' '}
            captions{' '}
            <button
              className="opt"
              aria-label={`Take out captions ${i + 1} of ${name}`}
              onClick={() =>
                onEdit((b) => {
                  if (b.kind === block.kind) b.captions.splice(i, 1);
                })
              }
            >
              take out
            </button>
          </span>
        ))}
        <ChooseFile
          words="Add captions"
          label={`Add captions to ${name}`}
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
          aria-label={`Title of ${name}`}
          placeholder="What it is called"
          dir="auto"
          value={block.title}
          onChange={set('title', 200)}
        />{' '}
        plays from{' '}
        <input
          className="fill"
          aria-label={`Address of ${name}`}
          placeholder="https://"
          aria-invalid={problem !== null}
          value={block.url}
          onChange={set('url', 2_000)}
        />
        .
      </p>
      <p className="cap">Nothing is asked of that address before a member presses play.</p>
      {problem !== null && <p className="wrong">{problem}</p>}
    </>
  );
}
