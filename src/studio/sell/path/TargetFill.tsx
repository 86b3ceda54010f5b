import { linkProblem } from '#core/catalogue';
import type { DraftContent } from '#core/documents';
import type { Path, Step, Target } from '#core/paths';
import { ChoiceFill, TextFill } from '../../price/Fill';
import { keyOf, targetOf, targetsOf } from './targets';
import { sellPathWords } from '#say/sell/path';
const say = sellPathWords.targetFill;

/** Where something leads, as a choice; a page held elsewhere by its address. */
export function TargetFill({
  content,
  path,
  without = null,
  label,
  value,
  none,
  onChange,
}: {
  content: DraftContent;
  path: Path;
  /** The step that leads there: it is no choice. */
  without?: Step | null;
  label: string;
  value: Target | null;
  /** What stands there where nothing is named; chosen again, nothing is. */
  none?: string;
  onChange: (to: Target | null) => void;
}) {
  const wrong = value?.kind === 'elsewhere' ? linkProblem({ url: value.href }) : null;
  const choices = targetsOf(content, path, without);
  const now = keyOf(value);
  return (
    <>
      <ChoiceFill
        label={label}
        value={now}
        choices={[
          ...(none !== undefined ? [['', none] as const] : value === null ? [['', say.nowhereYet] as const] : []),
          ...(now === '' || choices.some(([key]) => key === now) ? [] : [[now, say.somethingDeleted] as const]),
          ...choices,
        ]}
        onChange={(key) => {
          const to = targetOf(key);
          if (to !== null || none !== undefined) onChange(to);
        }}
      />
      {value?.kind === 'elsewhere' && (
        <>
          {' '}
          <TextFill
            label={say.itsAddress(label)}
            placeholder="https://"
            most={2_000}
            value={value.href}
            invalid={wrong !== null}
            onChange={(href) => onChange({ ...value, href })}
          />
          {wrong !== null && <span className="wrong"> {wrong}</span>}{' '}
          <label className="whitespace-nowrap text-ink-2">
            <input
              type="checkbox"
              className="checkbox checkbox-xs"
              aria-label={say.passOrderDetails(label)}
              checked={value.facts ?? false}
              onChange={(e) =>
                onChange({ kind: 'elsewhere', href: value.href, ...(e.target.checked ? { facts: true as const } : {}) })
              }
            />{' '}
            {say.orderDetailsSigned}
          </label>
        </>
      )}
    </>
  );
}
