import { Link } from 'react-router';
import type { StepId } from '#core/ids';
import { hrefOf, type Path, pointed, type Step, stepsInOrder, waysOut, STEP_KIND_NAMES } from '#core/paths';
import { type StepFigures, shareAt, wentOnAt } from '#core/visits';
import type { Draft } from '../../data/draft';
import type { PathFigures } from '../../../wire';
import { editPath } from './editPath';
import { counted, figuresAt, percent } from './figures';
import { chargedAt, stepName } from './stepInWords';
import { TargetFill } from './TargetFill';
import { sellPathWords } from '#say/sell/path';
const say = sellPathWords.waysList;

const WAY_NAMES = {
  next: say.then,
  yes: say.yesLeads,
  no: say.noLeads,
  'turned-back': say.turnedBackLeadsTo,
} as const;

/** The same path as a list: every step with its address, what is charged there, and where it leads. */
export function WaysList({
  draft,
  path,
  figures,
  inHand,
  onTake,
}: {
  draft: Draft;
  path: Path;
  figures: PathFigures | null;
  inHand: StepId;
  onTake: (id: StepId) => void;
}) {
  const { content } = draft;
  return (
    <table className="rows mt-3">
      <thead>
        <tr>
          <th>{say.step}</th>
          <th>{say.address}</th>
          <th>{say.charged}</th>
          {figures && <th>{say.visitors}</th>}
          {figures && <th>{say.continued}</th>}
          <th className="!pr-0">{say.leadsTo}</th>
        </tr>
      </thead>
      <tbody>
        {stepsInOrder(path).map((step) => (
          <tr key={step.id} aria-current={step.id === inHand ? 'true' : undefined}>
            <td dir="auto">
              <button className="opt text-left" onClick={() => onTake(step.id)}>
                {stepName(content, step)}
              </button>
              <span className="block text-ink-2">{STEP_KIND_NAMES[step.kind]}</span>
            </td>
            <td className="text-ink-2">
              <Link className="inline-block min-h-6 min-w-6" to={`/sell/${path.id}/${step.id}`}>
                {hrefOf(path, step)}
              </Link>
            </td>
            <td className="text-money">{chargedAt(content, path, step)}</td>
            {figures && <Counted step={step} at={figuresAt(figures, step.id)} />}
            <td className="!pr-0">
              <Ways draft={draft} path={path} step={step} />
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function Counted({ step, at }: { step: Step; at: StepFigures | undefined }) {
  const share = at && percent(shareAt(step, at));
  return (
    <>
      <td>{at ? counted(at.came) : ''}</td>
      <td>{at && step.kind !== 'thanks' ? `${counted(wentOnAt(step, at))}${share ? `, ${share}` : ''}` : ''}</td>
    </>
  );
}

/** Where a step leads, each way a choice. */
export function Ways({ draft, path, step }: { draft: Draft; path: Path; step: Step }) {
  const { content } = draft;
  const ways = waysOut(path, step);
  if (ways.length === 0) return <span className="text-ink-2">{say.theEnd}</span>;
  return (
    <>
      {ways.map(({ by, to }) => (
        <span key={by} className="mt-1.5 block first:mt-0">
          {WAY_NAMES[by]}{' '}
          <TargetFill
            content={content}
            path={path}
            without={step}
            label={`${stepName(content, step)}: ${WAY_NAMES[by].toLowerCase()}`}
            value={to}
            onChange={(target) => target && void editPath(path.id, (p) => pointed(p, step.id, by, target))}
          />
        </span>
      ))}
    </>
  );
}
