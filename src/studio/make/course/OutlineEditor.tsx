import { ChooseFile } from '../../frame/ChooseFile';
import { closestCenter, DndContext, type DragEndEvent, PointerSensor, useSensor, useSensors } from '@dnd-kit/core';
import { SortableContext, useSortable, verticalListSortingStrategy } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { GripVertical } from 'lucide-react';
import { type KeyboardEvent, useState } from 'react';
import { Link } from 'react-router';
import { type Course, type Lesson, lessonNamed, lessonsMoved, lessonStepped, type Module } from '#core/catalogue';
import type { LessonId } from '#core/ids';
import { newId } from '../../data/ids';
import { changeCourse } from './changeCourse';
import { goOnAt } from '../../frame/goOnAt';
import { addLessonsFrom } from './lessonFiles';
import { writtenInWords } from '../written/writtenInWords';
import { PlanFill } from '../inside/PlanFill';
import { makeCourseWords } from '#say/make/course';
const say = makeCourseWords.outlineEditor;

/** Modules and lessons in their order: dragged, or moved by the arrow keys, one or several at once. */
export function OutlineEditor({ course, today }: { course: Course; today: string }) {
  const [chosen, setChosen] = useState<ReadonlySet<LessonId>>(new Set());
  const [said, setSaid] = useState('');
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 5 } }));
  const edit = (recipe: (c: Course) => void): void => void changeCourse(course.id, recipe);
  const lessons = course.modules.flatMap((module) => module.lessons);

  function onDragEnd({ active, over }: DragEndEvent): void {
    const id = String(active.id);
    const to = over ? String(over.id) : id;
    if (to === id) return;
    // What is chosen goes along with the one that is dragged.
    const moved = chosen.has(id) ? lessons.flatMap((lesson) => (chosen.has(lesson.id) ? lesson.id : [])) : [id];
    if (moved.includes(to)) return;
    edit((c) => {
      const home = c.modules.find((m) => m.id === to || m.lessons.some((l) => l.id === to));
      if (!home) return;
      const at = home.lessons.findIndex((l) => l.id === to);
      const down = at >= 0 && home.lessons.some((l, i) => l.id === id && i < at);
      const before = at < 0 ? null : (home.lessons[down ? at + 1 : at]?.id ?? null);
      c.modules = lessonsMoved(c.modules, moved, home.id, before);
    });
  }

  function step(id: LessonId, by: -1 | 1): void {
    edit((c) => {
      c.modules = lessonStepped(c.modules, id, by);
    });
    setSaid(say.moved(by === -1));
  }

  function addModule(): void {
    const id = newId('mod');
    edit((c) => {
      c.modules.push({ id, title: '', plan: null, lessons: [] });
    });
    goOnAt(`[data-part="${id}"]`, 'input');
  }

  let number = 0;
  return (
    <>
      <span className="sr-only" role="status">
        {said}
      </span>
      {chosen.size > 0 && (
        <p className="mt-2 flex flex-wrap items-baseline gap-x-4">
          <b className="font-semibold">{chosen.size === 1 ? say.lessonSelected : say.lessonsSelected(chosen.size)}</b>
          {course.modules.map((module, i) => (
            <button
              key={module.id}
              className="opt"
              onClick={() => {
                edit((c) => {
                  const moved = c.modules.flatMap((m) => m.lessons).flatMap(({ id }) => (chosen.has(id) ? id : []));
                  c.modules = lessonsMoved(c.modules, moved, module.id, null);
                });
                setChosen(new Set());
              }}
            >
              {say.to(module.title || say.module2(i + 1))}
            </button>
          ))}
          <button className="opt" onClick={() => setChosen(new Set())}>
            {say.none}
          </button>
        </p>
      )}
      <DndContext sensors={sensors} collisionDetection={closestCenter} onDragEnd={onDragEnd}>
        {course.modules.map((module, i) => (
          <ModuleEditor key={module.id} course={course} module={module} at={i} today={today}>
            <SortableContext items={module.lessons.map(({ id }) => id)} strategy={verticalListSortingStrategy}>
              <ol>
                {module.lessons.map((lesson) => (
                  <LessonRow
                    key={lesson.id}
                    course={course}
                    lesson={lesson}
                    number={(number += 1)}
                    chosen={chosen.has(lesson.id)}
                    onChosen={(on) =>
                      setChosen((before) => {
                        const next = new Set(before);
                        if (on) next.add(lesson.id);
                        else next.delete(lesson.id);
                        return next;
                      })
                    }
                    onStep={(by) => step(lesson.id, by)}
                  />
                ))}
              </ol>
            </SortableContext>
          </ModuleEditor>
        ))}
      </DndContext>
      <p className="mt-4">
        <button className="opt" onClick={addModule}>
          {course.modules.length === 0 ? say.startModule : say.addModule}
        </button>
      </p>
    </>
  );
}

