import { useNavigate } from 'react-router';
import { dateIn, formatDay } from '#core/calendar';
import type { TaskRow } from '../../../wire/tasks';
import { sentenceOf } from '../../data/ownerApi';
import { useTasksQuery } from '../../data/tasksApi';
import { saveCsv } from '../../frame/saveCsv';
import { tasksLink } from '../links';
import { ListRow } from '../ListRow';
import { deliverTasksWords } from '#say/deliver/tasks';
const say = deliverTasksWords.tasksSheet;

/** What has to be done and to be sent, the oldest first, then what was done last. */
export function TasksSheet({ selected }: { selected: string | null }) {
  const { data, error } = useTasksQuery(null, { pollingInterval: 60_000 });
  const navigate = useNavigate();
  if (!data) return error ? <p className="wrong">{sentenceOf(error)}</p> : null;
  const day = (at: string): string => formatDay(at, data.zone, 'en');
  const list = (rows: readonly TaskRow[], label: string) => (
    <ul aria-label={label}>
      {rows.map((task) => (
        <ListRow
          key={task.passId}
          lead={day(task.done?.at ?? task.since)}
          who={task.name || say.erasedCustomer}
          what={`${task.units > 1 ? `${task.units} × ` : ''}${task.title}`}
          stands={stands(task)}
          alarm={task.late}
          selected={task.passId === selected}
          onTake={() => void navigate(tasksLink(task.passId))}
        />
      ))}
    </ul>
  );
  const work = data.waiting.filter((task) => task.for === 'work');
  const sending = data.waiting.filter((task) => task.for === 'sending');
  return (
    <>
      <h1>{say.doSend}</h1>
      {data.waiting.length === 0 && <p className="mt-3 text-ink-2">{say.nothingDoSend}</p>}
      {work.length > 0 && (
        <section className="mt-4">
          <h3>{say.toDo}</h3>
          {list(work, say.toDo)}
        </section>
      )}
      {sending.length > 0 && (
        <section className="mt-4">
          <h3>{say.toSend}</h3>
          {list(sending, say.toSend)}
          <p className="mt-2">
            <button className="btn btn-quiet" onClick={() => saveToSend(sending, data.zone)}>
              {say.exportAsCsv}
            </button>
          </p>
        </section>
      )}
      {data.done.length > 0 && (
        <section className="mt-6">
          <h3>{say.done}</h3>
          {list(data.done, say.done)}
        </section>
      )}
    </>
  );
}

function stands({ state, late, for: what, lines, done }: TaskRow): string {
  if (state === 'done') return what === 'work' ? 'done' : done?.number ? say.sent(done.number) : 'sent';
  if (state === 'on-hold') return say.holdWait;
  if (what === 'sending' && lines.length === 0) return say.noAddressYet;
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
    say.toSend,
  );
}
