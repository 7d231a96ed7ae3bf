import { TZDate } from '@date-fns/tz';
import { addDays, format } from 'date-fns';
import type { Assessment } from '#core/planning/assessment.ts';
import type { Treatment } from '#core/planning/intervals.ts';
import type { Queryable } from '../server/db/books.ts';
import { places } from '../server/equipment/queries.ts';
import { endJob, insertJob, jobs } from '../server/jobs/queries.ts';
import { people } from '../server/people/queries.ts';
import { known, ZONE } from './named.ts';

// Who comes to Limepit Lane: hearses, driving school, electric taxis, campers, the quarry's pickups.

const DISC = { brake: 'disc', finish: 'clearCoated' } as const;
const DRUM = { brake: 'drum', finish: 'painted' } as const;

/** What is still so of each whenever it comes. */
const VEHICLES = {
  'Hearse 1': {
    body: 'hearse',
    colour: 'black',
    protection: 'wax',
    beads: true,
    axles: { front: DISC, rear: DISC },
  },
  'Hearse 2': {
    body: 'hearse',
    colour: 'black',
    protection: 'coating',
    beads: true,
    axles: { front: DISC, rear: DISC },
  },
  'Driving school, blue': { body: 'hatchback', protection: 'none', axles: { front: DISC, rear: DRUM } },
  'Driving school, red': { body: 'hatchback', protection: 'none', axles: { front: DISC, rear: DRUM } },
  'Electric taxi 4': {
    body: 'estate',
    colour: 'white',
    protection: 'sealant',
    beads: true,
    axles: { front: DISC, rear: DISC },
  },
  'Electric taxi 7': {
    body: 'estate',
    colour: 'white',
    protection: 'unknown',
    axles: { front: DISC, rear: DISC },
  },
  'Quarry pickup': {
    body: 'pickup',
    colour: 'white',
    protection: 'none',
    axles: { front: DISC, rear: DRUM },
  },
  'Quarry pickup 2': {
    body: 'pickup',
    colour: 'mid',
    protection: 'none',
    axles: { front: DISC, rear: DRUM },
  },
  'Camper, long': {
    body: 'camper',
    colour: 'white',
    protection: 'none',
    specials: ['tiredSeals'],
    axles: { front: DISC, rear: DRUM },
  },
  'Plaster van': { body: 'van', colour: 'white', protection: 'none' },
} as const satisfies Record<string, Assessment>;
type Vehicle = keyof typeof VEHICLES;

type Coming = {
  in: number;
  at?: number;
  vehicle: Vehicle;
  bay?: string;
  by?: string;
  pounds?: number;
  note?: string;
  said: Assessment;
};

const AWAY: Assessment = { water: { kind: 'carried', litres: 40 }, drain: false };
const h = (hours: number, minutes = 0) => hours * 60 + minutes;

