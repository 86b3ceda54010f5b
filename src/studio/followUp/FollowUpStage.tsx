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
import { followUpWords } from '#say/followUp';
const say = followUpWords.followUpStage;

/** Emails about an order, made from the latest one they fit. */
const ORDER_EMAILS = [
  { kind: 'receipt', name: say.receipt, when: say.momentOrderPaid },
  { kind: 'refund', name: say.refund, when: say.whenRefundHasGone },
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
  const madeFrom = occasion ? say.madeFromOneYour : other ? say.exampleRealWordingNames : say.madeFromYourLatest;
  return (
    <Panes
      draft={draft}
      indexName={say.emails}
      index={
        <>
          <div className="group !pt-0">{say.orders}</div>
          {ORDER_EMAILS.map(row)}
          <div className="group">{say.plansSubscriptions}</div>
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
          <p className="lead mt-1 text-ink-2">{say.sent(chosen.when)}</p>
          {offered.length > 1 && (
            <p className="sentence">
              {say.customersWhoRead}{' '}
              <ChoiceFill
                label={say.languageEmail}
                value={locale}
                choices={offered.map((l) => [l, LANGUAGE_NAMES[languageOf(l)]] as const)}
                onChange={setWanted}
              />
            </p>
          )}
          {made === null && <p className="sec mt-4">{occasion ? say.emailAppearsHereAs : say.emailAppearsHereAs2}</p>}
          {made && <EmailPreview email={made} from={shop} />}
        </>
      }
      outcome={
        <>
          <h2>{say.whatCustomersGet}</h2>
          <p className="mt-2 text-ink-2">{madeFrom}</p>
          {about && !real && (
            <p className="mt-3">
              <a className="plain-link" href="/standin/mail/" target="_blank" rel="noopener">
                {say.readEveryEmailTest}
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
  title: content.products[0]?.title || say.whatYouBought,
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
