import type { PourBody } from '#contract/ledger.ts';
import { mayMix } from '#core/safety/mayMix.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import { refuseHeld } from '../containers/lotHolds.ts';
import { HttpProblem, refusalProblem } from '../http/problems.ts';
import type { SignedIn } from '../http/signedIn.ts';
import { traitsFrom } from '../products/queries.ts';
import { refuseMeeting } from './meeting.ts';
import type { PourGround } from './queries.ts';

/** What a vessel holds goes by the last fill that was booked: one from before it can't be booked as if it came after. */
export function refuseFilledSince(vessel: string): never {
  const message = `When: ${vessel} was filled again since.`;
  const remedy = 'Enter what was poured on the container’s page, as poured and not booked.';
  throw new HttpProblem(409, 'pour.filledSince', message, {
    remedy,
    errors: [{ pointer: '/occurredAt', message, remedy }],
  });
}

export function refuseNoRoom(
  { heldUl, sizeUl, containerCode: code, units }: PourGround,
  foundUl: number,
): void {
  if (heldUl + foundUl <= sizeUl) return;
  const message = `Found in it: ${code} holds ${formatVolume(sizeUl, units)} when full, and that would be more.`;
  const remedy = 'Check which container it was, or have it counted.';
  throw new HttpProblem(409, 'container.full', message, {
    remedy,
    errors: [{ pointer: '/foundUl', message, remedy }],
  });
}

/** What really is in the jug covers what is missing for this pour, and no more: the rest is for a count to find. */
export function refuseMoreFound(
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

/** Refuses what is no longer there, on hold, sealed, or must not meet what the vessel held. */
export function checkWare(ground: PourGround, { productId, opens }: PourBody): void {
  if (ground.productRetired) throw gone('Product', '/productId', 'has been retired');
  if (ground.vesselRetired) throw gone('Vessel', '/vesselId', 'has been retired');
  if (ground.containerRetired) throw gone('Container', '/containerId', 'has been put away');
  if (ground.containerProductId !== productId) {
    throw gone('Container', '/containerId', `${ground.containerCode} holds a different product`);
  }
  refuseHeld(ground.containerCode, ground.onHold, '/containerId');
  if (!ground.opened && !opens)
    throw gone('Container', '/containerId', `${ground.containerCode} is not open yet`);
  refuseMeeting(
    { name: ground.productName, traits: traitsFrom(ground.traits, ground.record) },
    ground.held.map(({ name, traits, record }) => ({ name, traits: traitsFrom(traits, record) })),
    ground.vesselName,
  );
}

export function gone(field: string, pointer: string, why: string): HttpProblem {
  const message = why.startsWith('P-') ? `${field}: ${why}.` : `${field} ${why}.`;
  const remedy = 'Choose another from the list.';
  return new HttpProblem(409, 'ware.unusable', message, { remedy, errors: [{ pointer, message, remedy }] });
}
