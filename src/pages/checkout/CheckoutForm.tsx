import { type FormEvent, useCallback, useEffect, useRef, useState } from 'react';
import { isAddress } from '#core/people';
import { KeelDrawing } from '../../ui/KeelDrawing';
import { tokenise } from '../../ui/card';
import { Field } from '../../ui/Field';
import { SampleCards } from '../../ui/SampleCards';
import { pay, readPrices, readState } from './api';
import { Beside, type Chosen } from './Beside';
import { useAlive } from './useAlive';
import { shownIn, useTypedEarly } from './useTypedEarly';
import type { CheckoutData, CheckoutPrice, CheckoutState } from '../../wire';
import { useFormWords } from './formWords';

const POLL_MS = 1_500;

/** The checkout: who, how paid, what is due today and later, one button. Everything typed stays through every refusal. */
export function CheckoutForm({ data }: { data: CheckoutData }) {
  const words = useFormWords();
  const alive = useAlive();
  const [prices, setPrices] = useState(data.prices);
  const [priceId, setPriceId] = useState((data.prices.find((p) => p.id === data.chosen) ?? data.prices[0])?.id ?? '');
  const [name, setName] = useState('');
  const [address, setAddress] = useState('');
  const [card, setCard] = useState({ number: '', expiry: '', code: '' });
  const [wrong, setWrong] = useState<Record<string, string>>({});
  const [message, setMessage] = useState<string | null>(
    data.state.status === 'refused' || data.state.status === 'fell-away' ? data.state.sentence : null,
  );
  const [state, setState] = useState<CheckoutState>(data.state);
  const [busy, setBusy] = useState(false);
  const [chosen, setChosen] = useState<Chosen>({ coupon: '', country: data.country, vatNumber: '' });
  const [stands, setStands] = useState<{ coupon?: string; vatNumber?: string }>({});
  const messageBox = useRef<HTMLDivElement>(null);
  const price = prices.find((p) => p.id === priceId) ?? prices[0];

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
  });

  useEffect(() => {
    if (message !== null) messageBox.current?.focus();
  }, [message]);

  const settle = useCallback(
    (next: CheckoutState): void => {
      setState((now) => (JSON.stringify(now) === JSON.stringify(next) ? now : next));
      if (next.status === 'refused' || next.status === 'fell-away') setMessage(next.sentence);
      if (next.status === 'open') setMessage(words.nothingCharged);
    },
    [words],
  );

  useEffect(() => {
    if (state.status === 'paid') location.assign(state.next);
    if (state.status !== 'asking' && state.status !== 'bank') return;
    const timer = setInterval(() => {
      void readState(data.pathId, words.notReached).then((answer) => {
        if (answer.state) settle(answer.state);
      });
    }, POLL_MS);
    return () => clearInterval(timer);
  }, [state, data.pathId, settle, words]);

  function check(chosen: CheckoutPrice): Record<string, string> {
    const found: Record<string, string> = {};
    if (!isAddress(address)) found['address'] = words.wrong.address;
    if (name.trim() === '') found['name'] = words.wrong.name;
    if (!chosen.free) {
      if (card.number.replace(/\D/g, '').length < 12) found['number'] = words.wrong.number;
      if (!/^\s*\d{1,2}\s*\/\s*\d{2,4}\s*$/.test(card.expiry)) found['expiry'] = words.wrong.expiry;
      if (!/^\d{3,4}$/.test(card.code.trim())) found['code'] = words.wrong.code;
    }
    return found;
  }

  /** New prices for what was chosen beside them; the last answer asked for is the one shown. */
  const asked = useRef(0);
  async function choose(next: Chosen): Promise<void> {
    setChosen(next);
    const mine = (asked.current += 1);
    const answer = await readPrices(data.pathId, next, words.notReached);
    if (mine !== asked.current) return;
    if (answer.prices) setPrices(answer.prices);
    setStands(answer.wrong ?? {});
    if (answer.problem) setMessage(answer.problem);
  }

  async function submit(event: FormEvent): Promise<void> {
    event.preventDefault();
    if (busy || !price || state.status === 'asking' || state.status === 'bank' || state.status === 'paid') return;
    const found = check(price);
    setWrong(found);
    setMessage(null);
    const first = ['address', 'name', 'number', 'expiry', 'code'].find((id) => found[id]);
    if (first) return document.getElementById(first)?.focus();
    setBusy(true);
    try {
      const token = price.free ? null : await tokenise(data.cardService, card, words.card);
      if (token && 'problem' in token) return setMessage(token.problem);
      const answer = await pay({
        pathId: data.pathId,
        priceId: price.id,
        shown: price.shown,
        name,
        address,
        card: token,
        chosen,
        notReached: words.notReached,
      });
      if (answer.prices) {
        setPrices(answer.prices);
        setStands(answer.wrong ?? {});
        // What does not work any more is not sent again.
        if (answer.wrong?.coupon) setChosen({ ...chosen, coupon: '' });
      }
      if (answer.state) settle(answer.state);
      if (answer.code === 'not-reached') {
        setState({ status: 'asking' });
        setMessage(answer.problem ?? null);
      } else if (answer.problem) setMessage(answer.problem);
    } finally {
      setBusy(false);
    }
  }

  if (!price) return <p className="message calm">{data.closed || words.notOnSale}</p>;
  const waiting = busy || state.status === 'asking' || state.status === 'paid';
  return (
    <form noValidate onSubmit={(event) => void submit(event)} className="space-y-5">
      {prices.length > 1 && (
        <fieldset>
          <legend className="mb-1 font-semibold">{words.howToPay}</legend>
          {prices.map((p) => (
            <label key={p.id} className="pick">
              <span className="flex items-center justify-between gap-3">
                <span className="flex items-center gap-3">
                  <input
                    type="radio"
                    name="price"
                    value={p.id}
                    className="radio radio-sm"
                    checked={p.id === price.id}
                    onChange={() => setPriceId(p.id)}
                  />{' '}
                  <span>
                    <span dir="auto">{p.name}</span>
                    {p.lasting && <span className="cap block">{words.later(p.later)}</span>}
                  </span>
                </span>
                <span className="shrink-0">
                  {p.usual !== null && <s className="cap mr-2">{p.usual}</s>}
                  <b>{p.today || p.free ? words.today(p.dueToday) : words.nothingToday}</b>
                </span>
              </span>
            </label>
          ))}
        </fieldset>
      )}
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
      {(data.countries.length > 0 || data.coupons) && (
        <Beside
          data={data}
          chosen={chosen}
          wrong={stands}
          works={stands.coupon === undefined ? price.coupon : null}
          onChange={(next) => void choose(next)}
        />
      )}
      {message !== null && (
        <div ref={messageBox} tabIndex={-1} role="alert" className="message">
          {message}
        </div>
      )}
      {!price.free && (
        <fieldset className="space-y-4">
          <legend className="sr-only">{words.card.legend}</legend>
          <Field
            id="number"
            label={words.card.number}
            autoComplete="cc-number"
            inputMode="numeric"
            value={card.number}
            onChange={(number) => setCard({ ...card, number })}
            wrong={wrong['number']}
          />
          <div className="grid grid-cols-2 gap-4">
            <Field
              id="expiry"
              label={words.card.expiry}
              autoComplete="cc-exp"
              inputMode="numeric"
              value={card.expiry}
              onChange={(expiry) => setCard({ ...card, expiry })}
              wrong={wrong['expiry']}
            />
            <Field
              id="code"
              label={words.card.code}
              autoComplete="cc-csc"
              inputMode="numeric"
              value={card.code}
              onChange={(code) => setCard({ ...card, code })}
              wrong={wrong['code']}
            />
          </div>
          {data.sampleCards && <SampleCards service={data.cardService} label={words.card.samples} onPick={setCard} />}
        </fieldset>
      )}
      <table className="w-full border-t-[5px] border-ink">
        <tbody>
          <tr>
            <td className="pt-3" dir="auto">
              {data.title}
              {price.name !== '' && `, ${price.name}`}
            </td>
            <td className="pt-3 text-right">{price.dueToday}</td>
          </tr>
          <tr className="text-lg font-semibold">
            <td className="pt-2">{words.dueToday}</td>
            <td className="pt-2 text-right" data-testid="due-today">
              {price.dueToday}
            </td>
          </tr>
          {price.tax !== null && (
            <tr>
              <td colSpan={2} className="text-right text-ink-2">
                {price.tax}
              </td>
            </tr>
          )}
          {price.kept !== null && (
            <tr>
              <td colSpan={2} className="text-right text-ink-2">
                {price.kept}
              </td>
            </tr>
          )}
          {price.credit !== null && (
            <tr>
              <td colSpan={2} className="text-right text-ink-2">
                {price.credit}
              </td>
            </tr>
          )}
          <tr className="text-lg">
            <td className="pt-1 align-baseline">{words.dueLater}</td>
            <td className="pt-1 text-right" data-testid="due-later">
              {price.later}
            </td>
          </tr>
          {price.laterWords !== '' && (
            <tr>
              <td colSpan={2} className="text-ink-2" data-testid="later-words">
                {price.laterWords}
              </td>
            </tr>
          )}
        </tbody>
      </table>
      {price.layout !== null && (
        <KeelDrawing layout={price.layout} hatch="co-hatch" small inHand={null} onHold={() => undefined} />
      )}
      {price.ends && <p className="text-access">{price.access}</p>}
      {state.status === 'bank' ? (
        <div className="message calm" role="status">
          <p>
            <b>{words.bankAsks}</b> {words.bankSafe}
          </p>
          <a className="btn btn-primary btn-page mt-3" href={state.confirmAt} target="_blank" rel="noopener">
            {words.confirmWithBank}
          </a>
        </div>
      ) : (
        <button type="submit" className="btn btn-primary btn-page w-full" disabled={waiting || !alive}>
          {waiting
            ? words.oneMoment
            : data.button.trim() !== ''
              ? words.buttonWith(data.button, price.dueToday)
              : price.free
                ? words.getNow
                : price.today
                  ? words.payNow(price.dueToday)
                  : words.startNow}
        </button>
      )}
      {state.status === 'asking' && (
        <p className="message calm" role="status">
          {words.asking}
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
