import { type FormEvent, useEffect, useRef, useState } from 'react';
import type { WayToPay } from '#core/ways';
import { isAddress } from '#core/people';
import { tokenise } from '../../ui/card';
import { CardFields, cardProblems, NO_CARD } from '../../ui/CardFields';
import { Field, stillWrong } from '../../ui/Field';
import type { Answer, Chosen } from './api';
import { forgetAdded, takeLeft } from './back';
import { BankAsks, StillAsking } from './BankAsks';
import { Beside } from './Beside';
import { Bill } from './Bill';
import { DateChoice } from './DateChoice';
import { Extras } from './Extras';
import { HowMuch } from './HowMuch';
import { SendTo } from './SendTo';
import { PriceChoice } from './PriceChoice';
import { useAlive } from './useAlive';
import { useChosen } from './useChosen';
import { usePaying } from './usePaying';
import { shownIn, useTypedEarly } from './useTypedEarly';
import { Ways } from './Ways';
import type { CheckoutData, CheckoutPrice } from '../../wire';
import { useFormWords } from './formWords';

/** The checkout: who, how paid, what is due today and later, one button. Everything typed stays through every refusal. */
export function CheckoutForm({
  data,
  onShown,
}: {
  data: CheckoutData;
  /** Told which price stands in the form, with what is ticked. */
  onShown?: (price: CheckoutPrice) => void;
}) {
  const words = useFormWords();
  const alive = useAlive();
  const asked = useChosen(data, words.notReached);
  const { prices, chosen, stands, quoting } = asked;
  const paying = usePaying(data, asked, words);
  const { state, message, setMessage, busy } = paying;
  const [priceId, setPriceId] = useState((data.prices.find((p) => p.id === data.chosen) ?? data.prices[0])?.id ?? '');
  const [name, setName] = useState('');
  const [address, setAddress] = useState('');
  const [card, setCard] = useState(NO_CARD);
  const [wanted, setWay] = useState<WayToPay>('card');
  /** Counts how often what was typed before was put back: fields that hold their own begin anew with it. */
  const [putBack, setPutBack] = useState(0);
  const [saidWrong, setWrong] = useState<Record<string, string>>({});
  const messageBox = useRef<HTMLDivElement>(null);
  const price = prices.find((p) => p.id === priceId) ?? prices[0];
  const way = wayAmong(price, wanted);
  useEffect(() => {
    if (price) onShown?.(price);
  }, [price, onShown]);

  useTypedEarly(() => {
    setAddress((known) => shownIn('address') || known);
    setName((known) => shownIn('name') || known);
    setCard((known) => ({
      number: shownIn('number') || known.number,
      expiry: shownIn('expiry') || known.expiry,
      code: shownIn('code') || known.code,
    }));
    const picked = document.querySelector<HTMLInputElement>('input[name="price"]:checked')?.value;
    if (picked !== undefined) setPriceId(picked);
    const dates = [...document.querySelectorAll<HTMLInputElement>('input[data-date]:checked')].map((box) => box.value);
    const drawn = price?.seats.flatMap((of) => of.dates.filter((date) => date.chosen && of.dates.length > 1)) ?? [];
    if (dates.join() !== drawn.map((date) => date.id).join()) void choose({ dates });
    const ticked = [...document.querySelectorAll<HTMLInputElement>('input[name="extra"]:checked')].map(
      (box) => box.value,
    );
    // What is known to be ticked is not asked for again: its answer may be on the way.
    if (ticked.length > 0 && ticked.join() !== asked.now().extras.join()) void choose({ extras: ticked });
  });

  useEffect(() => {
    if (message !== null) messageBox.current?.focus();
  }, [message]);

  function check(chosen: CheckoutPrice): Record<string, string> {
    const found: Record<string, string> = {};
    if (!isAddress(address)) found['address'] = words.wrong.address;
    if (name.trim() === '') found['name'] = words.wrong.name;
    if (chosen.sending)
      for (const field of ['street', 'city'] as const)
        if (asked.now().postal[field].trim() === '') found[field] = words.sendTo.missing;
    if (chosen.sending?.country === '') found['send-country'] = words.sendTo.missingCountry;
    return chosen.free || way !== 'card' ? found : { ...found, ...cardProblems(card, words) };
  }

  const wrong = price ? stillWrong(saidWrong, check(price)) : saidWrong;

  async function choose(patch: Partial<Chosen>): Promise<Answer | null> {
    const answer = await asked.choose(patch);
    if (answer?.problem) setMessage(answer.problem);
    return answer;
  }

  /** Asks for what was typed and not asked for. @returns whether the sum on the page is still the one to pay */
  async function isShown(price: CheckoutPrice): Promise<boolean> {
    const unasked = asked.unasked(price);
    if (Object.keys(unasked).length === 0) return true;
    const answer = await choose(unasked);
    const same = answer?.prices?.find((p) => p.id === price.id)?.shown === price.shown;
    const isWrong = Object.keys(answer?.wrong ?? {}).length > 0;
    if (answer?.prices && !same && !isWrong) setMessage(words.sumChanged);
    return same && !isWrong;
  }

  async function submit(event: FormEvent): Promise<void> {
    event.preventDefault();
    if (busy || quoting || !price || state.status === 'asking' || state.status === 'bank' || state.status === 'paid')
      return;
    const found = check(price);
    setWrong(found);
    setMessage(null);
    const first = ['address', 'name', 'street', 'city', 'send-country', 'number', 'expiry', 'code'].find(
      (id) => found[id],
    );
    if (first) return document.getElementById(first)?.focus();
    await paying.during(async () => {
      if (!(await isShown(price))) return;
      const { sending } = price;
      const postal = sending && { ...asked.now().postal, name, country: sending.country };
      const press = { priceId: price.id, shown: price.shown, name, address, ...(postal ? { postal } : {}) };
      if (!price.free && way !== 'card') return paying.leaveFor(way, press);
      const token = price.free ? null : await tokenise(data.cardService, card, words.card);
      if (token && 'problem' in token) return setMessage(token.problem);
      await paying.pay({ ...press, card: token, way: 'card' });
    });
  }

  /** Back from there: approved is paid at once, where the sum is still the one that was approved. */
  async function comeBack(left: NonNullable<ReturnType<typeof takeLeft>>): Promise<void> {
    setWay(left.way);
    setName(left.name);
    setAddress(left.address);
    setPriceId(left.priceId);
    await paying.during(async () => {
      const answer = await choose(left.chosen);
      setPutBack((times) => times + 1);
      if (!left.approved) return setMessage(words.cameBack);
      const { priceId, shown, name, address, way, postal } = left;
      if (answer?.prices?.find((p) => p.id === priceId)?.shown !== shown) return setMessage(words.sumChanged);
      await paying.pay({ priceId, shown, name, address, card: null, way, ...(postal ? { postal } : {}) });
    });
  }
  useEffect(() => {
    forgetAdded();
    if (data.state.status === 'paid' || data.state.status === 'asking' || data.state.status === 'bank') return;
    const left = takeLeft(data.stepId);
    if (left) void comeBack(left);
    // eslint-disable-next-line react-hooks/exhaustive-deps -- once, when the page comes to life
  }, []);

  if (!price) return <p className="message calm">{data.closed || words.notOnSale}</p>;
  const beside = price.extras.filter((e) => e.place === 'beside');
  const tick = (id: string, on: boolean): void =>
    void choose({ extras: [...asked.now().extras.filter((other) => other !== id), ...(on ? [id] : [])] });
  const waiting = busy || quoting || state.status === 'asking' || state.status === 'paid';
  return (
    <form noValidate onSubmit={(event) => void submit(event)} className="space-y-5">
      <PriceChoice prices={prices} chosen={price.id} onChoose={setPriceId} />
      <DateChoice price={price} wrong={stands.dates} onChoose={(dates) => void choose({ dates })} />
      <HowMuch price={price} chosen={chosen} wrong={stands} onChange={(patch) => void choose(patch)} />
      <div className="grid gap-4 sm:grid-cols-2">
        <Field
          id="address"
          label={words.email}
          type="email"
          autoComplete="email"
          value={address}
          onChange={setAddress}
          wrong={wrong['address']}
        />
        <Field id="name" label={words.name} autoComplete="name" value={name} onChange={setName} wrong={wrong['name']} />
      </div>
      {price.sending && (
        <SendTo
          postal={chosen.postal}
          country={price.sending.country}
          countries={data.sendCountries}
          wrong={wrong}
          onType={(patch) => asked.note({ postal: { ...asked.now().postal, ...patch } })}
          onCountry={(country) => void choose({ postal: { ...asked.now().postal, country } })}
        />
      )}
      {(data.countries.length > 0 || data.coupons) && (
        <Beside
          key={putBack}
          data={data}
          chosen={chosen}
          wrong={stands}
          works={stands.coupon === undefined ? price.coupon : null}
          onChange={(patch) => void choose(patch)}
        />
      )}
      {message !== null && (
        <div ref={messageBox} tabIndex={-1} role="alert" className="message">
          {message}
        </div>
      )}
      {!price.free && <Ways ways={price.ways} chosen={way} onChoose={setWay} />}
      {!price.free && way !== 'card' && <p className="cap">{words.ledTo[way]}</p>}
      {!price.free && price.ways.length === 0 && <p className="message calm">{words.noWay}</p>}
      {!price.free && price.ways.includes('card') && way === 'card' && (
        <CardFields
          card={card}
          wrong={wrong}
          words={words.card}
          service={data.cardService}
          samples={data.sampleCards}
          onChange={setCard}
        />
      )}
      <div className={beside.length > 0 ? 'grid gap-5 sm:grid-cols-2' : ''}>
        <Bill price={price} title={data.title} />
        {beside.length > 0 && <Extras extras={beside} ticked={chosen.extras} onTick={tick} />}
      </div>
      <Extras extras={price.extras.filter((e) => e.place === 'above')} ticked={chosen.extras} onTick={tick} />
      {state.status === 'bank' ? (
        <BankAsks confirmAt={state.confirmAt} again={words.anotherCard} onAgain={() => void paying.giveUp()} />
      ) : (
        <button type="submit" className="btn btn-primary btn-page w-full" disabled={waiting || !alive}>
          {waiting
            ? words.oneMoment
            : data.button.trim() !== ''
              ? words.buttonWith(data.button, price.dueToday)
              : price.free
                ? words.getNow
                : price.today
                  ? way === 'card'
                    ? words.payNow(price.dueToday)
                    : words.payFrom(price.dueToday, way)
                  : words.startNow}
        </button>
      )}
      {state.status === 'asking' && <StillAsking />}
      {data.turnBack !== null && state.status !== 'asking' && (
        <p className="text-center">
          <a className="plain-link" href={data.turnBack}>
            {words.notNow}
          </a>
        </p>
      )}
      {data.note.trim() !== '' && (
        <p className="cap text-center" dir="auto">
          {data.note}
        </p>
      )}
    </form>
  );
}

/** The way that is chosen, where a price can be paid by it; else the first that it can. */
const wayAmong = (price: CheckoutPrice | undefined, wanted: WayToPay): WayToPay =>
  !price || price.ways.includes(wanted) ? wanted : (price.ways[0] ?? 'card');
