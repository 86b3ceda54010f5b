import { calledBySeller } from '#core/people';
import { useLiveQuery } from 'dexie-react-hooks';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { type Agreement, cardChargeOf } from '#core/agreements';
import {
  AGREEMENT_LETTERS,
  type AgreementLetterKind,
  agreementMessage,
  letterOn,
  type Message,
  receiptMessage,
  refundMessage,
  restInWords,
  signInMessage,
} from '#core/messages';
import { localesOf } from '#core/catalogue';
import { LANGUAGE_NAMES, languageOf } from '#core/words';
import { agreementForLetter } from '../data/queries/agreements';
import { orderForLetter } from '../data/queries/orders';
import { useAboutQuery } from '../data/ownerApi';
import type { Draft } from '../data/draft';
import { ChoiceFill } from '../price/Fill';
import { Panes } from '../frame/Panes';

const MESSAGES = [
  { id: 'receipt', name: 'Receipt', when: 'the moment an order is paid' },
  { id: 'refund', name: 'Money given back', when: 'when a refund has gone through' },
  { id: 'sign-in', name: 'Sign-in link', when: 'when a member asks for one' },
] as const;

/** How long the link in a message lasts, as the shop makes it. */
const LINK_DAYS = 3;

interface Setting {
  draft: Draft;
  locale: string;
  real: boolean;
  /** Where a sign-in link would lead. */
  url: string;
}

/** Follow up: the messages that go out by themselves, shown as they go out, made from what is real. */
export default function FollowUpStage({ draft }: { draft: Draft }) {
  const { message = 'receipt' } = useParams();
  const { data: about } = useAboutQuery();
  const all: readonly AgreementLetterKind[] = AGREEMENT_LETTERS;
  const letters = all.filter(({ former }) => !former);
  const occasion = letters.find((o) => o.kind === message);
  const chosen = occasion ?? MESSAGES.find((m) => m.id === message) ?? MESSAGES[0];
  const { shop } = draft.content;
  const real = about?.mode === 'real';
  const offered = localesOf(shop);
  const [wanted, setWanted] = useState(shop.locale);
  const locale = offered.includes(wanted) ? wanted : shop.locale;
  const url = `${about?.publicAddress ?? ''}/member/enter/…`;
  const made = useLiveQuery(
    () =>
      occasion ? letterOf(occasion, { draft, real, url, locale }) : orderLetter(message, { draft, real, url, locale }),
    [message, draft, url, real, locale],
  );
  const row = (id: string, { name, when }: { name: string; when: string }) => (
    <Link key={id} className="row" to={`/follow-up/${id}`} aria-current={name === chosen.name ? 'true' : undefined}>
      <b>{name}</b>
      <span>{when}</span>
    </Link>
  );
  const madeFrom = occasion
    ? 'Made from one of your payment plans or subscriptions as it stands today, with the words that go out. Where nobody has met this occasion yet, its amounts and days are those of the next payment.'
    : message === 'sign-in'
      ? 'One link, for 30 minutes, used up by pressing a button; a mail scanner that follows it changes nothing.'
      : 'Made from your latest order, with the same words that were sent. The sign-in link is made fresh for each message.';
  return (
    <Panes
      draft={draft}
      indexName="Messages"
      index={
        <>
          <div className="group !pt-0">Orders</div>
          {MESSAGES.map((m) => row(m.id, m))}
          <div className="group">Payments over time</div>
          {letters.map((o) => row(o.kind, o))}
        </>
      }
      sheet={
        <>
          <h1>{chosen.name}</h1>
          <p className="lead mt-1 text-ink-2">Goes out {chosen.when}.</p>
          {offered.length > 1 && (
            <p className="sentence">
              To buyers who read{' '}
              <ChoiceFill
                label="The language of the message"
                value={locale}
                choices={offered.map((l) => [l, LANGUAGE_NAMES[languageOf(l)]] as const)}
                onChange={setWanted}
              />
            </p>
          )}
          {made === null && (
            <p className="sec mt-4">
              {occasion
                ? 'As soon as a payment plan or subscription has come to this point, the message stands here word for word.'
                : 'As soon as there is an order to make it from, the message stands here word for word.'}
            </p>
          )}
          {made && (
            <article
              className="mt-5 max-w-xl border border-line bg-field px-6 py-5"
              aria-label="The message as it goes out"
            >
              <h3 dir="auto">{made.subject}</h3>
              <p className="cap border-b border-line pb-2">
                from {shop.name}, {shop.senderAddress}
              </p>
              <p className="mt-3 break-words whitespace-pre-line" dir="auto">
                {made.text}
              </p>
            </article>
          )}
        </>
      }
      outcome={
        <>
          <h2>What buyers get</h2>
          <p className="mt-2 text-ink-2">{madeFrom}</p>
          {about && !real && (
            <p className="mt-3">
              <a className="plain-link" href="/standin/mail/" target="_blank" rel="noopener">
                Read every message this test shop has sent
              </a>
            </p>
          )}
        </>
      }
    />
  );
}

/** A message about an order, made from the latest one it fits. */
async function orderLetter(message: string, { draft, real, url, locale }: Setting): Promise<Message | null> {
  const setting = { shop: draft.content.shop, real, locale };
  const link = { url, days: LINK_DAYS, minutes: 30 };
  if (message === 'sign-in') return signInMessage(setting, link);
  const found = await orderForLetter(message === 'refund' ? 'refund' : 'receipt');
  if (!found) return null;
  const { order, refund, person, passes, begun } = found;
  const closed = passes.flatMap((p) =>
    p.closed ? [draft.content.products.find((x) => x.id === p.productId)?.title ?? ''] : [],
  );
  const { tax } = (draft.live?.content ?? draft.content).shop;
  const later = begun
    .map((a) => restInWords(a, { locale, charged: cardChargeOf(a, tax) }))
    .filter((text) => text !== '');
  return message === 'refund'
    ? refund
      ? refundMessage(setting, order, refund, calledBySeller(person), closed)
      : null
    : receiptMessage(setting, order, null, calledBySeller(person), link, { later });
}

const STATES: readonly Agreement['status'][] = [
  'past-due',
  'in-trial',
  'paused',
  'ending',
  'active',
  'paid-off',
  'ended',
];

/** A letter about payments over time, made from one that stands where it is written. */
async function letterOf(occasion: AgreementLetterKind, { draft, real, url, locale }: Setting): Promise<Message | null> {
  const { tax } = (draft.live?.content ?? draft.content).shop;
  const found = await agreementForLetter(STATES, (a) => occasion.fits(a));
  if (!found) return null;
  const { agreement, person } = found;
  const charged = cardChargeOf(agreement, tax);
  return agreementMessage(
    { shop: draft.content.shop, real, locale },
    agreement,
    letterOn(occasion, agreement, charged),
    calledBySeller(person),
    { url, days: LINK_DAYS },
    charged,
  );
}
