import { describe, expect, it } from 'vitest';
import { type Vessel, vesselBody } from '#contract/equipment.ts';
import type { Refusal } from '#core/outcome.ts';
import { sized } from '../bench/mix/madeUpEquipment.ts';
import { saidOf } from '../lib/saidOf.ts';
import { NOBODY } from '../ui/codecs.ts';
import {
  readVessel,
  rigInWords,
  typedVessel as typed,
  usualVolumes,
  type VesselTyped,
  vesselFacts,
} from './vesselTyped.ts';

const metric = { units: 'metric', currency: 'GBP' } as const;
const typedVessel = (vessel: Vessel | null) => typed(vessel, metric);

const [cannon] = sized('cannonBottle', {
  name: 'Cannon bottle, bay 2',
  brimfulUl: 1_000_000,
  fillLimitUl: 900_000,
  machineId: 5,
  placeId: 3,
  placeName: 'Bay 2',
  orificeMm: 1.1,
  dials: [
    { id: 1, name: 'half' },
    { id: 2, name: 'open' },
  ],
});
if (!cannon) throw new Error('no cannon');
const read = (change: Partial<VesselTyped>) => readVessel({ ...typedVessel(cannon), ...change }, metric);

describe('a vessel as it is typed', () => {
  it('comes back as it was, and as the wire wants it', () => {
    const { body, refusals } = read({});
    expect(refusals).toEqual({});
    expect(body).toEqual(vesselFacts(cannon));
    expect(vesselBody.isValidSync(body, { strict: true })).toBe(true);
  });

  it('starts as a trigger bottle that everyone has, without a dial', () => {
    const fresh = typedVessel(null);
    expect(fresh).toMatchObject({
      kind: 'triggerBottle',
      keeperId: NOBODY,
      dials: [],
      fillLimitUl: '750 ml',
    });
    const { body } = readVessel({ ...fresh, name: 'Red cap' }, metric);
    expect(vesselBody.isValidSync(body, { strict: true })).toBe(true);
  });

  it('starts in whole ounces where the shop has them, and is taken as it stands', () => {
    const us = { units: 'us', currency: 'USD' } as const;
    const fresh = typed(null, us);
    expect(fresh).toMatchObject({
      brimfulUl: '26 US fl oz',
      fillLimitUl: '24 US fl oz',
      smallestUl: '3 US fl oz',
    });
    const { body } = readVessel({ ...fresh, name: 'Red cap' }, us);
    expect(vesselBody.isValidSync(body, { strict: true })).toBe(true);
    expect(usualVolumes('bucket', us)).toMatchObject({ brimfulUl: '5 US gal', smallestUl: '1 US gal' });
  });

  it('keeps dial, orifice and machine of cannons only', () => {
    const { body } = read({ kind: 'bucket' });
    expect(body).toMatchObject({ dials: [], orificeMm: null, machineId: null, placeId: 3 });
    expect(read({ machineId: NOBODY }).body.machineId).toBeNull();
  });

  it.each([
    [{ brimfulUl: 'big' }, 'brimfulUl', 'Brimful'],
    [{ fillLimitUl: '' }, 'fillLimitUl', 'Fill limit'],
    [{ displacementUl: '-1 ml' }, 'displacementUl', 'Taken up by a guard'],
    [{ orificeMm: 'narrow' }, 'orificeMm', 'Orifice'],
    [
      { depth: { kind: 'round', diameterCm: 'wide', widthCm: '', lengthCm: '', points: '' } },
      'depth.diameterCm',
      'Diameter',
    ],
  ] as [Partial<VesselTyped>, string, string][])('refuses %o at its field', (change, field, words) => {
    const refusals: Record<string, Refusal> = read(change).refusals;
    expect(saidOf(refusals[field]).reason).toContain(words);
    expect(saidOf(refusals[field]).remedy).not.toBe('');
  });

  it('reads an orifice with or without its unit, and nothing as not known', () => {
    expect(read({ orificeMm: '1.25' }).body.orificeMm).toBe(1.25);
    expect(read({ orificeMm: '1,25 mm' }).body.orificeMm).toBe(1.25);
    expect(read({ orificeMm: '  ' }).body.orificeMm).toBeNull();
  });

  it('takes volumes in the units they are typed in, in any shop', () => {
    const { body } = readVessel(
      { ...typedVessel(cannon), brimfulUl: '32 us fl oz', fillLimitUl: '30' },
      { ...metric, units: 'us' },
    );
    expect(body.brimfulUl).toBe(946_353);
    expect(
      readVessel({ ...typedVessel(cannon), brimfulUl: '1 l' }, { ...metric, units: 'imperial' }).body
        .brimfulUl,
    ).toBe(1_000_000);
  });
});

describe('a rig in a line', () => {
  it('says what it is, what for, where and whose, and no more than there is to say', () => {
    expect(rigInWords(cannon)).toBe('Foam cannon bottle, Bay 2, orifice 1.1 mm');
    const bucket = { ...cannon, kind: 'bucket' as const, orificeMm: null };
    expect(rigInWords({ ...bucket, role: 'wheels', keeperName: 'Noor Pell' })).toBe(
      'Bucket, for wheels, never paint, Bay 2, with Noor Pell',
    );
    // A towel bucket is for towels anyway.
    expect(rigInWords({ ...bucket, kind: 'towelBucket', role: 'towels', placeName: null })).toBe(
      'Towel bucket',
    );
    expect(rigInWords({ ...bucket, kind: 'towelBucket', role: 'rinse', placeName: null })).toBe(
      'Towel bucket, for rinse',
    );
  });
});
