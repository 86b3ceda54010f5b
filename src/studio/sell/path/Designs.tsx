import { Link } from 'react-router';
import { formatAmount } from '#core/money';
import { type Comparison, type Extra, type Path, type Step, withOther } from '#core/paths';
import type { ArmFigures } from '#core/visits';
import { add, change, type Draft } from '../../data/draft';
import { newId } from '../../data/ids';
import { ChoiceFill, CountFill } from '../../price/Fill';
import type { PathFigures } from '../../../wire';
import { counted } from './figures';
import { ExtraSentence } from './ExtraSentence';
import { PriceChoice } from './PriceChoice';
import { sellPathWords } from '#say/sell/path';
const words = sellPathWords.designs;

interface Props {
  draft: Draft;
  path: Path;
  step: Step;
  figures: PathFigures | null;
}

const MOST = 3;

/** Two designs of what stands at the step in hand, tried against each other on real visitors. */
export function Designs({ draft, path, step, figures }: Props) {
  const all = path.comparisons ?? [];
  const here = all.filter((c) => c.step === step.id);
  const edit = (recipe: (all: Comparison[]) => Comparison[]): void =>
    void change('path', path.id, (p) => {
      p.comparisons = recipe(p.comparisons ?? []);
    });
  const begin = (other: Comparison['other']): void =>
    edit((now) => [...now, { id: newId('cmp'), step: step.id, other, share: 50, by: 'went-on' }]);
  const isFree = (test: (other: Comparison['other']) => boolean): boolean =>
    all.length < MOST && !here.some((c) => test(c.other));

  function beginPage(): void {
    const page = draft.content.pages.find((p) => p.id === step.pageId);
    if (!page) return;
    // Its blocks keep their names: where a button leads belongs to the path, and is alike in both.
    const other = { ...structuredClone(page), id: newId('page') };
    add('page', other.id, other);
    begin({ of: 'page', pageId: other.id });
  }
  const extras = (step.extras ?? []).filter(({ id }) =>
    isFree((other) => other.of === 'extra' && other.extra.id === id),
  );
  const title = (offerId: string): string =>
    draft.content.offers.find((o) => o.id === offerId)?.title ?? words.somethingDeleted;
  return (
    <section className="sec">
      <h3>{words.bTest}</h3>
      {here.map((comparison) => (
        <Compared
          key={comparison.id}
          draft={draft}
          path={path}
          step={step}
          comparison={comparison}
          figures={figures?.comparisons.find((f) => f.id === comparison.id) ?? null}
          edit={edit}
        />
      ))}
      <p className="mt-2 flex flex-wrap gap-x-3 gap-y-1.5">
        {isFree((other) => other.of === 'page') && (
          <button className="opt" onClick={beginPage}>
            {words.testAnotherVersionPage}
          </button>
        )}
        {extras.map((extra) => (
          <button key={extra.id} className="opt" onClick={() => begin({ of: 'extra', extra: structuredClone(extra) })}>
            {words.testAnotherVersionExtra(title(extra.offerId))}
          </button>
        ))}
        {step.offer && isFree((other) => other.of === 'offer') && (
          <button className="opt" onClick={() => step.offer && begin({ of: 'offer', ...step.offer })}>
            {words.testAnotherOfferHere}
          </button>
        )}
      </p>
      <p className="cap">
        {words.eachVisitorSeesOne} {all.length >= MOST && words.pathCanRunThree}
      </p>
    </section>
  );
}

const WHAT = { page: words.thisPage, extra: words.anExtra, offer: words.theOffer };

