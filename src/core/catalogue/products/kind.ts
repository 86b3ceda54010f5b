import type * as z from 'zod';
import type { SessionsPromised, SetDate } from '#core/booking';
import type { ProductId } from '#core/ids';
import type { Part } from '#core/opening';
import type { FileRef } from '../file';
import type { Written } from './written';
import type { Product, ProductBase } from './product';

/** Something about what a product holds that a launch check finds. */
export interface ContentFinding {
  code: string;
  text: string;
  /** The product holds nothing: that stops publishing only where it is sold. */
  empties?: boolean;
}

/** One thing that a pass to a product opens: a file, or something held elsewhere. */
export interface Opening {
  id: string;
  name: string;
  /** Bytes and type of a file; null for what is held elsewhere. */
  file: FileRef | null;
  url: string | null;
  /** The part of the product that it opens with; null: with the product itself. */
  part: string | null;
  /** Taken along, which is counted; or looked at in its place, which is not. */
  use: 'taken' | 'shown';
}

/** What of a product opens when. */
export interface Parts {
  whole: Part;
  /** The hour of the shop's zone at which parts open, like "09:00". */
  hour: string | null;
}

/** At which dates a pass has a seat. */
export interface SeatsPromised {
  dates: readonly SetDate[];
  /** At all of them that are to come, or at one, which is picked. */
  pick: 'all' | 'one';
  /** Whether it is sold on once all of them are over. */
  soldAfter: boolean;
}

/**
 * Why, and from when, buyers' law lets somebody withdraw: digital content, services, goods that are sent, or something
 * that takes place on a date.
 */
export type WithdrawalBasis = 'digital' | 'services' | 'goods' | 'dated';

/** One kind of product: all that differs by kind, so that nobody else asks which it is. */
export interface ProductKind<P extends ProductBase> {
  readonly kind: P['kind'];
  /** How it is offered when something new is made: "Files to download". */
  readonly name: string;
  /** What it is good for, after its name where something new is made. */
  readonly explains: string;
  /** What several of them are called: "Downloads". */
  readonly several: string;
  readonly schema: z.ZodType<P>;
  /** A new one, with what every product has. */
  fresh(base: ProductBase): P;
  /** From any earlier shape that some browser, copy or release may hold. */
  upgrade(product: P): P;
  /** Whether there is anything that a pass would open. */
  holds(product: P): boolean;
  findings(product: P, quotedTitle: string): ContentFinding[];
  /** The files whose bytes it needs. */
  files(product: P): FileRef[];
  /** The SHA-256s of what stood in their places before. */
  earlier(product: P): string[];
  /** What is in it, for buyers: "3 files, 4.2 MB". */
  describe(product: P, locale: string): string;
  openings(product: P): Opening[];
  /** What opens by a plan; null where everything opens with it. */
  parts(product: P): Parts | null;
  /** Other products that stand in it. */
  contains(product: P): readonly ProductId[];
  /**
   * What a pass is opened to once it is bought: the product itself, with what stands in it open through it for as long as
   * it does; or each product that stood in it then, in its place.
   */
  readonly opensAs: 'itself' | 'its-parts';
  /**
   * What stands in it under an id of its own. Of what was shown somebody may have made use: it can be replaced or put
   * away, and not taken out.
   */
  places(product: P): { id: string; shown: boolean }[];
  /** What is read in it, part by part, as it stands today. */
  written(product: P): Written[];
  /** What in it is looked for by its own title, and edited apart. */
  named(product: P): { id: string; title: string; what: string }[];
  /** How many sessions a pass to it brings, once or each paid period; left out by kinds without any. */
  readonly sessions?: (product: P) => Omit<SessionsPromised, 'units'> | null;
  /** The dates at which a pass to it has a seat; left out by kinds without any. */
  readonly seats?: (product: P) => SeatsPromised | null;
  /** What the seller has to do for each pass to it; left out by kinds that open by themselves. */
  readonly waits?: (product: P) => 'work' | 'sending';
  /** What its buyer's right to withdraw goes by; of a bundle, what stands in it says. */
  readonly withdrawal: WithdrawalBasis;
  /** How its price is paid to begin with; once, where nothing is said. */
  readonly paidAs?: 'subscription';
  /** How often one buyer may fetch one thing, for how many hours a link to it works, and whether PDFs bear their name. */
  limits(product: P): { fetches: number; linkHours: number; named: boolean };
}

/** Any kind, for whoever treats all alike. */
export type AnyProductKind = ProductKind<Product>;
