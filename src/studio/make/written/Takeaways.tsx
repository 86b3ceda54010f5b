import { ChooseFile } from '../../frame/ChooseFile';
import { describeBytes } from '#core/catalogue';
import { NameOnIt } from '../inside/NameOnIt';
import type { Editing } from './written';
import { replaceIn } from './writtenFiles';
import { makeWrittenWords } from '#say/make/written';
const say = makeWrittenWords.takeaways;

/** The files of a lesson or a post that members take along. */
export function Takeaways({ written, edit, named }: Editing & { named: boolean }) {
  if (written.files.length === 0) return null;
  return (
    <section className="sec">
      <h3 className="mb-1">{say.downloads}</h3>
      <ul>
        {written.files.map((file) => (
          <li key={file.id} className="flex flex-wrap items-baseline gap-x-3 border-t border-line py-2">
            <span className="min-w-40 flex-1 break-words" dir="auto">
              {file.name} <span className="cap">{describeBytes(file.bytes)}</span>
            </span>
            <ChooseFile
              words={say.replace}
              label={say.replace2(file.name)}
              onFiles={([next]) => {
                if (next) replaceIn(edit, file.id, next);
              }}
            />
            <button
              className="opt"
              aria-label={say.remove(file.name)}
              onClick={() =>
                void edit((l) => {
                  l.files = l.files.filter((f) => f.id !== file.id);
                })
              }
            >
              {say.remove2}
            </button>
            <NameOnIt file={file} named={named} />
          </li>
        ))}
      </ul>
    </section>
  );
}
