import { useCallback, useEffect, useState } from 'react';
import { Account } from './Account';
import type { Booking as BookingPage } from './Booking';
import type { Classes as ClassesPage } from './Classes';
import type { Tasks as TasksPage } from './Tasks';
import { AnswerLine, KeepAnswers, useAnswers } from './answers';
import { Agreements } from './Agreements';
import { leave, type Me, type Problem, readMe, type SignedIn } from './api';
import { MEMBER_WORDS, type MemberWords, MemberWordsProvider, useMemberWords } from './memberWords';
import { Orders } from './Orders';
import { Search } from './Search';
import { SignIn } from './SignIn';
import { Next } from './Next';
import { Things } from './Things';

/** Until it is known which language somebody reads, what the page was sent in. */
const FIRST = document.documentElement.lang.startsWith('de') ? 'de' : 'en';

/** Of which product the sessions are booked here: the same page at an address of its own. */
const SESSIONS = /^\/member\/sessions\/([\w-]+)$/.exec(location.pathname)?.[1];

/** Of which class the dates are shown here. */
const CLASSES = /^\/member\/classes\/([\w-]+)$/.exec(location.pathname)?.[1];

/** Of what is done for me or sent to me here is said how it stands. */
const TASKS = /^\/member\/tasks\/([\w-]+)$/.exec(location.pathname)?.[1];

/** The member area: what I own, and what I paid. Made for a phone first. */
export function MemberArea() {
  const [me, setMe] = useState<Me | Problem | null>(null);
  const [words, setWords] = useState<MemberWords | null>(null);
  const load = useCallback(async (): Promise<void> => {
    const first = (await MEMBER_WORDS[FIRST]()).words;
    const read = await readMe(first.notReached);
    // The words are there before what they stand around.
    setWords('problem' in read ? first : (await MEMBER_WORDS[read.language]()).words);
    setMe(read);
  }, []);
  useEffect(() => void load(), [load]);
  useEffect(() => {
    if (!me || 'problem' in me || !words) return;
    document.title = words.title(me.shopName);
    document.documentElement.lang = me.language;
    document.documentElement.dir = me.direction;
  }, [me, words]);

  if (me === null || words === null) return null;
  if ('problem' in me)
    return (
      <main className="mx-auto max-w-xl p-5">
        <p className="message alarm" role="alert">
          {me.problem}
        </p>
        <button className="btn btn-quiet mt-4" onClick={() => location.reload()}>
          {words.tryAgain}
        </button>
      </main>
    );
  return (
    <MemberWordsProvider value={words}>
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
          {me.signedIn && !me.looksOnly && (
            <button
              className="plain-link min-h-11 text-ink-2"
              onClick={() => void leave(words.notReached).then(() => location.reload())}
            >
              {words.signOut}
            </button>
          )}
        </header>
        <KeepAnswers>
          <main>
            {!me.signedIn ? (
              <SignIn />
            ) : SESSIONS !== undefined ? (
              <Sessions id={SESSIONS} me={me} />
            ) : CLASSES !== undefined ? (
              <Dates id={CLASSES} me={me} />
            ) : TASKS !== undefined ? (
              <Waiting id={TASKS} />
            ) : (
              <Mine me={me} onDone={() => void load()} />
            )}
          </main>
        </KeepAnswers>
        {me.otherLanguages.length > 0 && (
          <footer className="mt-4 flex gap-4">
            {me.otherLanguages.map(({ name, language }) => (
              <a key={language} className="plain-link min-h-11 text-ink-2" href={`/-/language/${language}`}>
                {name}
              </a>
            ))}
          </footer>
        )}
      </div>
    </MemberWordsProvider>
  );
}

/** Booking is a part of its own: whoever has no sessions never fetches it. */
function Sessions({ id, me }: { id: string; me: SignedIn }) {
  const [Booking, setBooking] = useState<typeof BookingPage | null>(null);
  useEffect(() => void import('./Booking').then((part) => setBooking(() => part.Booking)), []);
  return Booking && <Booking productId={id} locale={me.language} />;
}

/** The dates of a class, fetched like booking by whoever has some. */
function Dates({ id, me }: { id: string; me: SignedIn }) {
  const [Classes, setClasses] = useState<typeof ClassesPage | null>(null);
  useEffect(() => void import('./Classes').then((part) => setClasses(() => part.Classes)), []);
  return Classes && <Classes productId={id} locale={me.language} />;
}

/** What is done or sent, fetched by whoever has some. */
function Waiting({ id }: { id: string }) {
  const [Tasks, setTasks] = useState<typeof TasksPage | null>(null);
  useEffect(() => void import('./Tasks').then((part) => setTasks(() => part.Tasks)), []);
  return Tasks && <Tasks productId={id} />;
}

function Mine({ me, onDone }: { me: SignedIn; onDone: () => void }) {
  const words = useMemberWords();
  const behind = me.agreements.some((a) => a.alarm);
  const agreements = <Agreements me={me} onDone={onDone} />;
  return (
    <>
      <h1 className="text-2xl" dir="auto">
        {words.yours(me.name)}
      </h1>
      <AnswersAboutOthers present={me.agreements.map((a) => a.id)} />
      {/* What is behind comes first: it is what this visit is about. */}
      {behind && agreements}
      {me.next && <Next next={me.next} locale={me.language} />}
      {isMuch(me.things) && !me.looksOnly && <Search />}
      <Things things={me.things} />
      {!behind && agreements}
      <Orders orders={me.orders} />
      {!me.looksOnly && <Account me={me} onDone={onDone} />}
    </>
  );
}

/** Whether there is more than can be seen at a glance. */
const isMuch = (things: SignedIn['things']): boolean =>
  things.length > 3 || things.some(({ course, membership }) => course !== null || membership !== null);

/** What was answered about something that is not shown any more. */
function AnswersAboutOthers({ present }: { present: readonly string[] }) {
  return useAnswers()
    .others(present)
    .map(([about, said]) => <AnswerLine key={about} said={said} />);
}
