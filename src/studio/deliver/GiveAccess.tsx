import { ChooseFile } from '../frame/ChooseFile';
import { useState } from 'react';
import type { ProductId } from '#core/ids';
import type { GiveAnswer, GiveLine } from '../../wire/owner';
import type { Draft } from '../data/draft';
import { sentenceOf, useGiveAccessMutation } from '../data/ownerApi';
import { type ListedPerson, readPeopleCsv } from '../data/peopleCsv';
import { ChoiceFill, DayFill, TextFill } from '../price/Fill';
import { deliverWords } from '#say/deliver';
const say = deliverWords.giveAccess;

type Lasts = 'good' | 'until';
const FATES: Record<GiveAnswer['fates'][number]['fate'], string> = {
  new: say.newCustomer,
  known: say.existingCustomer,
  has: say.hasAccessAlready,
  double: say.twiceList,
  wrong: say.notPossible,
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
        text: say.gaveAccessGivenPerson(answered.given, mail),
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
      <summary className="cursor-pointer">{to ? say.giveThemAccess : say.giveSomeoneAccess}</summary>
      <p className="sentence mt-2">
        {say.giveAccess}{' '}
        <ChoiceFill
          label={say.productOpen}
          value={productId}
          choices={products.map(({ id, title }) => [id, title || say.untitled] as const)}
          onChange={(id) => change(() => setProductId(id))}
        />{' '}
        {say.for}{' '}
        {to ? (
          <bdi className="font-semibold">{to.name || to.address}</bdi>
        ) : listed ? (
          <>
            <b className="font-semibold">{say.peopleFromFile(listed.length.toLocaleString('en'))}</b>{' '}
            <button className="opt" onClick={() => change(() => setListed(null))}>
              {say.justOnePerson}
            </button>
          </>
        ) : (
          <>
            <TextFill
              label={say.name}
              placeholder={say.name2}
              value={person.name}
              onChange={(name) => change(() => setPerson({ ...person, name }))}
            />{' '}
            {say.withEmail}{' '}
            <TextFill
              label={say.emailAddress}
              placeholder={say.email}
              most={254}
              value={person.address}
              onChange={(address) => change(() => setPerson({ ...person, address }))}
            />
          </>
        )}{' '}
        <ChoiceFill<Lasts>
          label={say.howLongAccessLasts}
          value={lasts}
          choices={[
            ['good', say.forGood],
            ['until', say.untilEnd],
          ]}
          onChange={(next) => change(() => setLasts(next))}
        />
        {lasts === 'until' && (
          <>
            {' '}
            <DayFill label={say.lastDay} value={until} onChange={(day) => change(() => setUntil(day))} />
          </>
        )}
        {say.reason}{' '}
        <TextFill
          label={say.reasonOptional}
          placeholder={say.optional}
          most={200}
          value={reason}
          onChange={setReason}
        />
        {say.and}{' '}
        <ChoiceFill
          label={say.whetherNotifyThem}
          value={mail ? 'mail' : 'quiet'}
          choices={[
            ['quiet', say.donTNotifyThem],
            ['mail', say.emailEachSignLink],
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
          {say.preview}
        </button>
        {!to && (
          <ChooseFile
            words={say.manyPeopleFromCsv}
            label={say.peopleFromCsvFile}
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
                  <bdi>{address || say.lineWithoutAddress}</bdi>: {why}
                </li>
              ))}
          </ul>
          {count > 0 && (
            <p className="mt-2">
              <button className="btn btn-primary btn-sm" disabled={giving.isLoading} onClick={() => void ask(false)}>
                {say.giveAccessTo(count, count.toLocaleString('en'))}
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
