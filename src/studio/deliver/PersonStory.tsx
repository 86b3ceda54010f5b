import { isGone, addressesOf, calledBySeller } from '#core/people';
import { useLiveQuery } from 'dexie-react-hooks';
import { useState } from 'react';
import { Link, Navigate } from 'react-router';
import { formatDay } from '#core/calendar';
import { formatAmount } from '#core/money';
import { type Agreement, cardChargeOf, isRunning, openFor } from '#core/agreements';
import { agreementState, readyReply } from '#core/messages';
import { explain, type Explanation, type OpenFor, type Pass } from '#core/passes';
import type { PersonId, ProductId } from '#core/ids';
import { OWNER_ROUTES } from '../../wire/contract/owner';
import { addressOf } from '../data/asked';
import { useWhyQuery } from '../data/ownerApi';
import { storyOfPerson } from '../data/queries/people';
import type { Draft } from '../data/draft';
import { useNow } from '../data/useNow';
import { inWords } from '../statusWords';
import { agreementsLink } from './links';
import { GiveAccess } from './GiveAccess';
import { PassActs } from './PassActs';
import { ErasePerson } from './ErasePerson';
import { JoinPeople } from './JoinPeople';
import { SessionsOfPerson } from './sessions/SessionsOfPerson';
import { UnusualUse } from './UnusualUse';
import { VisitStory } from './VisitStory';
import { May } from '../frame/May';
import { AnswerThem } from './AnswerThem';
import { deliverWords } from '#say/deliver';
const say = deliverWords.personStory;

/** One person: what they bought, and for any product why they can or cannot open it. */
export function PersonStory({ draft, personId }: { draft: Draft; personId: PersonId }) {
  const now = useNow();
  const [productId, setProductId] = useState('');
  const data = useLiveQuery(() => storyOfPerson(personId), [personId]);
  if (!data) return null;
  const { person, orders, passes, agreements } = data;
  // Whoever was made one with somebody is read there.
  if (person?.joinedTo !== undefined) return <Navigate replace to={`/deliver/people/${person.joinedTo}`} />;
  const { zone, locale, tax } = draft.content.shop;
  const stands = (a: Agreement): string => agreementState(a, { locale, charged: cardChargeOf(a, tax) });
  const who = person?.leaves ? say.customerBeingErased : calledBySeller(person) || person?.address || say.customer;
  const latest = orders[0] && orders[0].at > now ? orders[0].at : now;
  const lasting = (id: string): OpenFor => openFor(agreements.find((a) => a.id === id));
  const why = (id: string): string => {
    const title = draft.content.products.find((p) => p.id === id)?.title ?? say.archivedProduct;
    return explain({
      passes: passes.filter((p) => p.productId === id),
      person: { you: false, name: who },
      product: title,
      orderNumber: (orderId) => String(orders.find((o) => o.id === orderId)?.number ?? ''),
      now: latest,
      zone,
      locale,
      openFor: lasting,
    }).sentence;
  };
  const known = (id: string): Explanation =>
    explain({
      passes: passes.filter((p) => p.productId === id),
      person: { you: true },
      product: draft.content.products.find((p) => p.id === id)?.title ?? say.whatYouBought,
      orderNumber: (orderId) => String(orders.find((o) => o.id === orderId)?.number ?? ''),
      now: latest,
      zone,
      locale,
      openFor: lasting,
    });
  const titleOf = (id: string): string => draft.content.products.find((p) => p.id === id)?.title ?? say.aProduct;
  /** Opened and closed by a plan or subscription that runs. */
  const byMoney = ({ cause }: Pass): boolean =>
    cause.kind === 'paid' && agreements.some((a) => a.id === cause.agreementId && isRunning(a));
  const theirs = [...new Set(passes.map((p) => p.productId))];
  const reply = readyReply({
    shop: draft.content.shop,
    name: calledBySeller(person),
    orders,
    things: theirs.map(known),
    agreements: agreements.filter(isRunning).map((a) => `${a.title}: ${stands(a)}`),
  });
  const others = draft.content.products.filter((p) => !theirs.includes(p.id));
  return (
    <>
      <h2 className="pr-6" dir="auto">
        {who}
      </h2>
      <p className="text-ink-2" dir="auto">
        {person && addressesOf(person).join(say.also)}
      </p>
      <UnusualUse personId={personId} />
      <div className="sec mt-3">
        <h3>{say.canTheyOpen}</h3>
        {theirs.map((id) => (
          <div key={id} className="mt-1.5">
            <p>{why(id)}</p>
            <May right="everything">
              {passes
                .filter((p) => p.productId === id && !byMoney(p))
                .map((p) => (
                  <PassActs key={p.id} pass={p} title={titleOf(id)} now={latest} zone={zone} />
                ))}
            </May>
          </div>
        ))}
        {others.length > 0 && (
          <p className="mt-2">
            {say.and}{' '}
            <select
              className="fill"
              aria-label={say.checkAnotherProduct}
              value={productId}
              onChange={(e) => setProductId(e.target.value)}
            >
              <option value="">{say.anotherProduct}</option>
              {others.map((p) => (
                <option key={p.id} value={p.id}>
                  {p.title}
                </option>
              ))}
            </select>
            ?
          </p>
        )}
        {productId !== '' && <WhyAsked personId={personId} productId={productId} otherwise={why(productId)} />}
      </div>
      <May right="answer">
        <p className="mt-3">
          <a className="opt" href={`/owner/sees/${personId}`} target="_blank" rel="noopener">
            {say.seeWhatSees(who)}
          </a>
        </p>
      </May>
      <AnswerThem personId={personId} text={reply} />
      {passes.some((pass) => pass.sessions !== undefined) && <SessionsOfPerson personId={personId} />}
      {agreements.length > 0 && (
        <div className="sec">
          <h3>{say.plansSubscriptions}</h3>
          {agreements.map((a) => (
            <p key={a.id} className="mt-1.5">
              <Link className="underline" to={agreementsLink('', a.id)} dir="auto">
                {a.title}
              </Link>
              : {stands(a)}
            </p>
          ))}
        </div>
      )}
      <div className="sec">
        <h3>{say.orders}</h3>
        {orders.map((o) => (
          <p key={o.id} className="mt-1.5">
            <Link className="underline" to={`/deliver/orders/${o.id}`}>
              {say.order(o.number)}
            </Link>
            , {formatDay(o.at, zone, locale)}: <span dir="auto">{o.title}</span>,{' '}
            <span className="text-money">{o.paid === 0 ? say.free : formatAmount(o.paid, o.currency, locale)}</span>
            {o.status !== 'paid' && `, ${inWords(o.status)}`}
            <VisitStory draft={draft} order={o} short />
          </p>
        ))}
      </div>
      {person && !isGone(person) && (
        <May right="everything">
          <GiveAccess draft={draft} to={{ address: person.address, name: calledBySeller(person) }} />
          <p className="sec">
            <a className="underline" href={addressOf(OWNER_ROUTES.everythingOf, { params: { id: personId } })} download>
              {say.exportPersonalData}
            </a>
          </p>
          <JoinPeople personId={personId} who={who} />
          <ErasePerson personId={personId} who={who} />
        </May>
      )}
    </>
  );
}

/** Why somebody can or cannot open something that they have no pass to: the shop knows what else it stands in. */
function WhyAsked({ personId, productId, otherwise }: { personId: PersonId; productId: ProductId; otherwise: string }) {
  const { data, isFetching } = useWhyQuery({ personId, productId });
  return (
    <p className="mt-1.5" role="status">
      {isFetching ? '…' : (data?.sentence ?? otherwise)}
    </p>
  );
}
