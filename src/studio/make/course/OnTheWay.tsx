import { useState } from 'react';
import { Link } from 'react-router';
import { formatDay } from '#core/calendar';
import type { Course } from '#core/catalogue';
import { useFollowedQuery } from '../../data/ownerApi';
import { exportFollowed } from './exportFollowed';
import { makeCourseWords } from '#say/make/course';
const say = makeCourseWords.onTheWay;

const SHOWN = 8;

/** Who is where in a live course, and where most have stopped. */
export function OnTheWay({ product, zone }: { product: Course; zone: string }) {
  const { data } = useFollowedQuery(product.id);
  const [all, setAll] = useState(false);
  if (!data || data.members === 0) return null;
  const parts = [
    ...(data.notBegun > 0 ? [say.notStarted(data.notBegun)] : []),
    ...data.inModule.flatMap(({ title, count }, i) => (count > 0 ? [say.in(count, title || say.module(i + 1))] : [])),
    ...(data.finished > 0 ? [say.finished(data.finished)] : []),
  ];
  const { stopsAt } = data;
  return (
    <section className="sec">
      <h3 className="mb-1">{say.progress}</h3>
      <p>
        <b className="font-semibold">{data.members === 1 ? say.member : say.members(data.members)}</b>:{' '}
        {parts.join(', ')}.
      </p>
      {stopsAt && (
        <p className="mt-1 text-ink-2">
          {say.mostStop}{' '}
          <Link className="underline" to={`/make/${product.id}/${stopsAt.id}`} dir="auto">
            {stopsAt.title}
          </Link>
          {say.inactiveTwoWeeks(stopsAt.count)}
          {stopsAt.hard > 0 && say.triedItsQuestionsMore(stopsAt.hard)}.
        </p>
      )}
      <ul className="mt-2">
        {data.people.slice(0, all ? undefined : SHOWN).map((person) => (
          <li key={person.personId} className="flex justify-between gap-3 border-t border-line py-1">
            <Link className="min-w-0 break-words underline" to={`/deliver/people/${person.personId}`} dir="auto">
              {person.name}
            </Link>
            <span className="cap text-end">
              {say.of(person.done, person.of)}
              {person.last !== null && `, ${formatDay(person.last, zone, 'en', { short: true })}`}
            </span>
          </li>
        ))}
      </ul>
      <p className="mt-1 flex gap-4">
        {!all && data.people.length > SHOWN && (
          <button className="opt" onClick={() => setAll(true)}>
            {say.all(data.people.length)}
          </button>
        )}
        <button className="opt" onClick={() => void exportFollowed(product.title, data.people)}>
          {say.exportCountOneThese(data.people.length)}
        </button>
      </p>
    </section>
  );
}
