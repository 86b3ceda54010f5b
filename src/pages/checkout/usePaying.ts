import { useCallback, useEffect, useState } from 'react';
import type { LedToWay } from '#core/ways';
import type { CheckoutData, CheckoutState, PayRequest } from '../../wire';
import { askApproval, giveUpCharge, pay, readState } from './api';
import { keepLeft } from './back';
import type { FormWords } from './formWords';
import type { Asked } from './useChosen';

const POLL_MS = 1_500;

/** What is paid, by whom, as the form shows it. */
type Press = Pick<PayRequest, 'priceId' | 'shown' | 'name' | 'address' | 'postal'>;

/** How paying stands: what is under way, what was answered, and what can be done about it. */
export interface Paying {
  state: CheckoutState;
  message: string | null;
  setMessage: (message: string | null) => void;
  busy: boolean;
  /** While something is being done no other press counts. */
  during: (act: () => Promise<void>) => Promise<void>;
  pay: (press: Press & Pick<Parameters<typeof pay>[0], 'card' | 'way'>) => Promise<void>;
  /** To the wallet or bank, to approve what is shown here; what stands in the form is kept for coming back. */
  leaveFor: (way: LedToWay, press: Press) => Promise<void>;
  /** Rather another card than the bank’s question: what waits is made impossible first. */
  giveUp: () => Promise<void>;
}

/** Follows a checkout from its press to where it leads. */
export function usePaying(data: CheckoutData, asked: Asked, words: FormWords): Paying {
  const { pathId, stepId } = data;
  const { notReached, nothingCharged } = words;
  const [state, setState] = useState<CheckoutState>(data.state);
  const [message, setMessage] = useState<string | null>(
    data.state.status === 'refused' || data.state.status === 'fell-away' ? data.state.sentence : null,
  );
  const [busy, setBusy] = useState(false);

  const settle = useCallback(
    (next: CheckoutState): void => {
      setState((now) => (JSON.stringify(now) === JSON.stringify(next) ? now : next));
      if (next.status === 'refused' || next.status === 'fell-away') setMessage(next.sentence);
      if (next.status === 'open') setMessage(nothingCharged);
    },
    [nothingCharged],
  );

  useEffect(() => {
    if (state.status === 'paid') {
      const { next } = state;
      // Loaded when it was paid already: this window first shows that it is the one that paid.
      if (data.state.status === 'paid') void readState(data, notReached).then(() => location.assign(next));
      else location.assign(next);
    }
    if (state.status !== 'asking' && state.status !== 'bank') return;
    const timer = setInterval(() => {
      void readState(data, notReached).then((answer) => {
        if (answer.state) settle(answer.state);
      });
    }, POLL_MS);
    return () => clearInterval(timer);
  }, [state, data, settle, notReached]);

  return {
    state,
    message,
    setMessage,
    busy,
    async during(act) {
      setBusy(true);
      try {
        await act();
      } finally {
        setBusy(false);
      }
    },
    async pay(press) {
      const answer = await pay({ pathId, stepId, ...press, chosen: asked.works(), notReached });
      asked.took(answer);
      if (answer.state) settle(answer.state);
      if (answer.code === 'not-reached') {
        setState({ status: 'asking' });
        setMessage(answer.problem ?? null);
      } else if (answer.problem) setMessage(answer.problem);
    },
    async leaveFor(way, press) {
      const chosen = asked.works();
      const { priceId, shown, address, postal } = press;
      const sent = postal ? { postal } : {};
      const answer = await askApproval({ pathId, stepId, way, priceId, shown, address, ...sent, chosen, notReached });
      asked.took(answer);
      if (answer.approveAt !== undefined) {
        keepLeft(stepId, { way, ...press, chosen });
        location.assign(answer.approveAt);
      } else if (answer.state) settle(answer.state);
      else if (answer.problem) setMessage(answer.problem);
    },
    async giveUp() {
      const answer = await giveUpCharge(data, notReached);
      if (answer.state) settle(answer.state);
      else if (answer.problem) setMessage(answer.problem);
    },
  };
}
