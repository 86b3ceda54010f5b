import type { DraftContent } from '#core/documents';
import {
  type Condition,
  entrancesOf,
  type Join,
  mainOffers,
  type Path,
  type Step,
  thanksOf,
  withCondition,
  withJoin,
} from '#core/paths';
import type { Draft } from '../../data/draft';
import { ChoiceFill } from '../../price/Fill';
import { editPath } from './editPath';
import { stepName } from './stepInWords';
import { TargetFill } from './TargetFill';
import { sellPathWords } from '#say/sell/path';
const say = sellPathWords.conditions;

/** Who can be sent another way, by the key of its condition. */
function whoChoices(content: DraftContent, path: Path): (readonly [string, string])[] {
  const prices = content.offers.filter((o) => mainOffers(path).includes(o.id)).flatMap((o) => o.prices);
  const extras = path.steps.flatMap((s) => s.extras ?? []);
  const titleOf = (offerId: string): string => content.offers.find((o) => o.id === offerId)?.title || say.untitled;
  return [
    ...(prices.length > 1
      ? prices.map((p, i) => [`price/${p.id}`, say.chose(p.name || say.price(i + 1))] as const)
      : []),
    ...extras.flatMap((e) => [
      [`extra/${e.id}/yes`, say.added(titleOf(e.offerId))] as const,
      [`extra/${e.id}/no`, say.declined(titleOf(e.offerId))] as const,
    ]),
    ...entrancesOf(path).map(
      (e) => [`entrance/${e.id}`, say.cameThrough(e.note || e.word || say.specialLink)] as const,
    ),
    ...content.products
      .filter((p) => !p.putAway)
      .map((p) => [`owns/${p.id}`, say.alreadyOwns(p.title || say.untitledProduct)] as const),
  ];
}

function whoKey(when: Condition): string {
  switch (when.about) {
    case 'price':
      return `price/${when.priceId}`;
    case 'extra':
      return `extra/${when.extraId}/${when.taken ? 'yes' : 'no'}`;
    case 'owns':
      return `owns/${when.productId}`;
    case 'entrance':
      return `entrance/${when.entranceId}`;
  }
}

function conditionOf(key: string): Condition | null {
  const [about, id = '', taken] = key.split('/');
  if (about === 'price') return { about, priceId: id };
  if (about === 'extra') return { about, extraId: id, taken: taken === 'yes' };
  if (about === 'entrance') return { about, entranceId: id };
  return about === 'owns' ? { about, productId: id } : null;
}

/** Whoever goes another way than everybody else, each in a sentence. Before payment nothing is known of anybody. */
export function Conditions({
  draft,
  path,
  step,
  by,
}: {
  draft: Draft;
  path: Path;
  step: Step;
  by: Exclude<Join['by'], 'button'>;
}) {
  const { content } = draft;
  const who = whoChoices(content, path);
  const thanks = thanksOf(path);
  const own = path.joins.flatMap((join, at) =>
    join.from === step.id && join.by === by && join.when ? [{ join, at }] : [],
  );
  if (step.kind !== 'checkout' && step.kind !== 'offer') return null;
  const name = stepName(content, step);
  return (
    <>
      {own.map(({ join, at }, i) => (
        <span key={at} className="mt-1.5 block">
          {say.butVisitorsCondition}{' '}
          <ChoiceFill
            label={say.exceptionWho(name, i + 1)}
            value={join.when ? whoKey(join.when) : ''}
            choices={
              join.when && !who.some(([key]) => join.when && key === whoKey(join.when))
                ? [...who, [whoKey(join.when), say.conditionCanNoLonger] as const]
                : who
            }
            onChange={(key) => {
              const when = conditionOf(key);
              if (when) void editPath(path.id, (p) => withJoin(p, at, { when }));
            }}
          />{' '}
          {say.goTo}{' '}
          <TargetFill
            content={content}
            path={path}
            without={step}
            label={say.exceptionWhere(name, i + 1)}
            value={join.to}
            onChange={(to) => to && void editPath(path.id, (p) => withJoin(p, at, { to }))}
          />{' '}
          <button
            className="opt"
            aria-label={say.removeException(i + 1, name)}
            onClick={() => void editPath(path.id, (p) => withJoin(p, at, null))}
          >
            {say.remove}
          </button>
        </span>
      ))}
      {thanks && who.length > 0 && (
        <span className="mt-1.5 block">
          <ChoiceFill
            label={say.addException(name, by)}
            value=""
            choices={[['', say.addException2], ...who]}
            onChange={(key) => {
              const when = conditionOf(key);
              if (when)
                void editPath(path.id, (p) => withCondition(p, step.id, by, when, { kind: 'step', step: thanks.id }));
            }}
          />
        </span>
      )}
    </>
  );
}
