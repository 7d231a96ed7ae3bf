import type { PourBody, Slip } from '#contract/ledger.ts';
import { atLeast } from '#contract/roles.ts';
import type { Measure } from '#core/mixing/chooseMeasure.ts';
import { type Contents, fractionIn, pourOff } from '#core/mixing/contents.ts';
import { asMeasured, isMeasurable, type PourPlan, planPours } from '#core/mixing/planPour.ts';
import { type Held, pourPostings } from '#core/stock/postings.ts';
import { type Fraction, fractionOf } from '#core/strength/strength.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import { microlitres } from '#core/units/volume.ts';
import { refuseHeldBatch } from '../containers/lotHolds.ts';
import type { Queryable } from '../db/books.ts';
import { HttpProblem, refusalProblem } from '../http/problems.ts';
import type { SignedIn } from '../http/signedIn.ts';
import { happenedAt } from '../http/when.ts';
import type { Allowed } from '../people/allowed.ts';
import { refuseUnfollowed } from '../recipes/followed.ts';
import { panelOf } from '../rigs/panel.ts';
import { measuresOf } from '../ware/queries.ts';
import { beforeOf, differenceOf } from './before.ts';
import { bookDraw, NEW_BATCH } from './book.ts';
import { checkWare, gone, refuseFilledSince, refuseUnfit } from './pourRefusals.ts';
import { type PourGround, pourGround } from './queries.ts';
import { openSealed, type Sources, sourcesOf } from './sources.ts';

/** Works the mix out again, checks that it can be poured as things stand, and books it. */
export async function bookPour(
  tx: Queryable,
  body: PourBody,
  who: Pick<SignedIn, 'personId' | 'name' | 'role'>,
  now: Date,
  allowed: Allowed = async () => null,
): Promise<Slip> {
  const ground = await pourGround(tx, body, who.personId, now);
  if (!ground) throw gone('Product, vessel or container', '', 'is not there any more');
  checkWare(ground, body);
  const [inIt] = ground.earlier;
  if (inIt && body.start.kind === 'leftover') await refuseHeldBatch(tx, inIt.id, '/start');
  const fraction = fractionOf(body.strength);
  if (!fraction.ok) throw refusalProblem(fraction, '/strength');

  const before = beforeOf(ground, body);
  const plan = await checkedPlan(tx, ground, body, fraction.value, before.start);
  const poured = body.start.kind === 'poured' ? before.start : null;
  const drawn = {
    productUl: microlitres(plan.productUl + (poured?.productUl ?? 0)),
    waterUl: microlitres(plan.waterUl + (poured?.waterUl ?? 0)),
  };
  const unsigned =
    drawn.productUl > 0 && ground.record.care.signOff && !ground.signedOff && who.role !== 'manager';
  const word = unsigned ? await allowed('signOff', String(body.productId)) : null;
  if (drawn.productUl > 0) {
    refuseUnfit(
      { ...ground, signedOff: ground.signedOff || word !== null },
      who,
      body.acknowledged,
      body.productId,
    );
  }
  const foundUl = body.foundUl ?? 0;
  const sources = await sourcesOf(tx, ground, body, drawn.productUl);
  const happened = happenedAt(body.occurredAt, now, lateDays(who.role));
  if (body.occurredAt && ground.filledAt && happened < ground.filledAt) refuseFilledSince(ground.vesselName);

  const panel = body.rig ? await panelOf(tx, body.vesselId, body.rig, fractionIn(plan.after)) : null;
  if (body.recipe) await refuseUnfollowed(tx, body.recipe, body, fraction.value, panel?.q ?? 1);

  const { containerAccount: container, tap, used, waste, waterId: water } = ground;
  const off =
    before.start && plan.pourOffUl > 0
      ? differenceOf(before.start, pourOff(before.start, plan.pourOffUl))
      : null;
  const heldOf = (contents: Contents): Held =>
    new Map([
      [body.productId, contents.productUl],
      [water, contents.waterUl],
    ]);
  await openSealed(tx, sources.opened, who, now);
  const { rest } = sources;
  const batch = await bookDraw(tx, {
    kind: 'draw',
    personId: who.personId,
    now,
    containerId: body.containerId,
    ...(rest && { restContainerId: rest.id }),
    placeId: ground.placeId,
    productId: body.productId,
    vesselId: body.vesselId,
    strength: body.strength,
    fraction: fraction.value,
    measured: body.measured,
    estimate: isEstimate(body, plan),
    useByDays: ground.record.useByDays,
    water: body.water,
    panel,
    recipe: body.recipe,
    happenedAt: happened,
    ...(foundUl > 0 && { reason: 'inTheJug' }),
    ...(word !== null && { overrideId: word }),
    postings: [
      ...(foundUl > 0
        ? [{ product: body.productId, from: ground.difference, to: container, ul: foundUl }]
        : []),
      ...pourPostings({
        mix: drawn,
        product: body.productId,
        water,
        accounts: { container, batch: NEW_BATCH, tap, used, waste },
        ...(rest && { rest: { account: rest.account, ul: rest.ul } }),
        before: before.inBooks(off, heldOf),
        ...(poured && off && { spilt: heldOf(off) }),
      }),
    ],
  });
  return {
    ...batch,
    productName: ground.productName,
    productUl: drawn.productUl,
    waterUl: drawn.waterUl,
    pouredOffUl: plan.pourOffUl,
    fraction: fractionIn(plan.after),
    estimate: isEstimate(body, plan),
    containerCode: ground.containerCode,
    containerKind: ground.containerKind,
    leftUl: sources.leftUl,
    rest: rest && slipRest(rest),
    vesselName: ground.vesselName,
    personName: who.name,
    at: happened.toISOString(),
  };
}