function ModuleEditor({
  course,
  module,
  at,
  today,
  children,
}: {
  course: Course;
  module: Module;
  at: number;
  today: string;
  children: React.ReactNode;
}) {
  const name = module.title || say.module(at + 1);
  const edit = (recipe: (m: Module) => void): void =>
    void changeCourse(course.id, (c) => {
      const found = c.modules.find((m) => m.id === module.id);
      if (found) recipe(found);
    });
  function move(by: -1 | 1): void {
    void changeCourse(course.id, (c) => {
      const from = c.modules.findIndex((m) => m.id === module.id);
      const [moved] = c.modules.splice(from, 1);
      if (moved) c.modules.splice(from + by, 0, moved);
    });
  }
  return (
    <section className="module mt-5" aria-label={name} data-part={module.id}>
      <div className="flex flex-wrap items-baseline gap-x-4 border-b border-line pb-1">
        <input
          className="bare font-head min-w-48 flex-1 text-[16px] font-semibold"
          aria-label={say.titleModule(at + 1)}
          placeholder={say.module(at + 1)}
          dir="auto"
          value={module.title}
          onChange={(event) =>
            edit((m) => {
              m.title = event.target.value.slice(0, 200);
            })
          }
        />
        <span className="cap text-access">
          <PlanFill
            label={say.whenUnlocks(name)}
            plan={module.plan}
            today={today}
            choices={[
              ['as-around', say.unlocksCourse],
              ['after', say.unlocks],
              ['on', say.unlocksOn],
              ['at-once', say.unlocksOnce],
              ['in-order', say.itsLessonsOneAfter],
            ]}
            onChange={(plan) =>
              edit((m) => {
                m.plan = plan;
              })
            }
          />
        </span>
        {at > 0 && (
          <button className="opt" aria-label={say.moveUp(name)} onClick={() => move(-1)}>
            {say.up}
          </button>
        )}
        {at < course.modules.length - 1 && (
          <button className="opt" aria-label={say.moveDown(name)} onClick={() => move(1)}>
            {say.down}
          </button>
        )}
        {module.lessons.length === 0 && (
          <button
            className="opt"
            aria-label={say.remove(name)}
            onClick={() =>
              void changeCourse(course.id, (c) => {
                c.modules = c.modules.filter((m) => m.id !== module.id);
              })
            }
          >
            {say.remove2}
          </button>
        )}
      </div>
      {children}
      <p className="flex flex-wrap items-baseline gap-x-4 py-1.5 ps-8">
        <button
          className="opt"
          aria-label={say.addLesson(name)}
          onClick={() => {
            const id = newId('les');
            edit((m) => {
              m.lessons.push(lessonNamed(id, ''));
            });
            goOnAt(`[data-part="${id}"]`, 'a');
          }}
        >
          {say.addLesson2}
        </button>
        <ChooseFile
          words={say.severalFromFiles}
          label={say.lessonsFromFiles(name)}
          several
          onFiles={(files) => {
            addLessonsFrom(course.id, module.id, files);
          }}
        />
      </p>
    </section>
  );
}

function LessonRow({
  course,
  lesson,
  number,
  chosen,
  onChosen,
  onStep,
}: {
  course: Course;
  lesson: Lesson;
  number: number;
  chosen: boolean;
  onChosen: (on: boolean) => void;
  onStep: (by: -1 | 1) => void;
}) {
  const { setNodeRef, setActivatorNodeRef, listeners, transform, transition, isDragging } = useSortable({
    id: lesson.id,
  });
  const name = lesson.title || say.lesson(number);
  function onKeyDown(event: KeyboardEvent): void {
    const by = event.key === 'ArrowUp' ? -1 : event.key === 'ArrowDown' ? 1 : 0;
    if (by === 0) return;
    event.preventDefault();
    onStep(by);
  }
  const marks = [
    ...(lesson.sample ? [say.freeSample] : []),
    ...(lesson.putAway ? [say.archived] : lesson.heldBack ? [say.hidden] : []),
    ...(lesson.counts ? [] : [say.optional]),
  ];
  return (
    <li
      data-part={lesson.id}
      ref={setNodeRef}
      style={{ transform: CSS.Translate.toString(transform), ...(transition === undefined ? {} : { transition }) }}
      className={`lesson-row ${isDragging ? 'dragged' : ''}`}
    >
      <button
        type="button"
        ref={setActivatorNodeRef}
        className="grip"
        {...listeners}
        aria-label={say.dragMoveArrowKeys(name)}
        onKeyDown={onKeyDown}
      >
        <GripVertical size={16} aria-hidden="true" />
      </button>
      <input
        type="checkbox"
        className="checkbox checkbox-sm"
        aria-label={say.select(name)}
        checked={chosen}
        onChange={(event) => onChosen(event.target.checked)}
      />
      <span className="w-6 text-end text-ink-2">{number}</span>
      <Link className="min-w-0 flex-1 break-words no-underline" to={`/make/${course.id}/${lesson.id}`} dir="auto">
        {lesson.title || say.untitled}
      </Link>
      <span className="cap text-end">
        {writtenInWords(lesson)}
        {marks.map((mark) => (
          <span key={mark} className="ms-3 text-draft">
            {mark}
          </span>
        ))}
      </span>
    </li>
  );
}
