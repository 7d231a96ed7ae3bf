import { describe, expect, it } from 'vitest';
import { type Schema, ValidationError } from 'yup';
import { changeoverBody, checkBody, lineBody, lineFillBody, tipBody } from './dispensers.ts';
import { containerBody, measureBody, NO_RIG, vesselBody } from './equipment.ts';
import { actBody } from './instruments.ts';
import { pourBody } from './ledger.ts';
import { rateBody } from './products.ts';
import { calibrationBody, deviceBody, outputBody } from './rigs.ts';

// What crosses the wire is checked the same way in the form and at the door: each fault names its field.

type Fault = { at: string; message: string };

function faults(schema: Schema<unknown>, body: unknown): Fault[] {
  try {
    schema.validateSync(body, { strict: true, abortEarly: false });
    return [];
  } catch (error) {
    if (!(error instanceof ValidationError)) throw error;
    const inner = error.inner.length > 0 ? error.inner : [error];
    return inner.map((f) => ({ at: f.path ?? '', message: String(f.errors[0]) }));
  }
}

const vessel = {
  name: 'Cannon bottle, bay 1',
  kind: 'cannonBottle',
  brimfulUl: 1_000_000,
  fillLimitUl: 900_000,
  smallestUl: 200_000,
  deadUl: 20_000,
  displacementUl: 0,
  twoLines: false,
  depth: null,
  ...NO_RIG,
  orificeMm: 1.1,
  dials: [
    { id: 4, name: 'half' },
    { id: null, name: 'open' },
  ],
};
const run = { drainedUl: 800_000, seconds: 95, source: 'stopwatch', leftOut: false };
const calibration = {
  dialId: 4,
  machineId: null,
  variant: 'outlet',
  liquidId: null,
  flow: { kind: 'bucket', ul: 10_000_000, seconds: 94, source: 'typed' },
  stepUl: 10_000,
  runs: [run],
  seen: null,
};
const machine = {
  name: 'Washer',
  kind: 'pressureWasher',
  placeId: null,
  plateMlPerMin: 8_000,
  plateBar: 120,
  note: '',
};
const fill = { totalUl: 2_000_000, used: { kind: 'volume', ul: 90_000 }, source: 'simulated' };
const changeover = {
  lineCode: 'L-2',
  containerCode: 'P-14',
  tipId: 3,
  target: { notation: 'parts', water: 30 },
  flushed: true,
  labelled: true,
  discardUl: 0,
};
const lineFill = {
  lineId: 2,
  vesselId: 1,
  totalUl: 700_000,
  strength: null,
  shown: { lineUl: 700_000, productUl: 30_000, addUl: 0 },
};
const pour = {
  productId: 2,
  vesselId: 1,
  containerId: 1,
  strength: { notation: 'parts', water: 12 },
  totalUl: 750_000,
  start: { kind: 'empty' },
  how: 'fill',
  measured: [],
  shown: { pourOffUl: 0, waterUl: 692_308, productUl: 57_692 },
};

