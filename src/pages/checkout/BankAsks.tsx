import { useFormWords } from './formWords';

/** No answer yet: nobody should pay again. */
export function StillAsking() {
  const words = useFormWords();
  return (
    <p className="message calm" role="status">
      {words.asking}
    </p>
  );
}

/** The bank wants the buyer to confirm; or they go another way. */
export function BankAsks({ confirmAt, again, onAgain }: { confirmAt: string; again: string; onAgain: () => void }) {
  const words = useFormWords();
  return (
    <div className="message calm" role="status">
      <p>
        <b>{words.bankAsks}</b> {words.bankSafe}
      </p>
      <p className="mt-3 flex flex-wrap gap-3">
        <a className="btn btn-primary btn-page" href={confirmAt} target="_blank" rel="noopener">
          {words.confirmWithBank}
        </a>
        <button type="button" className="btn btn-quiet btn-touch" onClick={onAgain}>
          {again}
        </button>
      </p>
    </div>
  );
}
