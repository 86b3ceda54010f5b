import { createContext, useContext } from 'react';
import type { FileRef } from '#core/catalogue';
import type { Block } from '#core/pages';

/** A price as a page shows it: words only. On the counter these are slots that are filled at each request. */
export interface PriceView {
  id: string;
  name: string;
  amount: string;
  usual: string | null;
  statement: string;
}

export interface ThingView {
  title: string;
  promise: string;
  files: string;
}

/** What a thank-you page knows of its order. */
export interface OrderView {
  number: number;
  lines: { title: string; amount: string }[];
  paid: string;
  things: { title: string; state: 'open' | 'closed'; files: { name: string; size: string; href: string }[] }[];
}

/** Everything blocks read. Blocks hold words; prices, contents and addresses come from here. */
export interface PageView {
  offer: { title: string; prices: PriceView[] } | null;
  things: ThingView[];
  pictureUrl: (file: FileRef) => string;
  checkoutHref: string;
  order: OrderView | null;
  /** Set in the studio: words are edited in place. */
  edit: ((blockId: string, change: (block: Block) => void) => void) | null;
}

const Context = createContext<PageView | null>(null);
export const PageViewProvider = Context.Provider;

export function usePageView(): PageView {
  const view = useContext(Context);
  if (!view) throw new Error('Blocks are drawn inside a page');
  return view;
}
