import { calledBySeller } from '#core/people';
import { useLiveQuery } from 'dexie-react-hooks';
import { Fragment, useState } from 'react';
import { Link, useParams } from 'react-router';
import { type Agreement, cardChargeOf } from '#core/agreements';
import { addMs, type Instant } from '#core/calendar';
import {
  AGREEMENT_EMAILS,
  type AgreementEmailKind,
  agreementMessage,
  emailKindOn,
  type Message,
  type Example,
  OTHER_EMAILS,
  receiptMessage,
  refundMessage,
} from '#core/emails';
import { restInWords } from '#core/messages';
import { localesOf } from '#core/catalogue';
import { LANGUAGE_NAMES, languageOf } from '#core/words';
import { agreementForLetter } from '../data/queries/agreements';
import { orderForLetter } from '../data/queries/orders';
import { useAboutQuery } from '../data/ownerApi';
import type { Draft } from '../data/draft';
import { useNow } from '../data/useNow';
import { ChoiceFill } from '../price/Fill';
import { EmailPreview } from './EmailPreview';
import { Panes } from '../frame/Panes';

/** Emails about an order, made from the latest one they fit. */
const ORDER_EMAILS = [
  { kind: 'receipt', name: 'Receipt', when: 'the moment an order is paid' },
  { kind: 'refund', name: 'Refund', when: 'when a refund has gone through' },
] as const;
const GROUPS = [...new Set(OTHER_EMAILS.map(({ group }) => group))];

/** How long the link in an email lasts, as the shop makes it. */
const LINK_DAYS = 3;

interface Setting {
  draft: Draft;
  locale: string;
  real: boolean;
  /** Where a sign-in link would lead. */
  url: string;
}

/** Follow up: every email that goes out by itself, shown as it goes out, made from what is real where there is any. */
export default function FollowUpStage({ draft }: { draft: Draft }) {
  const { message = 'receipt' } = useParams();
  const { data: about } = useAboutQuery();
  const now = useNow();
  const all: readonly AgreementEmailKind[] = AGREEMENT_EMAILS;
  const overTime = all.filter(({ former }) => !former);
  const occasion = overTime.find(({ kind }) => kind === message);
  const other = OTHER_EMAILS.find(({ kind }) => kind === message);
  const chosen = occasion ?? other ?? ORDER_EMAILS.find(({ kind }) => kind === message) ?? ORDER_EMAILS[0];
  const { shop } = draft.content;
  const real = about?.mode === 'real';
  const offered = localesOf(shop);
  const [wanted, setWanted] = useState(shop.locale);
  const locale = offered.includes(wanted) ? wanted : shop.locale;
  const url = `${about?.publicAddress ?? ''}/member/enter/…`;
  const fromLife = useLiveQuery(
    () =>
      occasion
        ? emailOverTime(occasion, { draft, real, url, locale })
        : other
          ? null
          : orderEmail(chosen.kind, { draft, real, url, locale }),
    [message, draft, url, real, locale],
  );
  const made = other ? other.example({ shop, real, locale }, exampleOf(draft, { now, url })) : fromLife;
  const row = ({ kind, name, when }: { kind: string; name: string; when: string }) => (
    <Link key={kind} className="row" to={`/follow-up/${kind}`} aria-current={kind === chosen.kind ? 'true' : undefined}>
      <b>{name}</b>
      <span>{when}</span>
    </Link>
  );
  const madeFrom = occasion
    ? 'Made from one of your payment plans or subscriptions as it is today, with the words that go out. The amounts and dates are those of its next payment.'
    : other
      ? 'An example, with the words that go out. Names, times and links are filled in for each email.'
      : 'Made from your latest order, with the words that were sent. The sign-in link is made anew for each email.';
  return (
    <Panes
      draft={draft}
      indexName="Emails"
      index={
        <>
          <div className="group !pt-0">Orders</div>
          {ORDER_EMAILS.map(row)}
          <div className="group">Payments over time</div>
          {overTime.map(row)}
          {GROUPS.map((group) => (
            <Fragment key={group}>
              <div className="group">{group}</div>
              {OTHER_EMAILS.filter((one) => one.group === group).map(row)}
            </Fragment>
          ))}
        </>
      }
      sheet={
        <>
          <h1>{chosen.name}</h1>
          <p className="lead mt-1 text-ink-2">Goes out {chosen.when}.</p>
          {offered.length > 1 && (
            <p className="sentence">
              To customers who read{' '}
              <ChoiceFill
                label="The language of the email"
                value={locale}
                choices={offered.map((l) => [l, LANGUAGE_NAMES[languageOf(l)]] as const)}
                onChange={setWanted}
              />
            </p>
          )}
          {made === null && (
            <p className="sec mt-4">
              {occasion
                ? 'This email appears here, word for word, once one of your payment plans or subscriptions has reached this point.'
                : 'This email appears here, word for word, once there is an order to make it from.'}
            </p>
          )}
          {made && <EmailPreview email={made} from={shop} />}
        </>
      }
      outcome={
        <>
          <h2>What customers get</h2>
          <p className="mt-2 text-ink-2">{madeFrom}</p>
          {about && !real && (
            <p className="mt-3">
              <a className="plain-link" href="/standin/mail/" target="_blank" rel="noopener">
                Read every email this test shop has sent
              </a>
            </p>
          )}
        </>
      }
    />
  );
}

/** An email about an order, made from the latest one it fits. */
async function orderEmail(kind: string, { draft, real, url, locale }: Setting): Promise<Message | null> {
  const setting = { shop: draft.content.shop, real, locale };
  const link = { url, days: LINK_DAYS };
  const found = await orderForLetter(kind === 'refund' ? 'refund' : 'receipt');
  if (!found) return null;
  const { order, refund, person, passes, begun } = found;
  const closed = passes.flatMap((p) =>
    p.closed ? [draft.content.products.find((x) => x.id === p.productId)?.title ?? ''] : [],
  );
  const { tax } = (draft.live?.content ?? draft.content).shop;
  const later = begun
    .map((a) => restInWords(a, { locale, charged: cardChargeOf(a, tax) }))
    .filter((text) => text !== '');
  return kind === 'refund'
    ? refund
      ? refundMessage(setting, order, refund, calledBySeller(person), closed)
      : null
    : receiptMessage(setting, order, null, calledBySeller(person), link, { later });
}

/** What an example is made from: the first product, and tomorrow at this time. */
const exampleOf = ({ content }: Draft, { now, url }: { now: Instant; url: string }): Example => ({
  name: 'Ada',
  title: content.products[0]?.title || 'What you bought',
  link: { url, days: LINK_DAYS },
  from: addMs(now, 86_400_000),
});

const STATES: readonly Agreement['status'][] = [
  'past-due',
  'in-trial',
  'paused',
  'ending',
  'active',
  'paid-off',
  'ended',
];

/** An email about payments over time, made from one that has come to that point. */
async function emailOverTime(
  occasion: AgreementEmailKind,
  { draft, real, url, locale }: Setting,
): Promise<Message | null> {
  const { tax } = (draft.live?.content ?? draft.content).shop;
  const found = await agreementForLetter(STATES, (a) => occasion.fits(a));
  if (!found) return null;
  const { agreement, person } = found;
  const charged = cardChargeOf(agreement, tax);
  return agreementMessage(
    { shop: draft.content.shop, real, locale },
    agreement,
    emailKindOn(occasion, agreement, charged),
    calledBySeller(person),
    { url, days: LINK_DAYS },
    charged,
  );
}
