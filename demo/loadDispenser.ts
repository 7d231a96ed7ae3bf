import { parseStrength } from '#core/strength/parseStrength.ts';
import type { Queryable } from '../server/db/books.ts';
import { bookChangeover } from '../server/dispensers/changeover.ts';
import { bookCheck } from '../server/dispensers/check.ts';
import { checks, insertLine, insertTip } from '../server/dispensers/queries.ts';
import { places } from '../server/equipment/queries.ts';
import { insertDevice } from '../server/rigs/devices.ts';
import { dispenser, lineEvents, lines, tips } from './dispenser.ts';
import { at, known, named } from './named.ts';

/** The wall dispenser with its lines, as it was changed over and verified in the last weeks. */
export async function loadDispenser(
  tx: Queryable,
  now: Date,
  leadId: number,
  openContainers: Map<string, number>,
): Promise<void> {
  const place = named(await places(tx), dispenser.place);
  const deviceId = await insertDevice(tx, {
    name: dispenser.name,
    kind: 'dispenser',
    placeId: place.id,
    plateMlPerMin: 14_000,
    plateBar: 3,
    note: 'Backflow preventer on the supply, looked at every spring.',
  });
  const tipIds = new Map<string, number>();
  for (const tip of tips) tipIds.set(tip.name, await insertTip(tx, { ...tip, deviceId }));
  const lineIds = new Map<string, number>();
  for (const line of lines)
    lineIds.set(line.name, await insertLine(tx, { ...line, deviceId, footValve: true }));
  for (const { line, daysAgo, product, tip, target, runs } of lineEvents) {
    const strength = parseStrength(target);
    if (!strength.ok) throw new Error(strength.code);
    const lineId = known(lineIds, line);
    const body = {
      lineCode: `L-${lineId}`,
      containerCode: `P-${known(openContainers, product)}`,
      tipId: known(tipIds, tip),
      target: strength.value,
      flushed: true,
      labelled: true,
      discardUl: 0,
    };
    await bookChangeover(tx, lineId, body, leadId, at(now, daysAgo, '16:10'));
    const seen = (await checks(tx, lineId))[0]?.id ?? null;
    await bookCheck(tx, lineId, { method: 'volume', runs, seen }, leadId, at(now, daysAgo, '16:25'));
  }
}
