import type { PourBody, Slip } from '#contract/ledger.ts';
import { atLeast } from '#contract/roles.ts';
import type { Measure } from '#core/mixing/chooseMeasure.ts';
import { type Contents, fractionIn, pourOff } from '#core/mixing/contents.ts';
import {
  asMeasured,
  isMeasurable,
  leftoverContents,
  type PourPlan,
  planPours,
} from '#core/mixing/planPour.ts';
import { mayMix } from '#core/safety/mayMix.ts';
import { type Before, checkStock, type Held, pourPostings } from '#core/stock/postings.ts';
import { type Fraction, fractionOf } from '#core/strength/strength.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import { microlitres } from '#core/units/volume.ts';
import { refuseHeld, refuseHeldBatch } from '../containers/lotHolds.ts';
import type { Queryable } from '../db/books.ts';
import { HttpProblem, refusalProblem } from '../http/problems.ts';
import type { SignedIn } from '../http/signedIn.ts';
import { happenedAt } from '../http/when.ts';
import type { Allowed } from '../people/overrides.ts';
import { traitsFrom } from '../products/queries.ts';
import { refuseUnfollowed } from '../recipes/followed.ts';
import { panelOf } from '../rigs/panel.ts';
import { measuresOf } from '../ware/queries.ts';
import { bookDraw, NEW_BATCH } from './book.ts';
import { refuseMeeting } from './meeting.ts';
import { type PourGround, pourGround } from './queries.ts';

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
  if (foundUl > 0) {
    refuseNoRoom(ground, foundUl);
    refuseMoreFound(ground, foundUl, drawn.productUl);
  }
  const left = checkStock(ground.heldUl + foundUl, drawn.productUl, ground.containerCode, ground.units);
  if (!left.ok) throw refusalProblem(left, '/containerId', 409);
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
  const batch = await bookDraw(tx, {
    kind: 'draw',
    personId: who.personId,
    now,
    containerId: body.containerId,
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
    leftUl: left.value,
    vesselName: ground.vesselName,
    personName: who.name,
    at: happened.toISOString(),
  };
}

/** How many days late something may be entered: a technician the day after, who answers for the books a month. */
export const lateDays = (role: SignedIn['role']): number => (atLeast(role, 'lead') ? 31 : 1);

/** What a vessel holds goes by the last fill that was booked: one from before it can't be booked as if it came after. */
function refuseFilledSince(vessel: string): never {
  const message = `When: ${vessel} was filled again since.`;
  const remedy = 'Enter what was poured on the container’s page, as poured and not booked.';
  throw new HttpProblem(409, 'pour.filledSince', message, {
    remedy,
    errors: [{ pointer: '/occurredAt', message, remedy }],
  });
}

function refuseNoRoom({ heldUl, sizeUl, containerCode: code, units }: PourGround, foundUl: number): void {
  if (heldUl + foundUl <= sizeUl) return;
  const message = `Found in it: ${code} holds ${formatVolume(sizeUl, units)} when full, and that would be more.`;
  const remedy = 'Check which container it was, or have it counted.';
  throw new HttpProblem(409, 'container.full', message, {
    remedy,
    errors: [{ pointer: '/foundUl', message, remedy }],
  });
}

/** What really is in the jug covers what is missing for this pour, and no more: the rest is for a count to find. */
function refuseMoreFound(
  { heldUl, containerCode: code, units }: PourGround,
  foundUl: number,
  drawnUl: number,
): void {
  const missingUl = Math.max(0, drawnUl - heldUl);
  if (foundUl <= missingUl) return;
  const message =
    missingUl === 0
      ? `Found in it: ${code} holds enough for this mix by the books.`
      : `Found in it: ${formatVolume(missingUl, units)} is missing for this mix, and that would be more.`;
  const remedy = 'Pour as the books have it; what else is in there is found by a count.';
  throw new HttpProblem(409, 'found.tooMuch', message, {
    remedy,
    errors: [{ pointer: '/foundUl', message, remedy }],
  });
}

/** Refuses who may not mix it, or has not said what it asks for. */
export function refuseUnfit(
  {
    productName: name,
    record,
    signedOff,
    notes,
  }: Pick<PourGround, 'productName' | 'record' | 'signedOff' | 'notes'>,
  who: Pick<SignedIn, 'role'>,
  acknowledged: boolean | undefined,
  productId?: number,
): void {
  const may = mayMix(
    { name, care: record.care, notes },
    { signedOff, answers: who.role === 'manager' },
    acknowledged === true,
  );
  if (may.ok) return;
  const problem = refusalProblem(may, may.field === 'Product' ? '/productId' : '/acknowledged', 409);
  if (may.code === 'safety.notSignedOff' && productId !== undefined)
    problem.extra.override = { rule: 'signOff', subject: String(productId) };
  throw problem;
}

