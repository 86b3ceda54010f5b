import type { CheckoutExtra } from '../../wire';
import { useFormWords } from './formWords';

const STRENGTH: Record<CheckoutExtra['strength'], string> = {
  quiet: 'border border-line',
  clear: 'border-2 border-ink',
  loud: 'border-[3px] border-draft bg-surface',
};

/** What can be added: what it is, and what it adds today and later, said before it is. */
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
        <label
          key={extra.id}
          className={`extra flex cursor-pointer flex-wrap gap-3 px-4 py-3 ${STRENGTH[extra.strength]}`}
        >
          {/* One box whatever it looks like: it can be ticked before the page comes to life, and is read then. */}
          <input
            type="checkbox"
            role={extra.look === 'switch' ? 'switch' : undefined}
            className={BOX[extra.look]}
            name="extra"
            value={extra.id}
            checked={ticked.includes(extra.id)}
            onChange={(event) => onTick(extra.id, event.target.checked)}
          />
          {extra.picture && <img src={extra.picture.src} alt={extra.picture.alt} className="size-16 object-cover" />}
          <span className="min-w-44 flex-1">
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
          {extra.look === 'button' && <AddWords />}
        </label>
      ))}
    </div>
  );
}

const BOX: Record<CheckoutExtra['look'], string> = {
  tick: 'checkbox mt-0.5 shrink-0',
  switch: 'toggle mt-0.5 shrink-0',
  button: 'extra-box',
};

/** What stands on the button: which of the two is seen is the box's to say. */
function AddWords() {
  const words = useFormWords();
  return (
    <span className="btn btn-quiet btn-touch w-full self-center sm:w-auto" aria-hidden="true">
      <span className="extra-off">{words.addIt}</span>
      <span className="extra-on">{words.added}</span>
    </span>
  );
}
