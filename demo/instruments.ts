import type { Books } from '../server/db/books.ts';
import { SimulatedYard, type YardTruth } from '../server/devices/simulatedYard.ts';
import { devices } from '../server/rigs/devices.ts';

/** How things really are at Limepit Lane, by the names of its machines: what there is to find out. */
const MACHINES: Record<string, { mlPerMin: number; draw: number }> = {
  'Pressure washer, bay 2': { mlPerMin: 6_400, draw: 0.091 },
  'Pressure washer, bay 3': { mlPerMin: 7_600, draw: 0.118 },
};

/** The stand-ins for the demo shop's scale and flow meters. */
export async function simulatedInstruments(books: Books): Promise<SimulatedYard> {
  const machines: YardTruth['machines'] = (await devices(books)).flatMap(({ id, name }) => {
    const truth = MACHINES[name];
    return truth ? [{ deviceId: id, name, ...truth }] : [];
  });
  return new SimulatedYard({ machines, lines: [] }, () => Date.now());
}
