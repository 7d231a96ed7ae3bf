import type { ContainerKind } from '#core/mixing/outlines.ts';
import { usualVesselTareG } from '#core/run/leftByWeight.ts';
import { USUAL_G_PER_ML, usualTareG } from '#core/stock/count.ts';
import type { Books } from '../../server/db/books.ts';
import { lines } from '../../server/dispensers/queries.ts';
import { vessels } from '../../server/equipment/queries.ts';
import { devices } from '../../server/rigs/devices.ts';
import { SimulatedYard, type YardTruth } from './simulatedYard.ts';

/** How things really are at Limepit Lane, by the names of its machines: what there is to find out. */
const MACHINES: Record<string, { mlPerMin: number; draw: number }> = {
  'Pressure washer, bay 2': { mlPerMin: 6_400, draw: 0.091 },
  'Pressure washer, bay 3': { mlPerMin: 7_600, draw: 0.118 },
};
const ANY_MACHINE = { mlPerMin: 7_000, draw: 0.1 };

/** A line draws by the area of its tip, more or less: `N = A d^(-n)`. */
const TIP_LAW = { a: 17.9, n: 1.95 };

/** The stand-ins for the demo shop's scale and flow meters. */
export async function simulatedInstruments(books: Books): Promise<SimulatedYard> {
  const look = async (): Promise<YardTruth> => ({
    machines: (await devices(books))
      .filter((d) => d.kind === 'pressureWasher')
      .map(({ id, name }) => ({ deviceId: id, name, ...(MACHINES[name] ?? ANY_MACHINE) })),
    lines: (await lines(books, { now: new Date() })).map(({ id, name, deviceName, tip, pail }) => ({
      lineId: id,
      name: `${deviceName}, ${name}`,
      mlPerMin: 9_000,
      fraction: tip && pail ? 1 / (1 + TIP_LAW.a * tip.diameterMm ** -TIP_LAW.n) : 0,
      gPerMl: 1.03,
    })),
    containers: (await everyContainer(books)).map((c) => ({
      containerId: c.id,
      grossG:
        (c.tareG ?? usualTareG(c.kind, c.sizeUl) * TARE_OFF) +
        (really(c) / 1_000) * (c.gPerMl ?? USUAL_G_PER_ML),
    })),
    vessels: (await vessels(books)).map((v) => ({
      vesselId: v.id,
      grossG: usualVesselTareG(v.kind, v.brimfulUl) * TARE_OFF + ((v.holds?.ul ?? 0) / 1_000) * LEFT,
    })),
  });
  return new SimulatedYard(look, () => Date.now());
}

/** So much is still in a vessel of what the books have in it: it was washed with, and nobody has said so yet. */
const LEFT = 0.45;

/** Equipment is never quite what such equipment usually weighs. */
const TARE_OFF = 1.08;

/** What the books don't know: a litre that went nobody knows where. */
const MISSING_UL: Record<string, number> = { 'LK-2207': 1_000_000 };

type Weighed = {
  id: number;
  lot: string;
  kind: ContainerKind;
  sizeUl: number;
  heldUl: number;
  tareG: number | null;
  gPerMl: number | null;
  counted: boolean;
};

/** Once it was counted the books know it, too. */
const really = ({ lot, heldUl, counted }: Weighed): number =>
  Math.max(0, heldUl - (counted ? 0 : (MISSING_UL[lot] ?? 0)));

const everyContainer = (books: Books): Promise<Weighed[]> =>
  books.rows(
    `SELECT c.id, c.lot, c.kind, c.size_ul AS "sizeUl", coalesce(b.ul, 0) AS "heldUl", c.tare_g AS "tareG", p.g_per_ml AS "gPerMl",
       EXISTS (SELECT FROM movement m WHERE m.container_id = c.id AND m.count_id IS NOT NULL) AS counted
     FROM container c JOIN product p ON p.id = c.product_id JOIN account a ON a.container_id = c.id
     LEFT JOIN balance b ON b.account_id = a.id AND b.product_id = c.product_id WHERE c.retired_at IS NULL`,
  );