// biome-ignore format: one job a line
const WEEK: readonly Coming[] = [
  { in: 0, at: h(9), vehicle: 'Hearse 1', bay: 'Bay 1', by: 'Odo Marsh', pounds: 60, note: 'Leaves at noon.', said: { level: 1, follows: ['show'] } },
  { in: 0, at: h(10), vehicle: 'Driving school, blue', bay: 'Bay 2', by: 'Bram Addy', pounds: 25, said: { level: 2 } },
  { in: 0, at: h(11), vehicle: 'Electric taxi 4', bay: 'Van', by: 'Noor Pell', pounds: 30, note: 'At the rank, no hose.', said: { ...AWAY, level: 1 } },
  { in: 0, at: h(13), vehicle: 'Quarry pickup', bay: 'Bay 3', by: 'Bram Addy', pounds: 45, said: { level: 4, kinds: ['mineral'] } },
  { in: 0, at: h(14, 30), vehicle: 'Camper, long', bay: 'Bay 2', by: 'Odo Marsh', pounds: 90, said: { level: 2, spots: [{ kind: 'insects', zones: ['front', 'bonnet'], many: true }] } },
  { in: 1, at: h(9), vehicle: 'Hearse 2', bay: 'Bay 1', by: 'Odo Marsh', pounds: 60, said: { level: 1 } },
  { in: 1, at: h(10, 30), vehicle: 'Driving school, red', bay: 'Bay 2', by: 'Bram Addy', pounds: 25, said: { level: 2 } },
  { in: 1, vehicle: 'Plaster van', pounds: 40, note: 'In its own yard, no water there.', said: { level: 3, looseGrit: true, water: { kind: 'none' }, drain: false } },
  { in: 2, at: h(9, 30), vehicle: 'Electric taxi 7', bay: 'Van', by: 'Noor Pell', pounds: 30, said: { ...AWAY, level: 1 } },
  { in: 2, at: h(11), vehicle: 'Quarry pickup 2', bay: 'Bay 3', by: 'Bram Addy', pounds: 45, said: { level: 3, kinds: ['mineral'] } },
  { in: 3, at: h(10), vehicle: 'Driving school, blue', bay: 'Bay 2', by: 'Bram Addy', pounds: 25, said: { level: 1 } },
  { in: 4, at: h(8, 30), vehicle: 'Hearse 1', bay: 'Bay 1', by: 'Odo Marsh', pounds: 60, said: { level: 1, follows: ['show'] } },
  { in: 4, at: h(13), vehicle: 'Electric taxi 4', bay: 'Bay 2', by: 'Noor Pell', pounds: 30, said: { level: 2 } },
];

const BEFORE: readonly (Coming & { did: readonly Treatment[] })[] = [
  {
    in: -80,
    at: h(9),
    vehicle: 'Hearse 1',
    by: 'Odo Marsh',
    pounds: 120,
    said: { level: 2 },
    did: ['protection', 'clay'],
  },
  {
    in: -36,
    at: h(10),
    vehicle: 'Electric taxi 4',
    by: 'Noor Pell',
    pounds: 45,
    said: { level: 2 },
    did: ['ironWheels'],
  },
  {
    in: -24,
    at: h(11),
    vehicle: 'Driving school, blue',
    by: 'Bram Addy',
    pounds: 35,
    said: { level: 2 },
    did: ['ironWheels', 'ironLow'],
  },
  {
    in: -7,
    at: h(13),
    vehicle: 'Quarry pickup',
    by: 'Bram Addy',
    pounds: 45,
    said: { level: 4 },
    did: ['deepWheels'],
  },
  { in: -4, at: h(9), vehicle: 'Hearse 2', by: 'Odo Marsh', pounds: 60, said: { level: 1 }, did: [] },
];

/** Fills the days ahead with jobs where none waits, and once the days behind with what was done. */
export async function loadJobs(tx: Queryable, now: Date): Promise<void> {
  const dayIn = (days: number) => format(addDays(new TZDate(now.getTime(), ZONE), days), 'yyyy-MM-dd');
  const there = await jobs(tx, {});
  if (there.some((j) => j.state === 'waits' && j.day >= dayIn(0))) return;
  const [bays, crew] = [await places(tx), await people(tx)];
  const idsOf = (rows: { id: number; name: string }[]) => new Map(rows.map((r) => [r.name, r.id]));
  const [placeIds, personIds] = [idsOf(bays), idsOf(crew)];
  // Somebody may have made the demo their own since.
  const idIn = (ids: Map<string, number>, name: string | undefined) => (name && ids.get(name)) || null;
  const by = known(personIds, 'Odo Marsh');
  const add = (of: Coming) =>
    insertJob(
      tx,
      {
        vehicle: of.vehicle,
        day: dayIn(of.in),
        atMin: of.at ?? null,
        placeId: idIn(placeIds, of.bay),
        personId: idIn(personIds, of.by),
        priceMinor: of.pounds === undefined ? null : of.pounds * 100,
        note: of.note ?? '',
        said: { ...VEHICLES[of.vehicle], ...of.said },
      },
      { personId: by, now },
    );
  if (there.length === 0) {
    for (const past of BEFORE) {
      const [job] = await jobs(tx, { id: await add(past) });
      if (job) await endJob(tx, job, { end: 'done', treatments: [...past.did] }, { personId: by, now });
    }
  }
  for (const coming of WEEK) await add(coming);
}
