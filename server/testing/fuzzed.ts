import fc from 'fast-check';
import type { Schema, SchemaDescription, SchemaObjectDescription } from 'yup';

// Bodies made up from the contract itself: mostly what a schema asks for, now and then what nobody would send.

const JUNK: fc.Arbitrary<unknown> = fc.oneof(
  fc.constantFrom<unknown>(
    null,
    '',
    0,
    -1,
    0.5,
    1e308,
    -1e308,
    true,
    [],
    {},
    [[]],
    [null],
    { kind: null },
    'NaN',
    '0x10',
  ),
  fc.constantFrom(
    '\0',
    'a\0b',
    '\uD800',
    '\uDFFFx',
    '2026-02-31',
    '0000-01-01',
    '0000-01-01T00:00:00Z',
    '9999-12-31',
    '-1',
  ),
  fc.string({ unit: 'binary', maxLength: 40 }),
  fc.integer(),
  fc.maxSafeInteger(),
  fc.double(),
  fc.jsonValue({ maxDepth: 3 }) as fc.Arbitrary<unknown>,
);

const STRENGTHS = fc.constantFrom<unknown>(
  { notation: 'parts', water: 12 },
  { notation: 'percent', percent: 5 },
  { notation: 'inTotal', total: 10 },
  { notation: 'parts', water: 1e-300 },
  { notation: 'dose', dose: { amount: 30, unit: 'ml' }, per: { amount: 1, unit: 'l' }, reading: 'madeUp' },
);
/** Where a schema decides by the value itself, what its shapes look like. */
const SHAPES = fc.oneof(
  STRENGTHS,
  fc.constantFrom<unknown>(
    { kind: 'empty' },
    { kind: 'leftover', leftUl: 100_000, strength: { notation: 'parts', water: 12 } },
    { kind: 'poured', productUl: 10_000, waterUl: 10_000 },
    { kind: 'new', containerKind: 'jug', sizeUl: 5_000_000, placeId: 2 },
    { kind: 'existing', containerId: 2 },
    { kind: 'weight', grossG: 1_200, tareG: 200, source: 'typed' },
    { kind: 'eye', share: 0.5 },
    { kind: 'product', productId: 2, use: 'foam', vesselId: 1, dialId: null, machineId: null },
    { kind: 'rinsed', waterC: 15 },
    { kind: 'mix', soil: 2, strength: { notation: 'parts', water: 12 }, dwell: null, reason: '' },
    { kind: 'round', diameterCm: 28 },
  ),
);

type Described = SchemaDescription & { fields?: SchemaObjectDescription['fields']; innerType?: unknown };

/** What a schema asks for, as far as its description tells. */
function fitting(described: Described): fc.Arbitrary<unknown> {
  const { type, oneOf = [], tests = [], fields, innerType } = described;
  if (oneOf.length > 0) return fc.constantFrom(...(oneOf as unknown[]));
  const param = (name: string, key: string): number | undefined =>
    (tests.find((t) => t.name === name)?.params as Record<string, number> | undefined)?.[key];
  switch (type) {
    case 'object':
      return fc.record(
        Object.fromEntries(Object.entries(fields ?? {}).map(([k, f]) => [k, spoilt(f as Described)])),
      );
    case 'array': {
      const inner = Array.isArray(innerType) ? SHAPES : spoilt((innerType ?? { type: 'lazy' }) as Described);
      return fc.array(inner, { maxLength: Math.min(3, param('max', 'max') ?? 3) });
    }
    case 'number': {
      const [min, max] = [param('min', 'min') ?? -1e6, param('max', 'max') ?? 1e6];
      const low = fc.integer({
        min: Math.ceil(min),
        max: Math.max(Math.ceil(min), Math.min(Math.floor(max), Math.ceil(min) + 30)),
      });
      return fc.oneof(low, fc.constantFrom(min, max));
    }
    case 'boolean':
      return fc.boolean();
    case 'string':
      return fc.oneof(
        fc.string({ maxLength: 12 }),
        fc.constantFrom(
          'Lime',
          '1357',
          '2026-05-04',
          '2026-05-04T08:00:00Z',
          'Europe/London',
          'GBP',
          'P-1',
          'fuzzed0000000001',
        ),
      );
    default:
      return SHAPES;
  }
}

const spoilt = (described: Described): fc.Arbitrary<unknown> =>
  fc.oneof({ weight: 12, arbitrary: fitting(described) }, { weight: 1, arbitrary: JUNK });

/** Bodies for a schema, some right and most nearly so. */
export const bodiesFor = (schema: Schema): fc.Arbitrary<unknown> =>
  fc.oneof(
    { weight: 20, arbitrary: fitting(schema.describe() as Described) },
    { weight: 1, arbitrary: JUNK },
  );
