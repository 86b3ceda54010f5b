import * as z from 'zod';
import { type Block, filesOfBlock, Page } from '#core/pages';
import { linkProblem } from '#core/catalogue';
import type { PageId, PathId } from '#core/ids';
import { extrasOf, pagesOf, type Path, type Step, STEP_KIND_NAMES, stepOf } from '#core/paths';
import type { DraftContent } from '../content';
import { type Finding, quoted, type Subject } from '../finding';
import { documentKind } from '../kind';

declare module '../content' {
  interface Documents {
    page: Page;
  }
  interface DraftContent {
    pages: Page[];
  }
  interface ReleaseContent {
    pages: Page[];
  }
}

const NAMES = { sales: 'page', checkout: 'checkout', thanks: 'thank-you page' };

const pathOf = ({ paths }: DraftContent, pageId: PageId) => paths.find((p) => pagesOf(p).includes(pageId));

/** The step that shows a page to everybody, or the other of its two designs to some. */
const stepShowing = (path: Path, pageId: PageId): { step: Step | undefined; other: boolean } => {
  const step = path.steps.find((s) => s.pageId === pageId);
  const of = path.comparisons?.find(({ other }) => other.of === 'page' && other.pageId === pageId);
  return step || !of ? { step, other: false } : { step: stepOf(path, of.step), other: true };
};

/** The other paths that a block leads to by itself. */
const leadsToPaths = (block: Block): PathId[] =>
  block.kind === 'shelf'
    ? block.paths
    : block.kind === 'links'
      ? block.links.flatMap(({ to }) => (to.kind === 'path' ? [to.path] : []))
      : [];

/** A page, made of blocks. */
export const pageKind = documentKind<'page', Page>({
  kind: 'page',
  list: 'pages',
  name: 'Page',
  stage: 'Sell',
  schema: z.array(Page).max(6_000),
  upgrade: (doc) => doc as Page,
  seal: (page) => page,
  unseal: (page) => page,
  title(page, content) {
    const path = pathOf(content, page.id);
    const { step, other = false } = path ? stepShowing(path, page.id) : {};
    return `${path?.title ?? ''}, ${other ? 'the other ' : ''}${step ? STEP_KIND_NAMES[step.kind] : NAMES[page.kind]}`;
  },
  route(id, content) {
    const path = pathOf(content, id);
    const { step, other = false } = path ? stepShowing(path, id) : {};
    return path && step ? `/sell/${path.id}/${step.id}${other ? '?other' : ''}` : '/sell';
  },
  fields: { blocks: ['words', 'the page'], title: 'title', description: 'description' },
  findings(content, { hasFile }) {
    const pages = new Map(content.pages.map((p) => [p.id, p]));
    // Only what some path shows can be met.
    return content.paths.flatMap((path) =>
      pagesOf(path).flatMap((id): Finding[] => {
        const page = pages.get(id);
        if (!page) return [];
        const about: Subject = { kind: 'page', id: page.id };
        const title = quoted(path.title);
        return page.blocks.flatMap((block): Finding[] => {
          const found: Finding[] = [];
          if (block.kind === 'offer' && block.step !== undefined && !path.steps.some((s) => s.id === block.step))
            found.push({
              level: 'stops',
              code: 'button-nowhere',
              text: `A button on ${title} leads to a step that is not there any more. Choose where it leads.`,
              about,
            });
          if (
            (block.kind === 'offer' || block.kind === 'onward') &&
            block.adds !== undefined &&
            !extrasOf(path).some(({ id }) => id === block.adds)
          )
            found.push({
              level: 'stops',
              code: 'adds-nothing',
              text: `A button on ${title} adds an extra that is not there any more. Choose what it adds.`,
              about,
            });
          const led = leadsToPaths(block).filter((to) => !content.paths.some((p) => p.id === to));
          if (led.length > 0)
            found.push({
              level: 'stops',
              code: 'link-nowhere',
              text: `A page of ${title} leads to a path that is not here any more. Take it off, or choose another.`,
              about,
            });
          if (
            block.kind === 'links' &&
            block.links.some(({ to }) => to.kind === 'elsewhere' && linkProblem({ url: to.href }) !== null)
          )
            found.push({
              level: 'stops',
              code: 'link-wrong',
              text: `A link on ${title} has no whole address, like https://example.org.`,
              about,
            });
          for (const { file, alt } of filesOfBlock(block)) {
            if (!hasFile(file.sha256))
              found.push({
                level: 'stops',
                code: 'file-missing',
                text: `The picture “${file.name}” on ${title} is not here.`,
                about,
              });
            if (alt.trim() === '')
              found.push({
                level: 'look',
                code: 'no-alt',
                text: `A picture on ${title} has no words for people who cannot see it.`,
                about,
              });
          }
          return found;
        });
      }),
    );
  },
});
