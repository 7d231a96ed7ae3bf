import type { PourBody, Slip } from '#contract/ledger.ts';
import { pourRequestOf } from '#contract/pourRequest.ts';
import { atLeast } from '#contract/roles.ts';
import { type PourFacts, resolvePour } from '#core/booking/resolvePour.ts';
import { panelFraction } from '#core/delivery/draw.ts';
import { fractionIn } from '#core/mixing/contents.ts';
import { measuresFor } from '#core/mixing/ownMeasures.ts';
import { pourPostings } from '#core/stock/postings.ts';
import { openContainer } from '../../containers/openContainer.ts';
import { sourcesOf } from '../../containers/queries.ts';
import type { Queryable } from '../../db/books.ts';
import { measures } from '../../equipment/queries.ts';
import { decidedAgainst } from '../../http/problems.ts';
import type { SignedIn } from '../../http/signedIn.ts';
import { happenedAt } from '../../http/when.ts';
import type { Allowed } from '../../people/allowed.ts';
import { versionOf } from '../../recipes/queries.ts';
import { rigAsSet } from '../../rigs/panel.ts';
import { beforePour, movedOf } from './before.ts';
import { bookBatch, NEW_BATCH } from './book.ts';
import { fillContext } from './fillContext.ts';

/** Looks up what decides about a pour, has it decided, and books it. */
export async function bookPour(
  tx: Queryable,
  body: PourBody,
  who: Pick<SignedIn, 'personId' | 'name' | 'role'>,
  now: Date,
  allowed: Allowed = async () => null,
): Promise<Slip> {
  const fill = await fillContext(tx, body, who, now);
  const [source = null, rest = null] = await sourcesOf(tx, body.containerId, body.rest?.containerId);
  const rig = body.rig ? await rigAsSet(tx, body.vesselId, body.rig) : null;
  const happened = happenedAt(body.occurredAt, now, lateDays(who.role));
  const request = pourRequestOf(body, body.occurredAt ? happened : null);
  const facts: PourFacts = {
    ...fill.facts,
    source,
    rest,
    measures: measuresFor(await measures(tx), fill.facts.product),
    recipe: body.recipe ? await versionOf(tx, body.recipe.versionId) : null,
    q: rig?.q ?? 1,
  };
  const subject = String(body.productId);
  let resolved = resolvePour(request, facts);
  const unsigned = !resolved.ok && resolved.code === 'safety.notSignedOff';
  const word = unsigned ? await allowed('signOff', subject) : null;
  if (word !== null) resolved = resolvePour(request, { ...facts, who: { ...facts.who, signedOff: true } });
  if (!resolved.ok) {
    const problem = decidedAgainst(resolved);
    if (unsigned && word === null) problem.extra.override = { rule: 'signOff', subject };
    throw problem;
  }

  const { plan, drawn, off, fraction, estimate, leftUl, restUl, restLeftUl } = resolved.value;
  const { productId: product } = body;
  const { water, accounts } = fill;
  const [from, second] = [facts.source, facts.rest] as [NonNullable<typeof source>, typeof rest];
  for (const c of [from, second]) if (c && c.openedAt === null) await openContainer(tx, c, who, now);
  const inVessel = fractionIn(plan.after);
  const batch = await bookBatch(tx, {
    kind: 'pour',
    personId: who.personId,
    now,
    containerId: from.id,
    ...(second && { restContainerId: second.id }),
    placeId: from.placeId,
    productId: product,
    vesselId: body.vesselId,
    strength: body.strength,
    fraction,
    measured: body.measured,
    estimate,
    useByDays: fill.useByDays,
    water: body.water,
    panel: rig && { ...rig, fraction: panelFraction(inVessel, rig.q) },
    recipe: body.recipe,
    jobId: body.jobId,
    happenedAt: happened,
    ...(request.foundUl > 0 && { reason: 'inTheJug' }),
    ...(word !== null && { overrideId: word }),
    postings: [
      ...(request.foundUl > 0
        ? [{ product, from: accounts.difference, to: from.accountId, ul: request.foundUl }]
        : []),
      ...pourPostings({
        mix: drawn,
        product,
        water,
        accounts: { ...accounts, container: from.accountId, batch: NEW_BATCH },
        ...(second && { rest: { account: second.accountId, ul: restUl } }),
        before: beforePour(fill, body.start.kind, resolved.value),
        ...(body.start.kind === 'poured' && off && { spilt: movedOf(product, water, off) }),
      }),
    ],
  });
  return {
    ...batch,
    productName: facts.product.name,
    productUl: drawn.productUl,
    waterUl: drawn.waterUl,
    pouredOffUl: plan.pourOffUl,
    fraction: inVessel,
    estimate,
    containerCode: from.code,
    containerKind: from.kind,
    leftUl,
    rest: second && {
      containerCode: second.code,
      containerKind: second.kind,
      ul: restUl,
      leftUl: restLeftUl,
    },
    vesselName: facts.vessel.name,
    personName: who.name,
    at: happened.toISOString(),
  };
}

/** How many days late something may be entered: a technician the day after, who answers for the books a month. */
export const lateDays = (role: SignedIn['role']): number => (atLeast(role, 'lead') ? 31 : 1);
