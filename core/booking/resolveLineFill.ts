import { type DispenserFill, dispenserFill } from '../delivery/dispenserFill.ts';
import { fractionOfRatio } from '../delivery/meteringTip.ts';
import { accept, at, type Outcome, refuse } from '../outcome.ts';
import { type LotHold, mayUseLot } from '../stock/lotHold.ts';
import { checkStock } from '../stock/postings.ts';
import type { Strength } from '../strength/notation.ts';
import { fractionOf } from '../strength/strength.ts';
import { microlitres } from '../units/volume.ts';
import { type FillFacts, mayFill } from './mayFill.ts';

export type LineFillRequest = {
  /** What is to be made, in microlitres. */
  readonly totalUl: number;
  /** Weaker than the line gives it; null for what the line gives. */
  readonly strength: Strength | null;
  readonly acknowledged: boolean;
  /** What whoever asks was shown, in microlitres; left out where it is still to be shown. */
  readonly shown?: { readonly lineUl: number; readonly productUl: number; readonly addUl: number };
};

export type LineFillFacts = FillFacts & {
  readonly line: {
    readonly name: string;
    /** Parts of water to one of product, as it was measured with this pail and this tip; null where it never was. */
    readonly ratio: number | null;
    /** It had a fault when it was measured last. */
    readonly fault: boolean;
  };
  /** The pail it draws from. */
  readonly pail: { readonly code: string; readonly heldUl: number; readonly onHold: LotHold | null };
};

export type LineFillResolution = DispenserFill & {
  /** What the pail has left, in microlitres. */
  readonly leftUl: number;
};

/** Whether somebody may fill from a line into a vessel at all. */
export function mayFillFromLine(facts: LineFillFacts, acknowledged: boolean): Outcome<null> {
  const { line, pail } = facts;
  const unverified = (why: 'never' | 'fault') => refuse('line.unverified', { line: line.name, why });
  if (line.ratio === null) return at('/lineId', unverified('never'));
  if (line.fault) return at('/lineId', unverified('fault'));
  const free = mayUseLot(pail.code, pail.onHold);
  if (!free.ok) return at('/lineId', free);
  return mayFill(facts, acknowledged, '/lineId');
}

/** What comes out of a line, and what is added, for so much of a strength. */
export function planLineFill(
  { totalUl, strength }: Pick<LineFillRequest, 'totalUl' | 'strength'>,
  { line, vessel }: Pick<LineFillFacts, 'line' | 'vessel'>,
): Outcome<DispenserFill> {
  const wanted = strength && fractionOf(strength);
  if (wanted && !wanted.ok) return at('/strength', wanted);
  const fill = dispenserFill(
    fractionOfRatio(line.ratio ?? 0),
    microlitres(totalUl),
    wanted ? wanted.value : null,
    vessel.limits.fillLimitUl,
  );
  return fill.ok ? fill : at(fill.code === 'line.tooWeak' ? '/strength' : '/totalUl', fill);
}

/**
 * Decides what comes out of a line for a fill, how much of it is product by what was measured, and what the pail has left.
 *
 * @example a line at 1:9 for 10 L at 1:19: 5 L from the line, 500 ml of it product, and 5 L of water
 */
export function resolveLineFill(request: LineFillRequest, facts: LineFillFacts): Outcome<LineFillResolution> {
  const may = mayFillFromLine(facts, request.acknowledged);
  if (!may.ok) return may;
  const fill = planLineFill(request, facts);
  if (!fill.ok) return fill;
  const { lineUl, productUl, addUl } = fill.value;
  const { shown = fill.value } = request;
  if (shown.lineUl !== lineUl || shown.productUl !== productUl || shown.addUl !== addUl) {
    const changed = refuse('mix.changed', { of: 'line' });
    return at('/shown', changed);
  }
  const left = checkStock(facts.pail.heldUl, productUl, facts.pail.code);
  return left.ok ? accept({ ...fill.value, leftUl: left.value }) : at('/lineId', left);
}
