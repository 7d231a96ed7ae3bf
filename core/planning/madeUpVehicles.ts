import fc from 'fast-check';
import { BODIES } from '../soil/bodies.ts';
import { SOIL_LEVELS } from '../soil/soil.ts';
import {
  type Assessment,
  AXLES,
  BRAKES,
  FOLLOWS,
  PROTECTIONS,
  SPECIALS,
  SPOT_KINDS,
  WHEEL_FINISHES,
} from './assessment.ts';
import { WASH_ZONES } from './levels.ts';

const soil = fc.constantFrom(...SOIL_LEVELS);
/** Any vehicle somebody may see: for tests. */
export const ANY_VEHICLE: fc.Arbitrary<Assessment> = fc
  .record(
    {
      body: fc.constantFrom(...BODIES),
      level: soil,
      zones: fc.dictionary(fc.constantFrom(...WASH_ZONES), soil, { maxKeys: 3 }),
      looseGrit: fc.boolean(),
      hot: fc.boolean(),
      spots: fc.array(
        fc.record({
          kind: fc.constantFrom(...SPOT_KINDS),
          zones: fc.uniqueArray(fc.constantFrom(...WASH_ZONES), { minLength: 1, maxLength: 3 }),
          many: fc.boolean(),
        }),
        { maxLength: 3 },
      ),
      axles: fc.record(
        Object.fromEntries(
          AXLES.map((axle) => [
            axle,
            fc.record({
              brake: fc.constantFrom(...BRAKES, 'unknown' as const),
              finish: fc.constantFrom(...WHEEL_FINISHES, 'unknown' as const),
            }),
          ]),
        ) as never,
      ),
      protection: fc.constantFrom(...PROTECTIONS, 'unknown' as const),
      beads: fc.boolean(),
      specials: fc.uniqueArray(fc.constantFrom(...SPECIALS), { maxLength: 2 }),
      water: fc.oneof(
        fc.constant({ kind: 'hose' as const }),
        fc.constant({ kind: 'none' as const }),
        fc.record({ kind: fc.constant('carried' as const), litres: fc.integer({ min: 0, max: 40 }) }),
      ),
      drain: fc.boolean(),
      runOffBan: fc.boolean(),
      bayNear: fc.boolean(),
      minutes: fc.option(fc.integer({ min: 10, max: 120 })),
      follows: fc.uniqueArray(fc.constantFrom(...FOLLOWS), { minLength: 1, maxLength: 2 }),
      touchless: fc.boolean(),
      marring: fc.boolean(),
    },
    { requiredKeys: [] },
  )
  .map((a) => a as unknown as Assessment);
