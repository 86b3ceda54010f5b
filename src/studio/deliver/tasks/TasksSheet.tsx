import { useNavigate } from 'react-router';
import { dateIn, formatDay } from '#core/calendar';
import type { TaskRow } from '../../../wire/tasks';
import { sentenceOf } from '../../data/ownerApi';
import { useTasksQuery } from '../../data/tasksApi';
import { saveCsv } from '../../frame/saveCsv';
import { tasksLink } from '../links';

/** What has to be done and to be sent, the oldest first, then what was done last. */
export function TasksSheet({ selected }: { selected: string | null }) {
  const { data, error } = useTasksQuery(null, { pollingInterval: 60_000 });
  const navigate = useNavigate();
  if (!data) return error ? <p className="wrong">{sentenceOf(error)}</p> : null;
  const day = (at: string): string => formatDay(at, data.zone, 'en');
  const list = (rows: readonly TaskRow[], label: string) => (
    <ul aria-label={label}>
      {rows.map((task) => (
        <li key={task.passId} className="border-t border-line">
          <button
            className={`flex w-full flex-wrap items-baseline gap-x-4 px-2 py-2 text-left ${task.passId === selected ? 'bg-paper-2' : ''}`}
            aria-pressed={task.passId === selected}
            onClick={() => void navigate(tasksLink(task.passId))}
          >
            <b className="w-28 font-semibold tabular-nums">{day(task.done?.at ?? task.since)}</b>
            <span className="flex-1" dir="auto">
              {task.name || 'Somebody who was erased'}{' '}
              <span className="cap">
                {task.units > 1 ? `${task.units} × ` : ''}
                {task.title}
              </span>
            </span>
            <span className={task.late ? 'text-alarm' : 'text-ink-2'}>{stands(task)}</span>
          </button>
        </li>
      ))}
    </ul>
  );
  const work = data.waiting.filter((task) => task.for === 'work');
  const sending = data.waiting.filter((task) => task.for === 'sending');
  return (
    <>
      <h1>To do and to send</h1>
      {data.waiting.length === 0 && <p className="mt-3 text-ink-2">Nothing waits for you.</p>}
      {work.length > 0 && (
        <section className="mt-4">
          <h3>To do</h3>
          {list(work, 'To do')}
        </section>
      )}
      {sending.length > 0 && (
        <section className="mt-4">
          <h3>To send</h3>
          {list(sending, 'To send')}
          <p className="mt-2">
            <button className="btn btn-quiet" onClick={() => saveToSend(sending, data.zone)}>
              Save the list as a file
            </button>
          </p>
        </section>
      )}
      {data.done.length > 0 && (
        <section className="mt-6">
          <h3>Done</h3>
          {list(data.done, 'Done')}
        </section>
      )}
    </>
  );
}

function stands({ state, late, for: what, lines, done }: TaskRow): string {
  if (state === 'done') return what === 'work' ? 'done' : done?.number ? `sent, ${done.number}` : 'sent';
  if (state === 'on-hold') return 'on hold: wait';
  if (what === 'sending' && lines.length === 0) return 'where to?';
  return late ? 'late' : 'waiting';
}

/** What is to be sent, as a file for labels: what waits on hold is left out. */
function saveToSend(rows: readonly TaskRow[], zone: string): void {
  saveCsv(
    rows
      .filter(({ state }) => state === 'waiting')
      .map(({ postal, title, units, order, since, address }) => ({
        name: postal?.name ?? '',
        street: postal?.street ?? '',
        'second line': postal?.more ?? '',
        postcode: postal?.postcode ?? '',
        town: postal?.city ?? '',
        country: postal?.country ?? '',
        item: title,
        number: units,
        order: order ?? '',
        ordered: dateIn(since, zone),
        mail: address,
      })),
    'To send',
  );
}
