import { type FormEvent, useState } from 'react';
import { type Found, searchMine } from './api';
import { useMemberWords } from './memberWords';

/** Looks through everything that is open to this member. */
export function Search() {
  const words = useMemberWords();
  const [question, setQuestion] = useState('');
  const [answer, setAnswer] = useState<Found | null>(null);
  const [wrong, setWrong] = useState<string | null>(null);

  async function ask(event: FormEvent): Promise<void> {
    event.preventDefault();
    const said = await searchMine(question, words.notReached);
    if ('problem' in said) return setWrong(said.problem);
    setWrong(null);
    setAnswer(said);
  }

  return (
    <section className="mt-3" role="search" aria-label={words.search}>
      <form className="flex gap-3" onSubmit={(event) => void ask(event)}>
        <input
          type="search"
          className="min-h-11 min-w-0 flex-1 border-b-2 border-edge bg-transparent"
          aria-label={words.search}
          placeholder={words.search}
          value={question}
          onChange={(event) => {
            setQuestion(event.target.value.slice(0, 200));
            if (event.target.value === '') setAnswer(null);
          }}
        />
        <button className="btn btn-quiet" disabled={question.trim() === ''}>
          {words.find}
        </button>
      </form>
      {wrong !== null && (
        <p className="message alarm mt-2" role="alert">
          {wrong}
        </p>
      )}
      {answer && (
        <div role="status">
          {answer.found.length === 0 && <p className="mt-2 text-ink-2">{words.nothingFound}</p>}
          <ul className="mt-2">
            {answer.found.map((place) => (
              <li key={`${place.href} ${place.title}`} className="border-t border-line py-2">
                <a className="font-semibold" href={place.href} dir="auto">
                  {place.title}
                </a>{' '}
                <span className="cap">{place.within}</span>
                {place.excerpt !== '' && (
                  <p className="cap" dir="auto">
                    {place.excerpt}
                  </p>
                )}
              </li>
            ))}
          </ul>
          {answer.more > 0 && <p className="cap">{words.foundMore(answer.more)}</p>}
        </div>
      )}
    </section>
  );
}
