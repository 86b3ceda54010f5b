import * as z from 'zod';
import { addressProblem, Path } from '#core/paths';
import { type Finding, quoted, type Subject } from '../finding';
import { documentKind } from '../kind';

declare module '../content' {
  interface Documents {
    path: Path;
  }
  interface DraftContent {
    paths: Path[];
  }
  interface ReleaseContent {
    paths: Path[];
  }
}

/** The steps a buyer walks. */
export const pathKind = documentKind<'path', Path>({
  kind: 'path',
  list: 'paths',
  name: 'Path',
  stage: 'Sell',
  schema: z.array(Path).max(2_000),
  upgrade: (doc) => doc as Path,
  seal: (path) => path,
  unseal: (path) => path,
  title: ({ title }) => title,
  route: (id) => `/sell/${id}`,
  fields: { title: 'title', address: 'address', formerAddresses: ['', 'the address'], steps: 'steps' },
  findings({ paths, pages, offers }) {
    const owner = new Map<string, string>();
    for (const path of paths) owner.set(path.address, owner.get(path.address) ?? path.id);
    return paths.flatMap((path) => {
      const about: Subject = { kind: 'path', id: path.id };
      const found: Finding[] = [];
      const stops = (code: string, text: string): void => void found.push({ level: 'stops', code, text, about });
      const problem = addressProblem(path.address);
      if (problem) stops('address-wrong', `${quoted(path.title)}: ${problem}`);
      if (owner.get(path.address) !== path.id)
        stops('address-taken', `The address “${path.address}” is taken by another path.`);
      if (!offers.some((o) => o.id === path.offerId))
        stops('offer-missing', `${quoted(path.title)} sells an offer that is no longer here.`);
      for (const kind of ['checkout', 'thanks'] as const)
        if (!path.steps.some((s) => s.kind === kind))
          stops('step-missing', `${quoted(path.title)} has no ${kind === 'checkout' ? 'checkout' : 'thank-you page'}.`);
      for (const step of path.steps)
        if (!pages.some((p) => p.id === step.pageId))
          stops('page-missing', `A page of ${quoted(path.title)} is not here.`);
      for (const former of path.formerAddresses) {
        const now = owner.get(former);
        if (now && now !== path.id)
          found.push({
            level: 'look',
            code: 'former-taken',
            text: `“${former}” used to lead to ${quoted(path.title)} and now belongs to another path.`,
            about,
          });
      }
      return found;
    });
  },
});
