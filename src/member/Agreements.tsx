import { type ReactNode, useState } from 'react';
import { KeelDrawing } from '../ui/KeelDrawing';
import { actOn, type MemberAgreement, sendSwitchTo, type SignedIn } from './api';
import { AnswerLine, useAnswers } from './answers';
import { useMemberWords } from './memberWords';
import type { MemberAct } from '../wire';
import { ChangeCard } from './ChangeCard';
import { ChangePlace } from './ChangePlace';
import { SwitchPlan } from './SwitchPlan';

/** What I pay: each payment plan and subscription with what is still to come, and what I can do about it. */
export function Agreements({ me, onDone }: { me: SignedIn; onDone: () => void }) {
  const words = useMemberWords();
  if (me.agreements.length === 0) return null;
  return (
    <section className="mt-8">
      <h2>{words.overTime}</h2>
      <ul className="mt-2">
        {me.agreements.map((a) => (
          <AgreementRow key={a.id} me={me} agreement={a} onDone={onDone} />
        ))}
      </ul>
    </section>
  );
}

/** What stands open below the buttons of an agreement. */
type Opened = MemberAgreement['acts'][number]['act'] | 'card' | 'place' | 'switch';

/** A button that opens what it names, and closes it again. */
function Opener({
  what,
  open,
  onOpen,
  children,
}: {
  what: Opened;
  open: Opened | null;
  onOpen: (what: Opened | null) => void;
  children: ReactNode;
}) {
  return (
    <button
      className="btn btn-quiet btn-touch"
      aria-expanded={open === what}
      onClick={() => onOpen(open === what ? null : what)}
    >
      {children}
    </button>
  );
}

function AgreementRow({ me, agreement: a, onDone }: { me: SignedIn; agreement: MemberAgreement; onDone: () => void }) {
  const [open, setOpen] = useState<Opened | null>(null);
  const [until, setUntil] = useState('');
  const [busy, setBusy] = useState(false);
  const words = useMemberWords();
  const answers = useAnswers();
  const said = answers.of(a.id);
  const chosen = a.acts.find((x) => x.act === open);

  const send = (act: MemberAct): Promise<boolean> => ask(() => actOn(a.id, act, words.notReached));

  /** @param stays whether what was opened stays open: it is only one step of more. @returns whether it was done */
  async function ask(what: () => ReturnType<typeof actOn>, { stays = false } = {}): Promise<boolean> {
    if (busy) return false;
    setBusy(true);
    const answer = await what();
    setBusy(false);
    answers.say(
      a.id,
      'problem' in answer ? { text: answer.problem, wrong: true } : { text: answer.sentence, wrong: false },
    );
    if ('problem' in answer) return false;
    if (!stays) setOpen(null);
    onDone();
    return true;
  }

  return (
    <li className="border-t border-line py-4">
      <h3 dir="auto">{a.title}</h3>
      <p className={a.alarm ? 'text-alarm' : 'text-ink-2'}>{a.state}</p>
      {a.layout && (
        <div className="my-2">
          <KeelDrawing layout={a.layout} hatch={`hatch-${a.id}`} small inHand={null} onHold={() => undefined} />
        </div>
      )}
      {a.rest !== '' && <p className="text-ink-2">{a.rest}</p>}
      {said && <AnswerLine said={said} />}
      <p className="mt-2 flex flex-wrap gap-x-3 gap-y-2">
        {a.card !== null && (
          <Opener what="card" open={open} onOpen={setOpen}>
            {a.card}
          </Opener>
        )}
        {a.acts.map((x) => (
          <Opener key={x.act} what={x.act} open={open} onOpen={setOpen}>
            {x.label}
          </Opener>
        ))}
        {a.switches.length > 0 && (
          <Opener what="switch" open={open} onOpen={setOpen}>
            {words.switchPlan}
          </Opener>
        )}
        {a.place !== null && (
          <Opener what="place" open={open} onOpen={setOpen}>
            {words.changeCountry(a.place.name)}
          </Opener>
        )}
        {a.writeTo !== null && (
          <a className="btn btn-quiet btn-touch" href={`mailto:${a.writeTo}`}>
            {words.writeToUs}
          </a>
        )}
        {a.againAt !== null && (
          <a className="btn btn-quiet btn-touch" href={a.againAt}>
            {words.startAgain}
          </a>
        )}
      </p>
      {open === 'card' && (
        <ChangeCard
          service={me.cardService}
          samples={me.sampleCards}
          busy={busy}
          onCard={(card) => void send({ act: 'card', card })}
        />
      )}
      {open === 'place' && a.place !== null && (
        <ChangePlace
          id={a.id}
          countries={me.countries}
          place={a.place}
          busy={busy}
          onPlace={(place) => void send({ act: 'move', ...place })}
        />
      )}
      {open === 'switch' && (
        <SwitchPlan
          id={a.id}
          switches={a.switches}
          countries={me.countries}
          busy={busy}
          onAddress={(postal) => ask(() => sendSwitchTo(a.id, postal, words.notReached), { stays: true })}
          onSwitch={({ offerId, priceId, shown }) => void send({ act: 'switch', offerId, priceId, shown })}
        />
      )}
      {chosen && (
        <div className="message calm mt-3">
          <p>{chosen.leadsTo}</p>
          {chosen.act === 'pause' && a.pauseDays && (
            <div className="co-field mt-3">
              <label htmlFor={`until-${a.id}`}>{words.untilWhich}</label>
              <input
                id={`until-${a.id}`}
                type="date"
                min={a.pauseDays.from}
                max={a.pauseDays.until}
                value={until}
                onChange={(event) => setUntil(event.target.value)}
              />
            </div>
          )}
          <button
            className="btn btn-primary btn-touch mt-3"
            disabled={busy || (chosen.act === 'pause' && until === '')}
            onClick={() => void send(chosen.act === 'pause' ? { act: 'pause', until } : { act: chosen.act })}
          >
            {chosen.act === 'pause' && until !== '' ? words.pauseUntil(until) : chosen.label}
          </button>
        </div>
      )}
      {a.payments.length > 0 && (
        <details className="mt-2">
          <summary className="plain-link min-h-11 cursor-pointer py-2">{words.soFar(a.payments.length)}</summary>
          <ul>
            {a.payments.map((p, i) => (
              <li key={i} className="flex flex-wrap items-baseline justify-between gap-x-4 border-t border-line py-2">
                <span>
                  {p.day}, {p.what}
                </span>
                <b className="text-money">{p.amount}</b>
                {p.paper && (
                  <a
                    className="plain-link inline-flex min-h-11 w-full items-center"
                    href={p.paper.href}
                    target="_blank"
                    rel="noopener"
                  >
                    {words.pdf(p.paper.name)}
                  </a>
                )}
              </li>
            ))}
          </ul>
        </details>
      )}
    </li>
  );
}
