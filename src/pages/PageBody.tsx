import { Fragment, type ReactNode } from 'react';
import type { Block, Page } from '#core/pages';
import { BlockView } from './blocks';
import { PageViewProvider, type PageView } from './view';

interface Props {
  page: Page;
  view: PageView;
  /** In the studio: what stands around each block. */
  around?: (block: Block, drawn: ReactNode) => ReactNode;
  showHidden?: boolean;
}

/** A page's blocks, one under another: the same on the counter, in the studio and in a preview. */
export function PageBody({ page, view, around, showHidden = false }: Props) {
  return (
    <PageViewProvider value={view}>
      {page.blocks
        .filter((block) => showHidden || !block.hidden)
        .map((block) => (
          <Fragment key={block.id}>
            {around ? around(block, <BlockView block={block} />) : <BlockView block={block} />}
          </Fragment>
        ))}
    </PageViewProvider>
  );
}
