import { useCallback, useEffect, useRef, useState } from 'react';
import { CardFields, cardProblems, NO_CARD } from '../../ui/CardFields';
import { stillWrong } from '../../ui/Field';
import { KeelDrawing } from '../../ui/KeelDrawing';
import { tokenise } from '../../ui/card';
import type { CheckoutState, OfferData } from '../../wire';
import { keepTyped, takeTyped } from '../checkout/back';
import { acceptOffer, declineOffer, offerStands } from '../checkout/api';
import { BankAsks, StillAsking } from '../checkout/BankAsks';
import { useFormWords } from '../checkout/formWords';
import { SendTo } from '../checkout/SendTo';
import { useAlive } from '../checkout/useAlive';

const NOWHERE = { street: '', more: '', postcode: '', city: '' };
const POLL_MS = 1_500;
/** Long enough to read why the page is drawn anew. */
const READ_MS = 3_000;
const CHANGED = ['quote-changed', 'not-on-sale', 'sold-out', 'no-such-price', 'buyer-limit', 'too-many', 'no-visit'];

/** Yes or no, alike in reach. A refused card says why; what was bought before stands whatever happens here. */
export function OfferAnswer({ data }: { data: OfferData }) {
  const words = useFormWords();
  const alive = useAlive();
  const [state, setState] = useState<CheckoutState>(data.state);
  const [message, setMessage] = useState<string | null>(sentenceOf(data.state));
  const [typing, setTyping] = useState(data.cardNeeded);
  const [card, setCard] = useState(NO_CARD);
  const [saidWrong, setWrong] = useState<Partial<Record<string, string>>>({});
  const [busy, setBusy] = useState(false);
  const [postal, setPostal] = useState({ ...NOWHERE, country: data.sending?.country ?? '' });
  const messageBox = useRef<HTMLDivElement>(null);
  useEffect(() => {
    const typed = takeTyped(data.stepId);
    // The country is the one that the page is drawn for.
    if (typed) setPostal((now) => ({ ...typed, country: now.country }));
  }, [data.stepId]);
  useEffect(() => {
    if (message !== null) messageBox.current?.focus();
  }, [message]);

  const settle = useCallback(
    (next: CheckoutState): void => {
      setState((now) => (JSON.stringify(now) === JSON.stringify(next) ? now : next));
      setMessage(next.status === 'open' ? words.nothingCharged : sentenceOf(next));
    },
    [words],
  );

  useEffect(() => {
    if (state.status === 'paid') location.assign(state.next);
    if (state.status !== 'asking' && state.status !== 'bank') return;
    const timer = setInterval(() => {
      void offerStands(data, words.notReached).then((answer) => {
        if (answer.state) settle(answer.state);
      });
    }, POLL_MS);
    return () => clearInterval(timer);
  }, [state, data, settle, words]);

  const problems = (): Partial<Record<string, string>> => ({
    ...addressProblems(),
    ...(typing ? cardProblems(card, words) : {}),
  });

  async function yes(): Promise<void> {
    const found = problems();
    setWrong(found);
    setMessage(null);
    const first = Object.keys(found)[0];
    if (first !== undefined) return document.getElementById(first)?.focus();
    setBusy(true);
    try {
      const token = typing ? await tokenise(data.cardService, card, words.card) : null;
      if (token && 'problem' in token) return setMessage(token.problem);
      const answer = await acceptOffer(data, token, data.sending ? postal : null, words.notReached);
      if (answer.state) settle(answer.state);
      else if (answer.code === 'not-reached') {
        setState({ status: 'asking' });
        setMessage(answer.problem ?? null);
      } else {
        setMessage(answer.problem ?? null);
        // What is offered has changed, or is gone: read, then the page shows where things stand now.
        if (CHANGED.includes(answer.code ?? '')) setTimeout(() => drawnAgain(() => location.reload()), READ_MS);
      }
    } finally {
      setBusy(false);
    }
  }

  function drawnAgain(go: () => void): void {
    keepTyped(data.stepId, postal);
    go();
  }

  function addressProblems(): Partial<Record<string, string>> {
    if (data.sending === null) return {};
    return {
      ...(postal.street.trim() === '' ? { street: words.sendTo.missing } : {}),
      ...(postal.city.trim() === '' ? { city: words.sendTo.missing } : {}),
      ...(postal.country === '' ? { 'send-country': words.sendTo.missingCountry } : {}),
    };
  }

  async function no(): Promise<void> {
    setBusy(true);
    const answer = await declineOffer(data, words.notReached);
    if (answer.next !== undefined) return location.assign(answer.next);
    setBusy(false);
    setMessage(answer.problem ?? null);
  }

  const wrong = stillWrong(saidWrong, problems());
  const found = Object.fromEntries(
    Object.entries(wrong).flatMap(([id, why]) => (why === undefined ? [] : [[id, why]])),
  );
  const waits = state.status === 'bank' || state.status === 'asking';
  const still = busy || !alive || state.status === 'paid';
  return (
    <div className="mt-4 space-y-4">
      {data.layout !== null && (
        <KeelDrawing layout={data.layout} hatch="offer-hatch" small inHand={null} onHold={() => undefined} />
      )}
      {message !== null && (
        <div ref={messageBox} tabIndex={-1} role="alert" className="message">
          {message} {state.status === 'refused' && words.offer.refused}
        </div>
      )}
      {state.status === 'asking' && <StillAsking />}
      {state.status === 'bank' && (
        <BankAsks confirmAt={state.confirmAt} again={words.offer.goOn} onAgain={() => void no()} />
      )}
      {data.sending !== null && !waits && (
        <SendTo
          postal={postal}
          country={postal.country}
          countries={data.sending.countries}
          wrong={found}
          onType={(patch) => setPostal((now) => ({ ...now, ...patch }))}
          // Sending may cost something else there, so the page is drawn again for it.
          onCountry={(country) => drawnAgain(() => location.assign(`?price=${data.priceId}&send=${country}`))}
        />
      )}
      {typing && !waits && (
        <CardFields
          card={card}
          wrong={wrong}
          words={words.card}
          service={data.cardService}
          samples={data.sampleCards}
          onChange={setCard}
        />
      )}
      {!waits && (
        <div className="grid gap-3 sm:grid-cols-2">
          <button
            type="button"
            className="btn btn-primary btn-page h-auto min-h-12 w-full py-2"
            disabled={still}
            onClick={() => void yes()}
          >
            {busy ? words.oneMoment : typing ? words.offer.yesCard(data.dueToday) : data.yes}
          </button>
          <button
            type="button"
            className="btn btn-quiet btn-page h-auto min-h-12 w-full py-2"
            disabled={still}
            onClick={() => void no()}
          >
            {data.no}
          </button>
        </div>
      )}
      {state.status === 'refused' && !typing && (
        <button type="button" className="plain-link min-h-11" onClick={() => setTyping(true)}>
          {words.offer.otherCard}
        </button>
      )}
    </div>
  );
}

const sentenceOf = (state: CheckoutState): string | null =>
  state.status === 'refused' || state.status === 'fell-away' ? state.sentence : null;
