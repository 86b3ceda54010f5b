import { KeelDrawing } from '../../ui/KeelDrawing';
import type { CheckoutPrice } from '../../wire';
import { useFormWords } from './formWords';

/** A remark stands under its sum; what is longer is read from the left. */
const ONE_LINE = 60;

/** What is bought line by line, what is due today, and what later. */
export function Bill({ price, title }: { price: CheckoutPrice; title: string }) {
  const words = useFormWords();
  const beside = [price.sending?.said ?? null, price.owned, price.tax, price.kept, price.credit].filter(
    (text) => text !== null,
  );
  return (
    <>
      <table className="w-full border-t-[5px] border-ink">
        <tbody>
          {price.bill.map((line, i) => (
            <tr key={i}>
              <td className={i === 0 ? 'pt-3' : 'pt-1'} dir="auto">
                {line.name || title}
                {line.dates.map((date) => (
                  <span key={date} className="cap block">
                    {date}
                  </span>
                ))}
              </td>
              <td className={`text-end ${i === 0 ? 'pt-3' : 'pt-1'}`}>{line.today}</td>
            </tr>
          ))}
          <tr className="text-lg font-semibold">
            <td className="pt-2">{words.dueToday}</td>
            <td className="pt-2 text-end" data-testid="due-today">
              {price.dueToday}
            </td>
          </tr>
          {beside.map((text, i) => (
            <tr key={i}>
              <td colSpan={2} className={`text-ink-2 ${text.length > ONE_LINE ? 'pt-1' : 'text-end'}`}>
                {text}
              </td>
            </tr>
          ))}
          {price.signIn !== null && (
            <tr>
              <td colSpan={2} className="text-end">
                <a className="link" href="/member">
                  {price.signIn}
                </a>
              </td>
            </tr>
          )}
          {price.laters.map((later, i) => (
            <Later key={i} later={later} first={i === 0} named={price.bill.length > 1} />
          ))}
        </tbody>
      </table>
      {price.layout !== null && (
        <KeelDrawing layout={price.layout} hatch="co-hatch" small inHand={null} onHold={() => undefined} />
      )}
      {price.ends && <p className="text-access">{price.access}</p>}
    </>
  );
}

function Later({ later, first, named }: { later: CheckoutPrice['laters'][number]; first: boolean; named: boolean }) {
  const words = useFormWords();
  return (
    <>
      <tr className="text-lg">
        <td className="pt-1 align-baseline">{first ? words.dueLater : ''}</td>
        <td className="pt-1 text-end" data-testid="due-later">
          {later.later}
        </td>
      </tr>
      {later.words !== '' && (
        <tr>
          <td colSpan={2} className="text-ink-2" data-testid="later-words">
            {named && later.name !== '' && (
              <b className="font-semibold" dir="auto">
                {later.name}:{' '}
              </b>
            )}
            {later.words}
          </td>
        </tr>
      )}
    </>
  );
}