/** One comparison: who sees the other, by what it is judged, how it stands, and its end. */
function Compared({
  draft,
  path,
  step,
  comparison,
  figures,
  edit,
}: Omit<Props, 'figures'> & {
  comparison: Comparison;
  figures: PathFigures['comparisons'][number] | null;
  edit: (recipe: (all: Comparison[]) => Comparison[]) => void;
}) {
  const { other, share, by } = comparison;
  const set = (part: Partial<Comparison>): void =>
    edit((all) => all.map((c) => (c.id === comparison.id ? { ...c, ...part } : c)));
  /** The winner is what stands there: an edit, to be published like any other. */
  const end = (arm: 'a' | 'b'): void =>
    void change('path', path.id, (p) => {
      if (arm === 'b') Object.assign(p, withOther(p, comparison));
      p.comparisons = (p.comparisons ?? []).filter((c) => c.id !== comparison.id);
    });
  const name = words.bTest2(WHAT[other.of]);
  return (
    <div className="mt-2 border-t border-line pt-2" role="group" aria-label={name}>
      <p>
        {words.of(WHAT[other.of])}{' '}
        <CountFill
          label={words.shareSeesVersionB(name)}
          value={share}
          from={1}
          to={99}
          // Another share is another comparison: what was counted before would not be alike.
          onChange={(n) => set({ share: n, id: newId('cmp') })}
        />{' '}
        {words.visitorsSee}{' '}
        {other.of === 'page' && (
          <Link className="underline" to={`/sell/${path.id}/${step.id}?other`}>
            {words.versionB}
          </Link>
        )}
        {other.of === 'extra' && words.versionB2}
        {other.of === 'offer' && (
          <PriceChoice
            draft={draft}
            offerId={path.offerId}
            label={words.otherOffer(name)}
            value={other}
            none={words.choose}
            onChange={(named) => set({ other: { of: 'offer', ...named } })}
          />
        )}
        {other.of !== 'extra' && '. '}
        {other.of !== 'extra' && <JudgedBy name={name} by={by} onChange={(next) => set({ by: next })} />}
      </p>
      {other.of === 'extra' && (
        <>
          <ExtraSentence
            step={null}
            draft={draft}
            path={path}
            name={words.otherExtra(draft.content.offers.find((o) => o.id === other.extra.offerId)?.title ?? '')}
            extra={other.extra}
            onChange={(part: Partial<Extra>) => set({ other: { of: 'extra', extra: { ...other.extra, ...part } } })}
          />
          <p>
            <JudgedBy name={name} by={by} onChange={(next) => set({ by: next })} />
          </p>
        </>
      )}
      <p className="mt-1" role="status">
        {figures ? <Stands draft={draft} path={path} figures={figures} /> : words.countedFromDayYou}
      </p>
      <p className="cap flex flex-wrap gap-x-3">
        <button className="opt" onClick={() => end('a')}>
          {words.endTestKeepVersion}
        </button>
        <button className="opt" onClick={() => end('b')}>
          {words.endTestUseVersion}
        </button>
      </p>
    </div>
  );
}

function JudgedBy({
  name,
  by,
  onChange,
}: {
  name: string;
  by: Comparison['by'];
  onChange: (by: Comparison['by']) => void;
}) {
  return (
    <>
      {words.whatCounts}{' '}
      <ChoiceFill
        label={words.whatCounts2(name)}
        value={by}
        choices={[
          ['went-on', words.howManyContinue],
          ['money', words.whatVisitorPaysDay],
        ]}
        onChange={onChange}
      />
      .
    </>
  );
}

/** How it stands now. The sentence may be read at any hour. */
function Stands({
  draft,
  path,
  // By what is live counts, whatever is chosen since.
  figures: { by, a, b, verdict },
}: {
  draft: Draft;
  path: Path;
  figures: PathFigures['comparisons'][number];
}) {
  const { shop, offers } = draft.content;
  const currency = offers.find((o) => o.id === path.offerId)?.currency ?? shop.currency;
  const each = (value: number): string =>
    by === 'money' ? formatAmount(Math.round(value), currency, shop.locale) : `${(value * 100).toFixed(1)} %`;
  const arm = (of: ArmFigures): string =>
    words.sawIt(counted(of.came), of.came === 0 ? '' : `, ${each(of.sum / of.came)}`);
  const apart = (value: number): string =>
    by === 'money' ? words.perVisitor(each(value)) : words.points((value * 100).toFixed(1));
  return (
    <>
      {words.bothVersions(arm(a), arm(b))}{' '}
      <b className="font-semibold">
        {verdict.says === 'too-few'
          ? words.notEnoughVisitorsYet
          : verdict.says === 'none-yet'
            ? words.noDifferenceYet(verdict.moreDays === null ? null : counted(verdict.moreDays))
            : words.oneIsBetter(verdict.arm, apart(verdict.from), apart(verdict.to))}
      </b>
    </>
  );
}
