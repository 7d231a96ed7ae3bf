import { subSeconds } from 'date-fns';
import type { ClockBody } from '#contract/clocks.ts';
import { layerOf } from '#core/dwell/resolveLaid.ts';
import { findLaid } from '../server/clocks/laid.ts';
import { insertClock, running } from '../server/clocks/queries.ts';
import type { Queryable } from '../server/db/books.ts';
import { places } from '../server/equipment/queries.ts';
import { people } from '../server/people/queries.ts';
import { recipes } from '../server/recipes/queries.ts';
import { loadJobs } from './loadJobs.ts';
import { named } from './named.ts';

type Laid = { recipe: string; soil: 1 | 2 | 3; bay: string; by: string; secondsAgo: number } & Pick<
  ClockBody,
  'vehicle' | 'body' | 'colour' | 'zones'
>;

/** What the demo finds on opening: two vehicles in the bays, one of them soon to be rinsed. */
const LAID: readonly Laid[] = [
  {
    recipe: 'Snow foam, all over',
    soil: 1,
    bay: 'Bay 1',
    by: 'Bram Addy',
    secondsAgo: 100,
    vehicle: 'Driving school, blue',
    body: 'hatchback',
    colour: 'mid',
    zones: ['uppers', 'lowers', 'front', 'rear'],
  },
  {
    recipe: 'Lower sides',
    soil: 2,
    bay: 'Bay 2',
    by: 'Noor Pell',
    secondsAgo: 15,
    vehicle: 'Quarry pickup',
    body: 'pickup',
    colour: 'white',
    zones: ['lowers', 'rear'],
  },
];

/** Fills the days ahead, and lets two clocks run, as if they had been started a moment ago, where none runs. */
export async function loadMorning(tx: Queryable, now: Date): Promise<void> {
  await loadJobs(tx, now);
  if ((await running(tx)).length > 0) return;
  const [book, bays, crew] = [await recipes(tx, {}, false), await places(tx), await people(tx)];
  for (const [i, { recipe, soil, bay, by, secondsAgo, ...of }] of LAID.entries()) {
    const published = book.find((row) => row.published?.name === recipe)?.published;
    const place = bays.find((p) => p.name === bay);
    // Somebody may have made the demo their own since.
    if (!published || !place || !crew.some((p) => p.name === by)) continue;
    const startedAt = subSeconds(now, secondsAgo);
    const body: ClockBody = {
      ...of,
      key: `morning${startedAt.getTime()}${i}`,
      placeId: place.id,
      material: 'steel',
      shelter: 'roof',
      start: { kind: 'dry' },
      laid: { kind: 'recipe', versionId: published.versionId, soil },
      batchId: null,
      again: false,
    } as ClockBody;
    const { laid } = await findLaid(tx, body.laid);
    await insertClock(tx, body, layerOf(laid, 'first', startedAt, by), named(crew, by).id, startedAt);
  }
}
