import { ChooseFile } from '../frame/ChooseFile';
import { useState } from 'react';
import type { ProductId } from '#core/ids';
import type { GiveAnswer, GiveLine } from '../../wire/owner';
import type { Draft } from '../data/draft';
import { sentenceOf, useGiveAccessMutation } from '../data/ownerApi';
import { type ListedPerson, readPeopleCsv } from '../data/peopleCsv';
import { ChoiceFill, DayFill, TextFill } from '../price/Fill';

type Lasts = 'good' | 'until';
const FATES: Record<GiveAnswer['fates'][number]['fate'], string> = {
  new: 'somebody new',
  known: 'known here',
  has: 'has it already',
  double: 'twice in the list',
  wrong: 'cannot be given',
};
const SHOWN = 12;

/** Opens a product for people who did not buy it: one, or many from a file, looked at before anything is done. */
export function GiveAccess({ draft, to }: { draft: Draft; to?: ListedPerson }) {
  const products = draft.live?.content.products ?? [];
  const [productId, setProductId] = useState<ProductId>(products[0]?.id ?? '');
  const [person, setPerson] = useState<ListedPerson>(to ?? { address: '', name: '' });
  const [listed, setListed] = useState<ListedPerson[] | null>(null);
  const [lasts, setLasts] = useState<Lasts>('good');
  const [until, setUntil] = useState('');
  const [reason, setReason] = useState('');
  const [mail, setMail] = useState(false);
  const [tried, setTried] = useState<GiveAnswer | null>(null);
  const [said, setSaid] = useState<{ text: string; wrong: boolean } | null>(null);
  const [give, giving] = useGiveAccessMutation();
  if (products.length === 0) return null;

  const lines: GiveLine[] = (listed ?? [person]).map(({ address, name }) => ({
    address,
    name,
    productId,
    until: lasts === 'until' && until !== '' ? until : null,
  }));
  const goes = (fate: GiveAnswer['fates'][number] | undefined): boolean =>
    fate?.fate === 'new' || fate?.fate === 'known';

  async function ask(tryOnly: boolean): Promise<void> {
    setSaid(null);
    const going = tryOnly ? lines : lines.filter((_, i) => goes(tried?.fates[i]));
    try {
      const answered = await give({ lines: going, reason, mail, tryOnly }).unwrap();
      if (tryOnly) return setTried(answered);
      setTried(null);
      setListed(null);
      setSaid({
        text: `Given to ${answered.given === 1 ? '1 person' : `${answered.given} people`}.${mail ? ' A sign-in link is on its way to each.' : ''}`,
        wrong: false,
      });
    } catch (error) {
      setSaid({ text: sentenceOf(error), wrong: true });
    }
  }

  async function readFile(file: File): Promise<void> {
    setTried(null);
    const read = await readPeopleCsv(file);
    if ('problem' in read) setSaid({ text: `“${file.name}”: ${read.problem}`, wrong: true });
    else {
      setSaid(null);
      setListed(read);
    }
  }

  const change = (what: () => void): void => {
    what();
    setTried(null);
  };
  const count = tried?.fates.filter(goes).length ?? 0;
  return (
    <details className="sec">
      <summary className="cursor-pointer">{to ? 'Give them access …' : 'Give somebody access …'}</summary>
      <p className="sentence mt-2">
        Open{' '}
        <ChoiceFill
          label="What is given"
          value={productId}
          choices={products.map(({ id, title }) => [id, title || 'Without a title'] as const)}
          onChange={(id) => change(() => setProductId(id))}
        />{' '}
        for{' '}
        {to ? (
          <bdi className="font-semibold">{to.name || to.address}</bdi>
        ) : listed ? (
          <>
            <b className="font-semibold">{listed.length.toLocaleString('en')} people of a file</b>{' '}
            <button className="opt" onClick={() => change(() => setListed(null))}>
              one instead
            </button>
          </>
        ) : (
          <>
            <TextFill
              label="Their name"
              placeholder="name"
              value={person.name}
              onChange={(name) => change(() => setPerson({ ...person, name }))}
            />{' '}
            at{' '}
            <TextFill
              label="Their address"
              placeholder="e-mail"
              most={254}
              value={person.address}
              onChange={(address) => change(() => setPerson({ ...person, address }))}
            />
          </>
        )}{' '}
        <ChoiceFill<Lasts>
          label="How long it lasts"
          value={lasts}
          choices={[
            ['good', 'for good'],
            ['until', 'until the end of'],
          ]}
          onChange={(next) => change(() => setLasts(next))}
        />
        {lasts === 'until' && (
          <>
            {' '}
            <DayFill label="Its last day" value={until} onChange={(day) => change(() => setUntil(day))} />
          </>
        )}
        , because of{' '}
        <TextFill label="Why it is given" placeholder="why" most={200} value={reason} onChange={setReason} />, and{' '}
        <ChoiceFill
          label="Whether they are told"
          value={mail ? 'mail' : 'quiet'}
          choices={[
            ['quiet', 'mail nobody'],
            ['mail', 'send each a sign-in link'],
          ]}
          onChange={(how) => setMail(how === 'mail')}
        />
        .
      </p>
      <p className="mt-2 flex flex-wrap items-baseline gap-4">
        <button
          className="btn btn-quiet btn-sm"
          disabled={giving.isLoading || (lasts === 'until' && until === '')}
          onClick={() => void ask(true)}
        >
          See what becomes of it
        </button>
        {!to && (
          <ChooseFile
            words="or many, from a CSV"
            label="People from a CSV"
            accept=".csv,text/csv"
            onFiles={([file]) => {
              if (file) void readFile(file);
            }}
          />
        )}
      </p>
      {tried && (
        <>
          <p className="mt-2">
            {Object.entries(FATES)
              .map(([fate, words]) => ({ words, n: tried.fates.filter((f) => f.fate === fate).length }))
              .filter(({ n }) => n > 0)
              .map(({ words, n }) => `${n.toLocaleString('en')} ${words}`)
              .join(', ')}
            .
          </p>
          <ul>
            {tried.fates
              .map((fate, i) => ({ ...fate, address: lines[i]?.address ?? '' }))
              .filter(({ why }) => why !== '')
              .slice(0, SHOWN)
              .map(({ address, why }, i) => (
                <li key={i} className="cap border-t border-line py-1">
                  <bdi>{address || 'A line without an address'}</bdi>: {why}
                </li>
              ))}
          </ul>
          {count > 0 && (
            <p className="mt-2">
              <button className="btn btn-primary btn-sm" disabled={giving.isLoading} onClick={() => void ask(false)}>
                Give it to {count === 1 ? '1 person' : `${count.toLocaleString('en')} people`}
              </button>
            </p>
          )}
        </>
      )}
      {said && (
        <p className={`mt-2 ${said.wrong ? 'wrong' : ''}`} role="status">
          {said.text}
        </p>
      )}
    </details>
  );
}