/** Product that was added without measuring it is a guess, and what a vessel was found to hold always is. */
const isEstimate = (body: PourBody, plan: PourPlan): boolean =>
  (plan.productUl > 0 && body.measured.length === 0) || body.start.kind === 'poured';

/** What is in the vessel by the books, as used: a fill is made in an empty one. */
export const allUsed = ({ earlier }: Pick<PourGround, 'earlier'>): Before<number>[] =>
  earlier.map(({ batch, held }) => ({
    account: batch,
    kept: new Map(),
    pouredOff: new Map(),
    used: new Map(held.map((h) => [h.product, h.ul])),
  }));

type BeforePour = {
  start: Contents | null;
  inBooks: (off: Contents | null, heldOf: (contents: Contents) => Held) => Before<number>[];
};

/** What is in the vessel, by the body and the books, and what the ledger has to move of it. */
function beforeOf(ground: PourGround, { start, productId }: PourBody): BeforePour {
  const { waterId, difference } = ground;
  const [earlier] = ground.earlier;
  const nothing: Held = new Map();
  const all: Held = new Map(earlier?.held.map((h) => [h.product, h.ul]));
  const usedUp = allUsed(ground);
  if (start.kind === 'empty') return { start: null, inBooks: () => usedUp };
  if (start.kind === 'poured') {
    const contents = { productUl: microlitres(start.productUl), waterUl: microlitres(start.waterUl) };
    return { start: contents, inBooks: () => usedUp };
  }
  const others = earlier?.held.filter((h) => h.product !== productId && h.product !== waterId) ?? [];
  if (earlier && others.length > 0) {
    const message = `In it now: by the books ${ground.vesselName} holds a different product, and two products are never combined.`;
    const remedy = 'Empty and rinse it, then make a fill.';
    throw new HttpProblem(409, 'leftover.different', message, {
      remedy,
      errors: [{ pointer: '/start', message, remedy }],
    });
  }
  const typed = fractionOf(start.strength, 'How strong it is');
  if (!typed.ok) throw refusalProblem(typed, '/start/strength');
  const booked = earlier && {
    productUl: microlitres(all.get(productId) ?? 0),
    waterUl: microlitres(all.get(waterId) ?? 0),
  };
  const { contents, fromBooks } = leftoverContents(start.leftUl, typed.value, booked ?? null);
  return {
    start: contents,
    inBooks: (off, heldOf) => {
      const parts = {
        kept: heldOf(off ? differenceOf(contents, off) : contents),
        pouredOff: off ? heldOf(off) : nothing,
      };
      if (fromBooks && booked && earlier) {
        const rest = heldOf(differenceOf(booked, contents));
        return [{ account: earlier.batch, ...parts, used: rest }, ...usedUp.slice(1)];
      }
      // The books know nothing of it: it was found.
      return [...usedUp, { account: difference, ...parts, used: nothing }];
    },
  };
}

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
  const parts = await measuredParts(tx, measured);
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

/** What was measured with which of the shop's measures; one that is no longer there is left out. */
export async function measuredParts(
  tx: Queryable,
  measured: PourBody['measured'],
): Promise<{ measure: Measure; ul: number }[]> {
  if (measured.length === 0) return [];
  const rows = await measuresOf(
    tx,
    measured.map((m) => m.measureId),
  );
  return measured.flatMap(({ measureId, ul }) => {
    const measure = rows.find((m) => m.id === measureId);
    return measure ? [{ measure, ul }] : [];
  });
}

const changed = (detail: string, remedy: string) => new HttpProblem(409, 'mix.changed', detail, { remedy });

export const differenceOf = (a: Contents, b: Contents): Contents => ({
  productUl: microlitres(a.productUl - b.productUl),
  waterUl: microlitres(a.waterUl - b.waterUl),
});

function checkWare(ground: PourGround, { productId }: PourBody): void {
  if (ground.productRetired) throw gone('Product', '/productId', 'has been retired');
  if (ground.vesselRetired) throw gone('Vessel', '/vesselId', 'has been retired');
  if (ground.containerRetired) throw gone('Container', '/containerId', 'has been put away');
  if (ground.containerProductId !== productId) {
    throw gone('Container', '/containerId', `${ground.containerCode} holds a different product`);
  }
  refuseHeld(ground.containerCode, ground.onHold, '/containerId');
  if (!ground.opened) throw gone('Container', '/containerId', `${ground.containerCode} is not open yet`);
  refuseMeeting(
    { name: ground.productName, traits: traitsFrom(ground.traits, ground.record) },
    ground.held.map(({ name, traits, record }) => ({ name, traits: traitsFrom(traits, record) })),
    ground.vesselName,
  );
}

function gone(field: string, pointer: string, why: string): HttpProblem {
  const message = why.startsWith('P-') ? `${field}: ${why}.` : `${field} ${why}.`;
  const remedy = 'Choose another from the list.';
  return new HttpProblem(409, 'ware.unusable', message, { remedy, errors: [{ pointer, message, remedy }] });
}
