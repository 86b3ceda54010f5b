import type { BlockOf } from '#core/pages';
import { usePageView } from '../view';
import { BlockTitle } from './BlockTitle';

/** A button for each file of what was bought. */
export function Downloads({ block }: { block: BlockOf<'downloads'> }) {
  const view = usePageView();
  return (
    <section className="my-8">
      <BlockTitle block={block} label="Title of the downloads" />
      {view.order === null && <p className="mt-2 text-ink-2">Here the buyer finds a button for each file.</p>}
      {view.order?.things.map((thing, i) => (
        <div key={i} className="mt-3 border-t border-line pt-3">
          <h3 dir="auto">{thing.title}</h3>
          {thing.state === 'closed' && <p className="text-ink-2">{view.words.accessClosed}</p>}
          {thing.read !== null && thing.state === 'open' && (
            <p className="py-2">
              <a className="btn btn-primary btn-touch" href={thing.read.href}>
                {thing.read.label}
              </a>
            </p>
          )}
          <ul>
            {thing.files.map((file) => (
              <li key={file.href} className="flex items-center justify-between gap-4 py-2">
                <span className="min-w-0 break-words" dir="auto">
                  {file.name} <span className="cap whitespace-nowrap">{file.size}</span>
                </span>
                <a
                  className="btn btn-quiet btn-touch shrink-0"
                  href={file.href}
                  aria-label={`${file.elsewhere ? view.words.open : view.words.download} ${file.name}`}
                  {...(file.elsewhere ? { target: '_blank', rel: 'noopener' } : {})}
                >
                  {file.elsewhere ? view.words.open : view.words.download}
                </a>
              </li>
            ))}
          </ul>
        </div>
      ))}
    </section>
  );
}

/** What was bought and paid, and what is due later, if anything is. */
export function Recap({ block }: { block: BlockOf<'recap'> }) {
  const view = usePageView();
  return (
    <section className="my-8">
      <BlockTitle block={block} label="Title of the recap" />
      {view.order === null ? (
        <p className="mt-2 text-ink-2">Here the buyer reads what was bought, what was paid and the order’s number.</p>
      ) : (
        <table className="mt-2 w-full">
          <tbody>
            {view.order.lines.map((line, i) => (
              <tr key={i}>
                <td className="py-1" dir="auto">
                  {line.title}
                </td>
                <td className="py-1 text-end">{line.amount}</td>
              </tr>
            ))}
            <tr className="border-t border-line font-semibold">
              <td className="py-2">{view.words.paid}</td>
              <td className="py-2 text-end">{view.order.paid}</td>
            </tr>
          </tbody>
        </table>
      )}
      {view.order?.later.map((text, i) => (
        <p key={i} className="mt-2">
          <b className="font-semibold">{view.words.dueLater}</b> {text}
        </p>
      ))}
      {view.order !== null && (
        <p className="text-ink-2">
          {view.words.order(view.order.number)}
          {view.order.later.length === 0 && view.words.nothingLater}
          {view.words.receiptComes}
        </p>
      )}
    </section>
  );
}
