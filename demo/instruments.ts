import type { Books } from '../server/db/books.ts';
import { SimulatedYard, type YardTruth } from '../server/devices/simulatedYard.ts';
import { lines } from '../server/dispensers/queries.ts';
import { devices } from '../server/rigs/devices.ts';

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
  });
  return new SimulatedYard(look, () => Date.now());
}
