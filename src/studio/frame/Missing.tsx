import { useState } from 'react';
import type { Finding } from '#core/release';
import { change } from '../data/draft';
import { frameWords } from '#say/frame';
const say = frameWords.missing;

/** The first thing of every outcome: what is missing, in one place, three at most until asked for more. */
export function Missing({ findings }: { findings: readonly Finding[] }) {
  const [all, setAll] = useState(false);
  if (findings.length === 0) return <p className="cap">{say.readyPublish}</p>;
  const shown = all ? findings : findings.slice(0, 3);
  return (
    <ul className="space-y-1.5">
      {shown.map((finding, i) => (
        <li key={i}>
          <b className={finding.level === 'stops' ? 'text-alarm' : ''}>
            {finding.level === 'stops' ? say.mustFix : say.suggestion}
          </b>{' '}
          {finding.text}
          {finding.mend && <MendIt mend={finding.mend} />}
        </li>
      ))}
      {findings.length > shown.length && (
        <li>
          <button className="opt" onClick={() => setAll(true)}>
            {say.more(findings.length - shown.length)}
          </button>
        </li>
      )}
    </ul>
  );
}

/** One press that mends what was found; it can be undone like any edit. */
function MendIt({ mend: { label, kind, id, of } }: { mend: NonNullable<Finding['mend']> }) {
  return (
    <>
      {' '}
      <button className="opt" onClick={() => void change(kind, id, (found) => void Object.assign(found, of(found)))}>
        {label}
      </button>
    </>
  );
}
