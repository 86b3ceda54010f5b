import { useState } from 'react';
import { Link } from 'react-router';
import { formatDay } from '#core/calendar';
import type { Course } from '#core/catalogue';
import { useFollowedQuery } from '../../data/ownerApi';
import { exportFollowed } from './exportFollowed';

const SHOWN = 8;

/** Who is where in a live course, and where most have stopped. */
export function OnTheWay({ product, zone }: { product: Course; zone: string }) {
  const { data } = useFollowedQuery(product.id);
  const [all, setAll] = useState(false);
  if (!data || data.members === 0) return null;
  const parts = [
    ...(data.notBegun > 0 ? [`${data.notBegun} not begun`] : []),
    ...data.inModule.flatMap(({ title, count }, i) => (count > 0 ? [`${count} in ${title || `module ${i + 1}`}`] : [])),
    ...(data.finished > 0 ? [`${data.finished} finished`] : []),
  ];
  const { stopsAt } = data;
  return (
    <section className="sec">
      <h3 className="mb-1">On the way</h3>
      <p>
        <b className="font-semibold">{data.members === 1 ? '1 member' : `${data.members} members`}</b>:{' '}
        {parts.join(', ')}.
      </p>
      {stopsAt && (
        <p className="mt-1 text-ink-2">
          Most stop at{' '}
          <Link className="underline" to={`/make/${product.id}/${stopsAt.id}`} dir="auto">
            {stopsAt.title}
          </Link>
          : {stopsAt.count} {stopsAt.count === 1 ? 'has' : 'have'} done nothing for two weeks
          {stopsAt.hard > 0 && `; ${stopsAt.hard} tried its questions more than three times`}.
        </p>
      )}
      <ul className="mt-2">
        {data.people.slice(0, all ? undefined : SHOWN).map((person) => (
          <li key={person.personId} className="flex justify-between gap-3 border-t border-line py-1">
            <Link className="min-w-0 break-words underline" to={`/deliver/people/${person.personId}`} dir="auto">
              {person.name}
            </Link>
            <span className="cap text-end">
              {person.done} of {person.of}
              {person.last !== null && `, ${formatDay(person.last, zone, 'en', { short: true })}`}
            </span>
          </li>
        ))}
      </ul>
      <p className="mt-1 flex gap-4">
        {!all && data.people.length > SHOWN && (
          <button className="opt" onClick={() => setAll(true)}>
            All {data.people.length}
          </button>
        )}
        <button className="opt" onClick={() => void exportFollowed(product.title, data.people)}>
          Export {data.people.length === 1 ? 'this one' : `these ${data.people.length}`} as CSV
        </button>
      </p>
    </section>
  );
}
