import { useState } from 'react';
import type { SignedIn } from './api';
import { useMemberWords } from './memberWords';

type Thing = SignedIn['things'][number];

/** Everything this member has or had, each with its files. */
export function Things({ things }: { things: SignedIn['things'] }) {
  const words = useMemberWords();
  if (things.length === 0) return <p className="mt-3 text-ink-2">{words.nothingYet}</p>;
  return (
    <ul className="mt-4">
      {things.map((thing, i) => (
        <ThingRow key={i} thing={thing} alone={things.length === 1} />
      ))}
    </ul>
  );
}

function ThingRow({ thing, alone }: { thing: Thing; alone: boolean }) {
  const words = useMemberWords();
  const only = thing.files.length === 1 ? thing.files[0] : undefined;
  return (
    <li className="border-t border-line py-4">
      <div className="flex items-center justify-between gap-4">
        <div className="min-w-0">
          <h2 dir="auto">{thing.title}</h2>
          <p className={thing.open ? 'text-access' : 'text-ink-2'}>{thing.note}</p>
        </div>
        {only && <OpenButton file={only} />}
      </div>
      {thing.course && <CourseRow course={thing.course} />}
      {thing.coaching && (
        <p className="mt-2 flex flex-wrap items-center gap-4">
          {thing.coaching.href !== '' && (
            <a
              className={thing.coaching.canBook ? 'btn btn-primary' : 'plain-link min-h-11 py-2'}
              href={thing.coaching.href}
            >
              {thing.coaching.canBook ? words.booking.book : words.booking.toSessions}
            </a>
          )}
          <span>{thing.coaching.leftSaid}</span>
        </p>
      )}
      {thing.task && (
        <p className="mt-2 flex flex-wrap items-center gap-4">
          {thing.task.href !== '' && (
            <a className="btn btn-primary" href={thing.task.href}>
              {words.tasks.toIt}
            </a>
          )}
          <span>{thing.task.said}</span>
        </p>
      )}
      {thing.classes && thing.classes.href !== '' && (
        <p className="mt-2 flex flex-wrap items-center gap-4">
          <a className="btn btn-primary" href={thing.classes.href}>
            {words.classes.toDates}
          </a>
          <span>{thing.classes.said}</span>
        </p>
      )}
      {thing.membership && <MembershipRow title={thing.title} membership={thing.membership} />}
      {only ? (
        <Player file={only} />
      ) : (
        thing.files.length > 0 && (
          <details open={alone} className="mt-1">
            <summary className="plain-link min-h-11 cursor-pointer py-2">{words.files}</summary>
            <ul>
              {thing.files.map((file) => (
                <li key={file.id} className="border-t border-line py-2">
                  <div className="flex items-center justify-between gap-3">
                    <span className="min-w-0 break-words" dir="auto">
                      {file.name} <span className="cap whitespace-nowrap">{file.size}</span>
                    </span>
                    <OpenButton file={file} />
                  </div>
                  <Player file={file} />
                </li>
              ))}
            </ul>
          </details>
        )
      )}
    </li>
  );
}

/** A course: how far its member has come, what opens next, and where to go on. */
function CourseRow({ course }: { course: NonNullable<Thing['course']> }) {
  const words = useMemberWords();
  return (
    <div className="mt-2">
      <progress className="how-far" value={course.done} max={Math.max(1, course.of)} aria-label={course.progress} />
      <p>
        {course.progress}
        {course.opensNext !== '' && <span className="cap block">{course.opensNext}</span>}
      </p>
      <p className="mt-2 flex flex-wrap items-center gap-4">
        {course.goOn && (
          <a className="btn btn-primary" href={course.goOn.href}>
            {course.done === 0 ? words.beginWith(course.goOn.title) : words.goOnWith(course.goOn.title)}
          </a>
        )}
        <a className="plain-link min-h-11 py-2" href={course.href}>
          {words.allLessons}
        </a>
      </p>
    </div>
  );
}

/** A membership: what is new in it, what was begun, and the way in. */
function MembershipRow({ title, membership }: { title: string; membership: NonNullable<Thing['membership']> }) {
  const words = useMemberWords();
  const { fresh, goOn } = membership;
  return (
    <div className="mt-2">
      {membership.freshSaid !== '' && <p className="text-access">{membership.freshSaid}</p>}
      {fresh.length > 0 && (
        <ul>
          {fresh.map((post) => (
            <li key={post.href}>
              <a className="plain-link inline-block min-h-11 py-2" href={post.href} dir="auto">
                {post.title}
              </a>{' '}
              <span className="cap">{post.day}</span>
            </li>
          ))}
        </ul>
      )}
      {goOn.map((course) => (
        <p key={course.href}>
          <a className="plain-link inline-block min-h-11 py-2" href={course.href}>
            {words.goOnWith(course.title)}
          </a>{' '}
          <span className="cap">{course.progress}</span>
        </p>
      ))}
      {membership.opensNext !== '' && <p className="cap">{membership.opensNext}</p>}
      <p className="mt-2">
        <a className="btn btn-primary" href={membership.href}>
          {words.goInto(title)}
        </a>
      </p>
    </div>
  );
}

/** A file is fetched; a link held elsewhere opens in a window of its own. */
function OpenButton({ file }: { file: Thing['files'][number] }) {
  const words = useMemberWords();
  const word = file.elsewhere ? words.open : words.download;
  if (file.href === '') return null;
  return (
    <a
      className="btn btn-quiet shrink-0"
      href={file.href}
      aria-label={`${word} ${file.name}`}
      {...(file.elsewhere ? { target: '_blank', rel: 'noopener' } : {})}
    >
      {word}
    </a>
  );
}

/** Sound can be listened to in place; asked for only when wanted, because asking counts as a download. */
function Player({ file }: { file: Thing['files'][number] }) {
  const words = useMemberWords();
  const [on, setOn] = useState(false);
  if (!file.type.startsWith('audio/') || file.href === '') return null;
  if (!on)
    return (
      <button className="plain-link min-h-11 text-access" onClick={() => setOn(true)}>
        {words.listen}
        <span className="sr-only">{words.listenTo(file.name)}</span>
      </button>
    );
  return <audio className="mt-1 w-full" controls autoPlay preload="none" src={`${file.href}?view`} />;
}
