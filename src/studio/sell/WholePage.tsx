import type { ComponentProps } from 'react';
import type { Instant } from '#core/calendar';
import type { Page } from '#core/pages';
import type { Path } from '#core/paths';
import { PageBody } from '../../pages/PageBody';
import type { Draft } from '../data/draft';
import { OfferPicture } from './OfferPicture';
import { useDraftView } from './useDraftView';

interface Props extends Pick<ComponentProps<typeof PageBody>, 'around'> {
  draft: Draft;
  path: Path;
  page: Page;
  at: Instant;
}

/** A page of a path as it is met: its blocks, and on an offer after payment what it asks. */
export function WholePage({ draft, path, page, at, around }: Props) {
  const view = useDraftView(draft, path, page, false, at);
  const step = path.steps.find((s) => s.pageId === page.id);
  return (
    <>
      <PageBody page={page} view={view} around={around} />
      {step?.kind === 'offer' && <OfferPicture draft={draft} path={path} step={step} at={at} />}
    </>
  );
}
