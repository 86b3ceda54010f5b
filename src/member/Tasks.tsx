import { useCallback, useState } from 'react';
import { Rich } from '../ui/Rich';
import { AnswerLine } from './answers';
import { readTasks, sendTo } from './api';
import { useMemberWords } from './memberWords';
import { PostalForm } from './PostalForm';
import { BackHome, CannotRead, useAct, useRead } from './useRead';

/** What is done for me or sent to me: what happens next, how it stands, and where it goes. */
export function Tasks({ productId }: { productId: string }) {
  const words = useMemberWords();
  const say = words.tasks;
  const [changing, setChanging] = useState<string | null>(null);
  const [read, load] = useRead(useCallback(() => readTasks(productId, words.notReached), [productId, words]));
  const { said, act } = useAct(load);
  if (read === null) return null;
  if ('problem' in read) return <CannotRead problem={read.problem} />;
  async function send(passId: string, postal: Parameters<typeof sendTo>[1]): Promise<void> {
    if (await act(sendTo(passId, postal, words.notReached))) setChanging(null);
  }
  return (
    <>
      <BackHome />
      <h1 className="text-2xl" dir="auto">
        {read.title}
      </h1>
      {read.whyNot !== '' && <p className="message mt-3">{read.whyNot}</p>}
      {said && <AnswerLine said={said} />}
      {read.tasks.map((task) => (
        <section key={task.passId} className="mt-4 border-t border-line pt-3">
          <p className={task.state === 'done' ? 'text-access' : 'font-semibold'}>{task.said}</p>
          {task.number !== '' && <p>{say.number(task.number, task.carrier)}</p>}
          {task.note !== '' && (
            <p className="mt-1 whitespace-pre-line break-words" dir="auto">
              {task.note}
            </p>
          )}
          {task.lines.length > 0 && (
            <div className="mt-2">
              <p className="cap">{say.goesTo}</p>
              {task.lines.map((line, i) => (
                <p key={i} dir="auto">
                  {line}
                </p>
              ))}
            </div>
          )}
          {task.canChange && changing !== task.passId && task.postal !== null && (
            <button className="plain-link min-h-11" onClick={() => setChanging(task.passId)}>
              {say.change}
            </button>
          )}
          {task.canChange && (changing === task.passId || task.postal === null) && (
            <PostalForm
              id={task.passId}
              postal={task.postal}
              countries={read.countries}
              onSend={(postal) => void send(task.passId, postal)}
            />
          )}
        </section>
      ))}
      {read.next && (
        <section className="mt-5">
          <h2>{say.next}</h2>
          <Rich text={read.next} />
        </section>
      )}
    </>
  );
}