describe('what a shop sends', () => {
  it.each<[string, Schema<unknown>, unknown]>([
    ['a cannon with its dial', vesselBody, vessel],
    ['a drain test by bucket', calibrationBody, calibration],
    [
      'a drain test by meter',
      calibrationBody,
      { ...calibration, flow: { kind: 'meter', mlPerMin: 6_400, source: 'device' } },
    ],
    ['a machine nobody read the plate of', deviceBody, { ...machine, plateMlPerMin: null, plateBar: null }],
    ['a tip', tipBody, { deviceId: 3, name: 'fine', diameterMm: 0.6 }],
    ['a line', lineBody, { deviceId: 3, name: 'Left line', footValve: true, checkDays: 30 }],
    ['a verification', checkBody, { method: 'scale', runs: [fill, fill, fill], seen: 7 }],
    ['a changeover', changeoverBody, changeover],
    ['a fill from a line as it comes', lineFillBody, lineFill],
    [
      'a fill from a line let down',
      lineFillBody,
      { ...lineFill, strength: { notation: 'percent', percent: 2 } },
    ],
    ['what a trigger gave', outputBody, { per: 'squeeze', count: 20, ul: 24_000 }],
    ['what went on four wheels', rateBody, { use: 'wheel', ul: 180_000, count: 4, target: 'wheels' }],
    ['hands at a stand-in', actBody, { act: 'pullTrigger' }],
    ['a pour without a cannon', pourBody, pour],
    ['a pour from a cannon on a hose', pourBody, { ...pour, rig: { dialId: 4, machineId: null } }],
  ])('passes: %s', (_, schema, body) => {
    expect(faults(schema, body)).toEqual([]);
  });

  it.each<[string, Schema<unknown>, unknown, string, string]>([
    ['an orifice like a drain', vesselBody, { ...vessel, orificeMm: 60 }, 'orificeMm', 'Orifice'],
    [
      'an unnamed dial position',
      vesselBody,
      { ...vessel, dials: [{ id: null, name: ' ' }] },
      'dials[0].name',
      'Dial position is empty.',
    ],
    [
      'a dial position twice',
      vesselBody,
      { ...vessel, dials: [...vessel.dials, { id: null, name: ' HALF' }] },
      'dials',
      'Dial positions has the same name twice.',
    ],
    [
      'a role nobody knows',
      vesselBody,
      { ...vessel, role: 'kitchen' },
      'role',
      'Kept for is none of the choices.',
    ],
    [
      'a fill limit over brimful',
      vesselBody,
      { ...vessel, fillLimitUl: 2_000_000 },
      'fillLimitUl',
      'Fill limit is over brimful.',
    ],
    ['no runs', calibrationBody, { ...calibration, runs: [] }, 'runs', 'There is no run yet.'],
    [
      'a run of no time',
      calibrationBody,
      { ...calibration, runs: [{ ...run, seconds: 0 }] },
      'runs[0].seconds',
      'Time',
    ],
    [
      'a run that is not a number',
      calibrationBody,
      { ...calibration, runs: [{ ...run, seconds: Number.NaN }] },
      'runs[0].seconds',
      'Time',
    ],
    [
      'half a microlitre drained',
      calibrationBody,
      { ...calibration, runs: [{ ...run, drainedUl: 0.5 }] },
      'runs[0].drainedUl',
      'Drained',
    ],
    [
      'an endless flow',
      calibrationBody,
      { ...calibration, flow: { kind: 'meter', mlPerMin: Number.POSITIVE_INFINITY, source: 'typed' } },
      'flow.mlPerMin',
      'Flow',
    ],
    ['a flow of no kind', calibrationBody, { ...calibration, flow: { kind: 'guess' } }, 'flow.kind', 'Flow'],
    [
      'a bucket that took no time',
      calibrationBody,
      { ...calibration, flow: { ...calibration.flow, seconds: 0 } },
      'flow.seconds',
      'Time to fill',
    ],
    [
      'a source made up',
      calibrationBody,
      { ...calibration, runs: [{ ...run, source: 'felt' }] },
      'runs[0].source',
      'Source',
    ],
    [
      'a pressure like a bomb',
      deviceBody,
      { ...machine, plateBar: 9_999 },
      'plateBar',
      'Pressure on its plate',
    ],
    ['a tip of nothing', tipBody, { deviceId: 3, name: 'fine', diameterMm: 0 }, 'diameterMm', 'Diameter'],
    [
      'half a day',
      lineBody,
      { deviceId: 3, name: 'Left line', footValve: true, checkDays: 0.5 },
      'checkDays',
      'Verified every',
    ],
    ['no fills', checkBody, { method: 'scale', runs: [], seen: null }, 'runs', 'There is no fill yet.'],
    [
      'nine fills',
      checkBody,
      { method: 'scale', runs: Array(9).fill(fill), seen: null },
      'runs',
      'Fills has too many entries.',
    ],
    [
      'a verification felt, not measured',
      checkBody,
      { method: 'feel', runs: [fill], seen: null },
      'method',
      'Measured by',
    ],
    [
      'less than nothing thrown away',
      changeoverBody,
      { ...changeover, discardUl: -1 },
      'discardUl',
      'Product thrown away',
    ],
    ['no pail', changeoverBody, { ...changeover, containerCode: '' }, 'containerCode', 'Pail'],
    [
      'a strength without a notation',
      changeoverBody,
      { ...changeover, target: { water: 30 } },
      'target.notation',
      'Notation',
    ],
    ['nothing to make', lineFillBody, { ...lineFill, totalUl: 0 }, 'totalUl', 'How much to make'],
    [
      'other amounts than whole ones',
      lineFillBody,
      { ...lineFill, shown: { ...lineFill.shown, productUl: 0.4 } },
      'shown.productUl',
      'Product',
    ],
    ['squeezes to the hour', outputBody, { per: 'hour', count: 20, ul: 24_000 }, 'per', 'Per'],
    ['a rate on the moon', rateBody, { use: 'wheel', ul: 180_000, count: 4, target: 'moon' }, 'target', 'On'],
    ['a kick', actBody, { act: 'kick' }, 'act', 'Act'],
    [
      'a dial position of none',
      pourBody,
      { ...pour, rig: { dialId: 0, machineId: null } },
      'rig.dialId',
      'Dial position',
    ],
    [
      'three measures',
      pourBody,
      { ...pour, measured: [1, 2, 3].map((measureId) => ({ measureId, ul: 10 })) },
      'measured',
      'Measured with',
    ],
  ])('refuses %s at its field', (_, schema, body, at, words) => {
    const found = faults(schema, body);
    expect(found.map((f) => f.at)).toContain(at);
    expect(found.find((f) => f.at === at)?.message).toContain(words);
  });

  it('refuses what is not asked for, rather than dropping it', () => {
    for (const [schema, body] of [
      [vesselBody, vessel],
      [calibrationBody, calibration],
      [checkBody, { method: 'scale', runs: [fill], seen: null }],
      [changeoverBody, changeover],
      [actBody, { act: 'tare' }],
    ] as const) {
      const found = faults(schema, { ...body, extra: 1 });
      expect(found.map((f) => f.message).join()).toContain('extra');
    }
  });

  it('takes no number for a text and no text for a number', () => {
    expect(faults(deviceBody, { ...machine, name: 7 })[0]?.at).toBe('name');
    expect(faults(deviceBody, { ...machine, plateBar: '120' })[0]?.at).toBe('plateBar');
    expect(
      faults(lineBody, { deviceId: '3', name: 'x', footValve: 'yes', checkDays: 30 }).map((f) => f.at),
    ).toEqual(expect.arrayContaining(['deviceId', 'footValve']));
  });

  it('keeps equipment in bounds: a graduation within the measure, a level within the container', () => {
    const measure = {
      name: 'Cylinder',
      kind: 'cylinder',
      capacityUl: 250_000,
      stepUl: 2_000,
      productId: null,
    };
    expect(faults(measureBody, measure)).toEqual([]);
    expect(faults(measureBody, { ...measure, stepUl: 300_000 })[0]).toMatchObject({ at: 'stepUl' });
    expect(faults(measureBody, { ...measure, productId: 3 })[0]).toMatchObject({ at: 'productId' });
    expect(faults(measureBody, { ...measure, kind: 'pump', productId: 3 })).toEqual([]);
    const pail = {
      productId: 1,
      kind: 'pail',
      sizeUl: 20_000_000,
      levelUl: 20_000_000,
      placeId: 1,
      lot: '',
      priceMinor: null,
      opened: true,
    };
    expect(faults(containerBody, pail)).toEqual([]);
    expect(faults(containerBody, { ...pail, levelUl: 20_000_001 })[0]).toMatchObject({ at: 'levelUl' });
  });
});
