import { useEffect, useState } from 'react';
import { AnswerLine, KeepAnswers, useAnswers } from './answers';
import { Agreements } from './Agreements';
import { leave, type Me, readMe } from './api';
import { Orders } from './Orders';
import { SignIn } from './SignIn';
import { Things } from './Things';

/** The member area: what I own, and what I paid. Made for a phone first. */
export function MemberArea() {
  const [me, setMe] = useState<Me | { problem: string } | null>(null);
  useEffect(() => void readMe().then(setMe), []);
  useEffect(() => {
    if (me && 'shopName' in me) document.title = `${me.shopName}: yours`;
  }, [me]);

  if (me === null) return null;
  if ('problem' in me)
    return (
      <main className="mx-auto max-w-xl p-5">
        <p className="message alarm" role="alert">
          {me.problem}
        </p>
        <button className="btn btn-quiet mt-4" onClick={() => location.reload()}>
          Try again
        </button>
      </main>
    );
  const behind = me.signedIn && me.agreements.some((a) => a.alarm);
  const agreements = me.signedIn && <Agreements me={me} onDone={() => void readMe().then(setMe)} />;
  return (
    <>
      {me.strip !== null && (
        <div className="hatched-strip px-5 py-1 text-center">
          <span>{me.strip}</span>
        </div>
      )}
      <div className="mx-auto max-w-xl px-5 pb-16">
        <header className="flex items-center justify-between gap-4 py-5">
          <a href="/" className="font-head text-[17px] font-bold text-ink-2 no-underline" dir="auto">
            {me.shopName}
          </a>
          {me.signedIn && (
            <button
              className="plain-link min-h-11 text-ink-2"
              onClick={() => void leave().then(() => location.reload())}
            >
              Sign out
            </button>
          )}
        </header>
        <KeepAnswers>
          <main>
            {me.signedIn ? (
              <>
                <h1 className="text-2xl" dir="auto">
                  {me.name === '' ? 'Yours' : `Yours, ${me.name}`}
                </h1>
                <AnswersAboutOthers present={me.agreements.map((a) => a.id)} />
                {/* What is behind comes first: it is what this visit is about. */}
                {behind && agreements}
                <Things things={me.things} />
                {!behind && agreements}
                <Orders orders={me.orders} />
                <p className="cap mt-8" dir="auto">
                  Signed in as {me.address}
                </p>
              </>
            ) : (
              <SignIn />
            )}
          </main>
        </KeepAnswers>
      </div>
    </>
  );
}

/** What was answered about something that is not shown any more. */
function AnswersAboutOthers({ present }: { present: readonly string[] }) {
  return useAnswers()
    .others(present)
    .map(([about, said]) => <AnswerLine key={about} said={said} />);
}