const slipRest = ({
  containerCode,
  containerKind,
  ul,
  leftUl,
}: NonNullable<Sources['rest']>): Slip['rest'] => ({
  containerCode,
  containerKind,
  ul,
  leftUl,
});

/** How many days late something may be entered: a technician the day after, who answers for the books a month. */
export const lateDays = (role: SignedIn['role']): number => (atLeast(role, 'lead') ? 31 : 1);

/** Product that was added without measuring it is a guess, and what a vessel was found to hold always is. */
const isEstimate = (body: PourBody, plan: PourPlan): boolean =>
  (plan.productUl > 0 && body.measured.length === 0) || body.start.kind === 'poured';

async function checkedPlan(
  tx: Queryable,
  ground: PourGround,
  body: PourBody,
  fraction: Fraction,
  start: Contents | null,
): Promise<PourPlan> {
  const { state, brimfulUl, fillLimitUl, smallestUl, displacementUl, units: show } = ground;
  const plans = planPours({
    state,
    fraction,
    vessel: { brimfulUl, fillLimitUl: microlitres(fillLimitUl - displacementUl), smallestUl },
    totalUl: microlitres(body.totalUl),
    start,
    show,
  });
  if (!plans.ok) throw refusalProblem(plans, plans.code.startsWith('total.') ? '/totalUl' : '/strength');
  const { shown, measured } = body;
  const plan = plans.value.find((p) => p.how === body.how) ?? plans.value[0];
  if (!plan) throw changed('There is no such way to make it any more.', 'Look again.');
  const parts = (await measuredParts(tx, measured)).flatMap(({ measure, ul }) =>
    measure ? [{ measure, ul }] : [],
  );
  const same = plan.how === body.how && plan.pourOffUl === shown.pourOffUl;
  const asRead =
    measured.length === 0
      ? plan
      : isMeasurable(plan, shown.productUl, parts)
        ? asMeasured(plan, shown.productUl)
        : null;
  const read = asRead !== null && asRead.productUl === shown.productUl && asRead.waterUl === shown.waterUl;
  if (same && read && parts.length === measured.length) return asRead;
  const words = `${formatVolume(plan.waterUl, show)} water, then ${formatVolume(plan.productUl, show)} product`;
  throw changed('The amounts shown are not the ones this mix needs.', `Look again: ${words}.`);
}

/** What was measured with which of the shop's measures; null for one that is no longer there. */
export async function measuredParts(
  tx: Queryable,
  measured: PourBody['measured'],
): Promise<{ measure: Measure | null; ul: number }[]> {
  if (measured.length === 0) return [];
  const rows = await measuresOf(
    tx,
    measured.map((m) => m.measureId),
  );
  return measured.map(({ measureId, ul }) => ({
    measure: rows.find((m) => m.id === measureId) ?? null,
    ul,
  }));
}

const changed = (detail: string, remedy: string) => new HttpProblem(409, 'mix.changed', detail, { remedy });
