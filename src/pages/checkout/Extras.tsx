import type { CheckoutExtra } from '../../wire';

const LOOK: Record<CheckoutExtra['strength'], string> = {
  quiet: 'border border-line',
  clear: 'border-2 border-ink',
  loud: 'border-[3px] border-draft bg-surface',
};

/** What can be ticked: what it is, and what it adds today and later, said before it is ticked. */
export function Extras({
  extras,
  ticked,
  onTick,
}: {
  extras: readonly CheckoutExtra[];
  /** By their ids, from the press on: what they come to follows with the shop’s answer. */
  ticked: readonly string[];
  onTick: (id: string, on: boolean) => void;
}) {
  return (
    <div className="space-y-3">
      {extras.map((extra) => (
        <label key={extra.id} className={`flex cursor-pointer gap-3 px-4 py-3 ${LOOK[extra.strength]}`}>
          <input
            type="checkbox"
            className="checkbox mt-0.5 shrink-0"
            name="extra"
            value={extra.id}
            checked={ticked.includes(extra.id)}
            onChange={(event) => onTick(extra.id, event.target.checked)}
          />
          <span>
            <b className="block font-semibold" dir="auto">
              {extra.heading}
            </b>
            {extra.text !== '' && (
              <span className="block text-ink-2" dir="auto">
                {extra.text}
              </span>
            )}
            <span className="block">{extra.statement}</span>
          </span>
        </label>
      ))}
    </div>
  );
}
