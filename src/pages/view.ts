import { createContext, useContext } from 'react';
import type { ComponentType, ReactNode } from 'react';
import type { FileRef, RichText } from '#core/catalogue';
import type { Block } from '#core/pages';
import type { Words } from '#core/words';
import type { BlockId, PathId, StepId } from '#core/ids';

/** A price as a page shows it: words only. On the counter these are slots that are filled at each request. */
export interface PriceView {
  id: string;
  name: string;
  amount: string;
  usual: string | null;
  statement: string;
  /** Numbers left, days of sale; null where neither is limited. */
  notice: string | null;
}

export interface ThingView {
  title: string;
  promise: string;
  files: string;
}

/** What another path sells, as it stands in a list. */
export interface ListedView {
  href: string;
  title: string;
  promise: string;
  amounts: string;
  picture: string | null;
  alt: string;
}

/** What a thank-you page knows of its order. */
export interface OrderView {
  number: number;
  lines: { title: string; amount: string }[];
  paid: string;
  /** What is still due, a statement for each payment plan or subscription; empty when nothing more is. */
  later: string[];
  things: {
    title: string;
    state: 'open' | 'closed';
    /** Where it is read, where it is a course. */
    read: { href: string; label: string } | null;
    files: { name: string; size: string; href: string; elsewhere: boolean }[];
  }[];
}

/** Everything blocks read. Blocks hold words; prices, contents and addresses come from here. */
export interface PageView {
  /** What the page says besides the seller's words, in its reader's language. */
  words: Words['pages'];
  /** What is offered where a block stands: that of the checkout its button leads to. */
  offerOf: (block: { id: BlockId; step?: StepId | undefined }) => { title: string; prices: PriceView[] } | null;
  things: ThingView[];
  pictureUrl: (file: FileRef) => string;
  /** The address that a block's button leads to. */
  leadsTo: (block: { id: BlockId; step?: StepId | undefined; adds?: string | undefined }) => string;
  /** What another path sells; null where it sells nothing now. */
  listed: (path: PathId) => ListedView | null;
  /** The address of another path; null where it is not here. */
  pathHref: (path: PathId) => string | null;
  /** Where the checkout stands on this page, if it does. */
  checkout: ReactNode;
  order: OrderView | null;
  /** Set in the studio: words are edited in place. */
  edit: ((blockId: BlockId, change: (block: Block) => void) => void) | null;
  /** The studio's editor for formatted text; pages that are only read do without its weight. */
  richEditor: ComponentType<RichEditorProps> | null;
}

export interface RichEditorProps {
  value: RichText;
  onChange: (value: RichText) => void;
  label: string;
  placeholder?: string;
  className?: string;
}

const Context = createContext<PageView | null>(null);
export const PageViewProvider = Context.Provider;

export function usePageView(): PageView {
  const view = useContext(Context);
  if (!view) throw new Error('Blocks are drawn inside a page');
  return view;
}
