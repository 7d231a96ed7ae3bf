import type { PourRequest } from '#core/booking/resolvePour.ts';
import type { PourBody } from './ledger.ts';

/**
 * A pour as it crosses the wire, as it is decided about.
 *
 * @param happenedAt when it was poured, where that was earlier than now
 */
export const pourRequestOf = (body: PourBody, happenedAt: Date | null): PourRequest => ({
  ...body,
  fromTwo: body.rest !== undefined,
  foundUl: body.foundUl ?? 0,
  opens: body.opens === true,
  acknowledged: body.acknowledged === true,
  recipe: body.recipe ?? null,
  happenedAt,
});
