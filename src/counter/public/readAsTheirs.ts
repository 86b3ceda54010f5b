import type { RequestHandler } from 'express';
import { holderOf, mayOpen } from '#core/shop';
import type { CounterContext } from '../context';
import { personOfDevice } from '../shared/device';
import { groundsIn, readingFor } from '../shared/reading';

/**
 * Leads whoever is signed in and has what an address names to where they read it as theirs; everybody else goes on.
 * @param own where that is: of a product, or of a part of it
 */
export const readAsTheirs =
  (
    context: CounterContext,
    own: { whole: (id: string) => string; part: (id: string, part: string) => string },
  ): RequestHandler =>
  (req, res, next) => {
    const personId = personOfDevice(context, req);
    const { product = '', part } = req.params as { product?: string; part?: string };
    const has =
      personId !== null &&
      mayOpen(holderOf(context.runner.state, personId), product, groundsIn(readingFor(context, req)));
    if (!has) return next();
    res.redirect(303, part === undefined ? own.whole(product) : own.part(product, part));
  };
