import { useLiveQuery } from 'dexie-react-hooks';
import { Link, useParams } from 'react-router';
import { receiptMessage, refundMessage, signInMessage, type Message } from '#core/messages';
import type { Order, Refund } from '#core/shop';
import { db } from '../data/db';
import { useAboutQuery } from '../data/ownerApi';
import type { Draft } from '../data/draft';
import { Panes } from '../frame/Panes';

const MESSAGES = [
  { id: 'receipt', name: 'Receipt', when: 'the moment an order is paid' },
  { id: 'refund', name: 'Money given back', when: 'when a refund has gone through' },
  { id: 'sign-in', name: 'Sign-in link', when: 'when a member asks for one' },
] as const;

/** Follow up: the messages that go out by themselves, shown as they go out, made from a real order. */
export function FollowUpStage({ draft }: { draft: Draft }) {
  const { message = 'receipt' } = useParams();
  const { data: about } = useAboutQuery();
  const chosen = MESSAGES.find((m) => m.id === message) ?? MESSAGES[0];
  const { shop } = draft.content;
  const setting = { shop, real: about?.mode === 'real' };
  const made = useLiveQuery(async (): Promise<Message | null> => {
    const link = { url: `${about?.publicAddress ?? ''}/member/enter/…`, days: 3, minutes: 30 };
    if (chosen.id === 'sign-in') return signInMessage(setting, link);
    const refund = chosen.id === 'refund' ? (await db.refunds.toArray()).findLast((r) => r.status === 'paid') : undefined;
    const order = chosen.id === 'refund' ? (refund && (await db.orders.get(refund.orderId))) : await db.orders.orderBy('number').last();
    if (!order) return null;
    const person = await db.people.get(order.personId);
    const passes = await db.passes.bulkGet(order.passIds);
    const closed = passes.flatMap((p) => (p?.closed ? [draft.content.products.find((x) => x.id === p.productId)?.title ?? ''] : []));
    return chosen.id === 'refund' ? refundMessage(setting, order as unknown as Order, refund as unknown as Refund, person?.name ?? '', closed) : receiptMessage(setting, order as unknown as Order, person?.name ?? '', link);
  }, [chosen.id, shop, about?.publicAddress, about?.mode]);
  return (
    <Panes
      draft={draft}
      indexName="Messages"
      index={<><div className="group !pt-0">Go out by themselves</div>{MESSAGES.map((m) => <Link key={m.id} className="row" to={`/follow-up/${m.id}`} aria-current={m.id === chosen.id ? 'true' : undefined}><b>{m.name}</b><span>{m.when}</span></Link>)}</>}
      sheet={
        <>
          <h1>{chosen.name}</h1>
          <p className="lead mt-1 text-ink-2">Goes out {chosen.when}.</p>
          {made === null && <p className="sec mt-4">As soon as there is an order to make it from, the message stands here word for word.</p>}
          {made && (
            <article className="mt-5 max-w-xl border border-line bg-field px-6 py-5" aria-label="The message as it goes out">
              <h3 dir="auto">{made.subject}</h3>
              <p className="cap border-b border-line pb-2">from {shop.name}, {shop.senderAddress}</p>
              <p className="mt-3 break-words whitespace-pre-line" dir="auto">{made.text}</p>
            </article>
          )}
        </>
      }
      outcome={<><h2>What buyers get</h2><p className="mt-2 text-ink-2">{chosen.id === 'sign-in' ? 'One link, for 30 minutes, used up by pressing a button; a mail scanner that follows it changes nothing.' : 'Made from your latest order, with the same words that were sent. The sign-in link is made fresh for each message.'}</p>{about && about.mode !== 'real' && <p className="mt-3"><a className="plain-link" href="/standin/mail/" target="_blank" rel="noopener">Read every message this test shop has sent</a></p>}</>}
    />
  );
}
