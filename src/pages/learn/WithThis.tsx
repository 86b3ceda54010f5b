import { useLearnWords } from './learnWords';
import type { LessonView } from './view';

/** What there is to take along. */
export function WithThis({ files }: { files: LessonView['files'] }) {
  const words = useLearnWords();
  if (files.length === 0) return null;
  return (
    <section className="with-this">
      <h2>{words.withThis}</h2>
      <ul>
        {files.map((file) => (
          <li key={file.id}>
            <a className="plain-link" href={file.href} dir="auto">
              {file.name}
            </a>{' '}
            <span className="cap">{file.size}</span>
          </li>
        ))}
      </ul>
    </section>
  );
}
