import type { Page } from '#core/pages';
import { BlockView } from './blocks';
import { PageViewProvider, type PageView } from './view';

/** A page's blocks, one under another: the same on the counter, in the studio and in a preview. */
export function PageBody({ page, view }: { page: Page; view: PageView }) {
  return (
    <PageViewProvider value={view}>
      {page.blocks.map((block) => <BlockView key={block.id} block={block} />)}
    </PageViewProvider>
  );
}
