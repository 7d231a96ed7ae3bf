import { accept, at, type Outcome, refuse } from '../outcome.ts';
import type { Unusable } from '../refusals.ts';
import { type LotHold, mayUseLot } from '../stock/lotHold.ts';
import { checkStock } from '../stock/postings.ts';
import { fromTwo } from '../stock/twoSources.ts';

/** A container that a pour takes from. */
export type SourceContainer = {
  readonly id: number;
  readonly code: string;
  readonly productId: number;
  readonly heldUl: number;
  readonly sizeUl: number;
  /** When it was opened; null while it is sealed. */
  readonly openedAt: unknown;
  /** When it was put away; null while it is there. */
  readonly awayAt: unknown;
  readonly onHold: LotHold | null;
};

export type SourcesRequest = {
  /** The first is finished, and what it lacks comes from a second one. */
  readonly fromTwo: boolean;
  /** What really is in the first although the books lack it, in microlitres. */
  readonly foundUl: number;
  /** Whichever of them is sealed is opened for this. */
  readonly opens: boolean;
};

export type SourcesFacts = {
  readonly source: SourceContainer | null;
  readonly rest: SourceContainer | null;
};

export type SourcesResolution = {
  /** What the first has left, and what comes from the second and it then has left, in microlitres. */
  readonly leftUl: number;
  readonly restUl: number;
  readonly restLeftUl: number;
};

/** Whether a pour of a product may take from a container at all. */
export function mayPourFrom(
  source: SourceContainer | null,
  productId: number,
  opens: boolean,
  pointer: string,
): Outcome<null> {
  const no = (why: Unusable) =>
    at(
      pointer,
      refuse('equipment.unusable', { what: 'container', why, ...(source && { code: source.code }) }),
    );
  if (!source) return no('gone');
  const { code } = source;
  if (source.awayAt !== null) return no('putAway');
  if (source.productId !== productId) return no('otherProduct');
  const free = mayUseLot(code, source.onHold);
  if (!free.ok) return at(pointer, free);
  return source.openedAt === null && !opens ? no('sealed') : accept(null);
}

/**
 * Decides whether the containers of a pour hold what it takes. What is found in the first covers what is missing for this
 * pour and no more: the rest is for a count to find.
 *
 * @param drawnUl all of the product, in microlitres
 * @example P-6 holds 250 ml and P-7 5 L: 1.35 L finish P-6 and leave 3.9 L in P-7
 */
export function resolveSources(
  request: SourcesRequest,
  { source, rest }: SourcesFacts,
  productId: number,
  drawnUl: number,
): Outcome<SourcesResolution> {
  const { foundUl, opens } = request;
  const may = mayPourFrom(source, productId, opens, '/containerId');
  if (!may.ok) return may;
  const first = source as SourceContainer;
  const tooMuch = (missingUl: number | 'fromSecond') =>
    at('/foundUl', refuse('found.tooMuch', { code: first.code, missingUl }));
  if (request.fromTwo) {
    if (foundUl > 0) {
      return tooMuch('fromSecond');
    }
    const pointer = '/rest/containerId';
    const mayRest = mayPourFrom(rest, productId, opens, pointer);
    if (!mayRest.ok) return mayRest;
    const second = rest as SourceContainer;
    if (second.id === first.id) {
      const same = refuse('equipment.unusable', { what: 'secondContainer', why: 'twice' });
      return at(pointer, same);
    }
    const both = fromTwo(first, second, drawnUl);
    if (!both.ok) return at(pointer, both);
    return accept({ leftUl: 0, restUl: both.value.restUl, restLeftUl: both.value.leftUl });
  }
  if (foundUl > 0) {
    if (first.heldUl + foundUl > first.sizeUl) {
      return at('/foundUl', refuse('container.full', { code: first.code, sizeUl: first.sizeUl }));
    }
    const missingUl = Math.max(0, drawnUl - first.heldUl);
    if (foundUl > missingUl) {
      return tooMuch(missingUl);
    }
  }
  const left = checkStock(first.heldUl + foundUl, drawnUl, first.code);
  return left.ok ? accept({ leftUl: left.value, restUl: 0, restLeftUl: 0 }) : at('/containerId', left);
}
