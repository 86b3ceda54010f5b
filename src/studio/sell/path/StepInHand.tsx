import { Link } from 'react-router';
import {
  addressProblem,
  freeAddress,
  hrefOf,
  isNeeded,
  offerAt,
  type Path,
  removeStep,
  RESERVED_STEP_ADDRESSES,
  type Step,
  waysOn,
  STEP_KIND_NAMES,
} from '#core/paths';
import { change, type Draft } from '../../data/draft';
import { TextFill } from '../../price/Fill';
import { editPath } from './editPath';
import { Conditions } from './Conditions';
import { Extras } from './Extras';
import { ForFew } from './ForFew';
import { LowerPrice } from './LowerPrice';
import { PriceChoice } from './PriceChoice';
import { chargedAt, priceInWords, stepName } from './stepInWords';
import { Ticks } from './Ticks';
import { Ways } from './WaysList';
import { sellPathWords } from '#say/sell/path';
const say = sellPathWords.stepInHand;

/** The step in hand: what it is, as sentences that can be changed where they stand. */
export function StepInHand({ draft, path, step }: { draft: Draft; path: Path; step: Step }) {
  const { content } = draft;
  const money = chargedAt(content, path, step);
  const set = (recipe: (s: Step, p: Path) => void): void =>
    void change('path', path.id, (p) => {
      const found = p.steps.find((s) => s.id === step.id);
      if (found) recipe(found, p);
    });
  const opens = step.offer
    ? (content.offers.find((o) => o.id === step.offer?.offerId)?.productIds ?? []).flatMap((id) =>
        content.products.filter((p) => p.id === id).map((p) => p.title || say.untitled),
      )
    : [];
  return (
    <>
      <h2 dir="auto">{stepName(content, step)}</h2>
      {stepName(content, step).toLowerCase() !== STEP_KIND_NAMES[step.kind] && (
        <p className="cap">{STEP_KIND_NAMES[step.kind]}</p>
      )}
      {step.kind === 'offer' && (
        <p className="mt-2">
          {say.shownAfterPaymentYes}{' '}
          <PriceChoice
            draft={draft}
            offerId={path.offerId}
            label={say.whatOffered}
            value={step.offer ?? null}
            none={say.chooseOffer}
            onChange={(named) => set((s) => void (s.offer = named))}
          />{' '}
          <AlsoAt draft={draft} step={step} onChange={(also) => set((s) => void (s.offer && (s.offer.also = also)))} />
          {say.cardJustUsed}
          {opens.length > 0 && say.andOpens(opens.join(' and '))}
          {say.peopleWhoOwnSkip}
          {step.offer && (
            <ForFew
              draft={draft}
              price={step.offer}
              at={{ kind: 'step', step: step.id }}
              where="here"
              onMade={(priceId) => set((s) => void (s.offer && (s.offer.priceId = priceId)))}
            />
          )}
        </p>
      )}
      {step.kind === 'turned-back' && <LowerPrice draft={draft} path={path} step={step} />}
      {step.kind === 'checkout' && (
        <p className="mt-2">
          {say.price} <b className="font-semibold text-money">{money}</b>.{' '}
          <Link className="opt" to={`/price/${offerAt(path, step)}`}>
            {say.changePrice}
          </Link>
        </p>
      )}
      <p className="mt-2">
        <Ways draft={draft} path={path} step={step} />
        {waysOn(step).map((by) => (
          <Conditions key={by} draft={draft} path={path} step={step} by={by} />
        ))}
      </p>
      <p className="mt-3 mb-4 flex flex-wrap gap-x-3 gap-y-1.5">
        <Link className="btn btn-quiet btn-sm" to={`/sell/${path.id}/${step.id}`}>
          {say.editItsPage}
        </Link>
        {!isNeeded(path, step) && path.steps.length > 1 && (
          <button
            className="btn btn-quiet btn-sm"
            onClick={() => void editPath(path.id, (p) => removeStep(p, step.id))}
          >
            {say.removeStep}
          </button>
        )}
      </p>
      {step.kind === 'checkout' && <Extras draft={draft} path={path} step={step} />}
      <section className="sec">
        <h3>{say.onlyYou}</h3>
        <p className="mt-1">
          {say.privateName}{' '}
          <TextFill
            label={say.privateNameStep}
            placeholder={say.sameAsWhatShows}
            most={200}
            value={step.note}
            onChange={(note) => set((s) => void (s.note = note))}
          />
          {say.onlyYouSee}
        </p>
        {step.id === path.start ? (
          <p className="cap mt-1">{say.pathStartsHereAddress(hrefOf(path, step))}</p>
        ) : (
          <StepAddress
            draft={draft}
            path={path}
            step={step}
            onChange={(address) => set((s, p) => readdress(draft, p, s, address))}
          />
        )}
      </section>
    </>
  );
}

/** A live address that changes goes on leading here. */
function readdress(draft: Draft, path: Path, step: Step, text: string): void {
  const live = draft.live?.content.paths.find((p) => p.id === path.id)?.steps.find((s) => s.id === step.id);
  const address = text.toLowerCase().replace(/\s+/g, '-').slice(0, 80);
  const former = new Set(live ? [...live.formerAddresses, live.address] : step.formerAddresses);
  former.delete(address);
  former.delete('');
  step.address = address;
  step.formerAddresses = [...former];
}

function StepAddress({
  path,
  step,
  onChange,
}: {
  draft: Draft;
  path: Path;
  step: Step;
  onChange: (address: string) => void;
}) {
  const taken = path.steps.some((s) => s.id !== step.id && s.address === step.address);
  const problem = addressProblem(step.address, RESERVED_STEP_ADDRESSES) ?? (taken ? say.anotherStepPathAlready : null);
  return (
    <div className="mt-1 text-ink-2">
      /{path.address}/
      <TextFill
        label={say.addressStep}
        value={step.address}
        most={80}
        invalid={problem !== null}
        onChange={onChange}
        onBlur={() => {
          if (step.address === '') onChange(freeAddress(path, step.kind));
        }}
      />
      {problem !== null && <p className="wrong">{problem}</p>}
      {step.formerAddresses.length > 0 && <p className="cap">{say.stillLeadsHere(step.formerAddresses.join(', '))}</p>}
    </div>
  );
}

/** Other prices of what is offered, which whoever has paid may choose instead. */
function AlsoAt({ draft, step, onChange }: { draft: Draft; step: Step; onChange: (also: string[]) => void }) {
  const { offer: named } = step;
  const offer = draft.content.offers.find((o) => o.id === named?.offerId);
  const others = (offer?.prices ?? []).filter((p) => p.id !== named?.priceId && p.terms.kind !== 'free' && !p.onlyAt);
  if (!named || others.length === 0) return null;
  return (
    <>
      {say.onePricesTheyChoose}{' '}
      <Ticks
        label={say.otherPricesTheyCan}
        all={others.map((p) => [p.id, priceInWords(draft.content, { offerId: named.offerId, priceId: p.id })] as const)}
        chosen={named.also ?? []}
        onChange={onChange}
      />
      ,{' '}
    </>
  );
}
