import type { StarterBody } from '#contract/opening.ts';
import { freeNames, starter, stepOfSize } from '#core/mixing/starterEquipment.ts';
import type { Queryable } from '../db/books.ts';
import { insertMeasure, insertPlace, insertVessel } from '../equipment/queries.ts';
import { vesselAsSold } from '../equipment/vesselAsSold.ts';
import { devices, insertDevice } from '../rigs/devices.ts';
import { namesIn } from './queries.ts';

/**
 * Adds usual equipment, so many of each, under names nothing else has. Machines first: a cannon is used on the one pressure
 * washer, where there is one.
 *
 * @returns what each is called
 */
export async function addStarters(tx: Queryable, items: StarterBody['items']): Promise<string[]> {
  const added: string[] = [];
  const named = async (
    list: 'vessel' | 'measure' | 'place' | 'device',
    { name, count }: StarterBody['items'][number],
    add: (name: string) => Promise<unknown>,
  ) => {
    for (const free of freeNames(name, count, await namesIn(tx, list))) {
      await add(free);
      added.push(free);
    }
  };
  const wanted = items.filter(({ count }) => count > 0).map((item) => ({ item, of: starter(item.what) }));
  for (const { item, of } of wanted) {
    if (of.makes !== 'device') continue;
    const { kind } = of;
    const add = (name: string) =>
      insertDevice(tx, { name, kind, placeId: null, plateMlPerMin: null, plateBar: null, note: '' });
    await named('device', item, add);
  }
  const washers = (await devices(tx)).filter((d) => d.kind === 'pressureWasher');
  const machineId = washers.length === 1 ? (washers[0]?.id ?? null) : null;
  for (const { item, of } of wanted) {
    const sizeUl = item.sizeUl ?? 0;
    if (of.makes === 'vessel') {
      const { kind, role } = of;
      const add = (name: string) => insertVessel(tx, vesselAsSold({ name, kind, role, sizeUl, machineId }));
      await named('vessel', item, add);
    }
    if (of.makes === 'measure') {
      const { kind } = of;
      const add = (name: string) =>
        insertMeasure(tx, {
          name,
          kind,
          capacityUl: sizeUl,
          stepUl: stepOfSize(kind, sizeUl),
          productId: null,
        });
      await named('measure', item, add);
    }
    if (of.makes === 'place') await named('place', item, (name) => insertPlace(tx, { name, kind: of.kind }));
  }
  return added;
}
