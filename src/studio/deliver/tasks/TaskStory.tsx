import { useState } from 'react';
import { Link } from 'react-router';
import { formatDay } from '#core/calendar';
import type { TaskAct, TaskRow } from '../../../wire/tasks';
import { sentenceOf } from '../../data/ownerApi';
import { useActOnTaskMutation, useTasksQuery } from '../../data/tasksApi';
import { May } from '../../frame/May';
import { TextFill } from '../../price/Fill';
import { deliverTasksWords } from '#say/deliver/tasks';
const say = deliverTasksWords.taskStory;

/** One of it: for whom, where to, and the act that ends it. */
export function TaskStory({ passId }: { passId: string }) {
  const { data } = useTasksQuery(null);
  const [act, acting] = useActOnTaskMutation();
  const [said, setSaid] = useState<{ text: string; wrong: boolean } | null>(null);
  const task = [...(data?.waiting ?? []), ...(data?.done ?? [])].find((one) => one.passId === passId);
  if (!data) return null;
  if (!task) return <p className="text-ink-2">{say.refundedNothingMoreDo}</p>;
  const day = (at: string): string => formatDay(at, data.zone, 'en');
  const go = (wanted: TaskAct): void =>
    void act({ passId, act: wanted })
      .unwrap()
      .then(
        ({ sentence }) => setSaid({ text: sentence, wrong: false }),
        (error: unknown) => setSaid({ text: sentenceOf(error), wrong: true }),
      );
  return (
    <>
      <h2 className="pr-6" dir="auto">
        {task.units > 1 ? `${task.units} × ` : ''}
        {task.title}
      </h2>
      <p dir="auto">
        {task.name || say.erasedCustomer}
        {task.order !== null && <span className="text-ink-2">{say.order(task.order)}</span>}
      </p>
      <p className="cap">
        {say.bought(day(task.since))}
        {task.by !== null && task.state !== 'done' && <>{say.promisedBy(day(`${task.by}T12:00:00.000Z`))}</>}.
      </p>
      {task.for === 'sending' && (
        <div className="sec mt-3">
          <h3>{say.whereTo}</h3>
          {task.lines.length === 0 ? (
            <p>{say.notKnownYetRecipient(task.address)}</p>
          ) : (
            task.lines.map((line, i) => (
              <p key={i} dir="auto">
                {line}
              </p>
            ))
          )}
        </div>
      )}
      {task.held !== '' && (
        <p className="wrong mt-2" role="alert">
          {task.held}
        </p>
      )}
      {task.state === 'on-hold' && <p className="mt-2 border-l-4 border-draft ps-3">{say.paymentDisputedPastDue}</p>}
      {said && (
        <p className={`mt-2 ${said.wrong ? 'wrong' : ''}`} role={said.wrong ? 'alert' : 'status'}>
          {said.text}
        </p>
      )}
      <May right="answer">
        {task.state === 'waiting' && <Finish task={task} disabled={acting.isLoading} onAct={go} />}
        {task.done && (
          <div className="sec mt-3">
            <p>
              {task.for === 'work' ? say.done : say.sent} {day(task.done.at)}
              {task.done.number !== '' && <>{say.number(task.done.number)}</>}
              {task.done.carrier !== '' && <> ({task.done.carrier})</>}.
            </p>
            {task.done.note !== '' && (
              <p className="mt-1" dir="auto">
                “{task.done.note}”
              </p>
            )}
            <button className="opt mt-2" disabled={acting.isLoading} onClick={() => go({ act: 'again' })}>
              {task.for === 'work' ? say.markAsNotDone : say.markAsNotSent}
            </button>
          </div>
        )}
      </May>
      {task.personId !== '' && (
        <p className="sec">
          <Link className="underline" to={`/deliver/people/${task.personId}`}>
            {say.openCustomer}
          </Link>
        </p>
      )}
    </>
  );
}

function Finish({ task, disabled, onAct }: { task: TaskRow; disabled: boolean; onAct: (act: TaskAct) => void }) {
  const [carrier, setCarrier] = useState('');
  const [number, setNumber] = useState('');
  const [note, setNote] = useState('');
  return (
    <div className="sec mt-3">
      {task.for === 'sending' && (
        <p className="sentence !text-base">
          {say.sentBy}{' '}
          <TextFill label={say.carrier} placeholder={say.thePost} value={carrier} onChange={setCarrier} most={100} />
          {say.trackingNumber}{' '}
          <TextFill
            label={say.trackingNumber2}
            placeholder={say.optional}
            value={number}
            onChange={setNumber}
            most={100}
          />
          .
        </p>
      )}
      <label className="mt-2 block">
        <span className="cap">{task.for === 'work' ? say.messageCustomer : say.messageCustomerOptional}</span>
        <textarea
          className="bare mt-1 w-full"
          rows={3}
          aria-label={say.messageCustomer}
          placeholder={task.for === 'work' ? say.yourPieceDoneHere : ''}
          dir="auto"
          value={note}
          onChange={(event) => setNote(event.target.value.slice(0, 1_000))}
        />
      </label>
      <button
        className="btn btn-primary mt-2"
        disabled={disabled}
        onClick={() => onAct({ act: 'done', carrier, number, note, ...(task.held === '' ? {} : { anyway: true }) })}
      >
        {task.for === 'work' ? say.markAsDone : task.held === '' ? say.markAsSent : say.markAsSentAnyway}
      </button>
      <p className="cap mt-1">{say.customerNotifiedEmail}</p>
    </div>
  );
}
