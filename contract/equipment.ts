import * as yup from 'yup';
import type { SprayOutput } from '#core/delivery/output.ts';
import type { WaterKind } from '#core/mixing/hardness.ts';
import { CONTAINER_KINDS, MEASURE_KINDS, VESSEL_KINDS } from '#core/mixing/outlines.ts';
import type { LotHold } from '#core/stock/lotHold.ts';
import type { Strength } from '#core/strength/notation.ts';
import {
  byKind,
  exactly,
  finite,
  line,
  note,
  oneOf,
  orNone,
  rowId,
  shopDay,
  wholeMinor,
  wholeUl,
  yes,
} from './fields.ts';
import type { MeasuredDraw } from './rigs.ts';

// Vessels, measures, places and containers: what a shop owns.

const cm = (label: string) =>
  finite(label, 0.1, 300).meta({ remedy: 'Give centimetres from 0.1 to 300, such as 28.' });
const PROFILES = {
  round: exactly({ kind: oneOf('Shape', ['round']), diameterCm: cm('Diameter') }),
  rectangular: exactly({
    kind: oneOf('Shape', ['rectangular']),
    widthCm: cm('Width'),
    lengthCm: cm('Length'),
  }),
  table: exactly({
    kind: oneOf('Shape', ['table']),
    points: yup
      .array(
        yup
          .tuple([cm('Depth'), wholeUl('Volume')])
          .required()
          .label('Depths'),
      )
      .label('Depths')
      .required()
      .min(1)
      .max(40)
      .test('rising', 'Depths do not rise together with their volumes.', (points) =>
        (points ?? []).every(
          (p, i, all) => i === 0 || (p[0] > (all[i - 1]?.[0] ?? 0) && p[1] > (all[i - 1]?.[1] ?? 0)),
        ),
      )
      .meta({ remedy: 'Give depths with their volumes, each deeper and more than the one before.' }),
  }),
};

/** How a vessel's inside is known, for a depth stick: straight walls, or depths that were measured. */
const depthProfile = () => orNone(() => byKind('Shape', PROFILES, 'round'));

/** What a bucket is kept for: wheels never share theirs with paint. */
export const VESSEL_ROLES = ['any', 'wash', 'rinse', 'wheels', 'towels', 'stock'] as const;
export type VesselRole = (typeof VESSEL_ROLES)[number];

const dials = () =>
  yup
    .array(
      exactly({ id: rowId('Dial position').nullable(), name: line('Dial position', 30) }).label(
        'Dial position',
      ),
    )
    .label('Dial positions')
    .required()
    .max(12)
    .test('once', 'Dial positions has the same name twice.', (all) => {
      const names = (all ?? []).map((d) => d?.name?.trim?.().toLowerCase());
      return new Set(names).size === names.length;
    })
    .meta({ remedy: 'Name up to 12 positions, each once, from closed to open.' });

export const vesselBody = exactly({
  name: line('Vessel name', 60),
  kind: oneOf('Kind', VESSEL_KINDS),
  brimfulUl: wholeUl('Brimful'),
  fillLimitUl: wholeUl('Fill limit'),
  smallestUl: wholeUl('Smallest sensible mix'),
  deadUl: wholeUl('Left in the bottom', 0),
  displacementUl: wholeUl('Taken up by a guard', 0),
  twoLines: yes('Two printed lines'),
  depth: depthProfile(),
  role: oneOf('Kept for', VESSEL_ROLES),
  placeId: rowId('Where it is').nullable(),
  keeperId: rowId('Who has it').nullable(),
  orificeMm: finite('Orifice', 0.3, 5)
    .nullable()
    .meta({ remedy: 'Type millimetres from 0.3 to 5, such as 1.1, or nothing.' }),
  machineId: rowId('Used on').nullable(),
  dials: dials(),
})
  .test('fill-limit', function inOrder(v) {
    if (!(v.fillLimitUl > v.brimfulUl)) return true;
    return this.createError({
      path: this.path ? `${this.path}.fillLimitUl` : 'fillLimitUl',
      message: 'Fill limit is over brimful.',
    });
  })
  .test('displacement', function inOrder(v) {
    if (!(v.displacementUl + v.deadUl >= v.fillLimitUl)) return true;
    return this.createError({
      path: 'displacementUl',
      message: 'Taken up by a guard leaves no room below the fill limit.',
    });
  })
  .test('smallest', function inOrder(v) {
    if (!(v.smallestUl > v.fillLimitUl)) return true;
    return this.createError({ path: 'smallestUl', message: 'Smallest sensible mix is over the fill limit.' });
  });
export type VesselBody = yup.InferType<typeof vesselBody>;
/** What a vessel is kept with where nobody said more: anywhere, for anything, without a dial. */
export const NO_RIG = {
  role: 'any',
  placeId: null,
  keeperId: null,
  orificeMm: null,
  machineId: null,
  dials: [],
} satisfies Partial<VesselBody>;

export const vesselPatch = vesselBody.concat(exactly({ retired: yes('Retired') }));
export type VesselPatch = VesselBody & { retired: boolean };

/** The batch a vessel holds, by the books. */
export type HeldBatch = {
  batchId: number;
  code: string;
  productId: number;
  productName: string;
  ul: number;
  /** Of that, product. */
  productUl: number;
  /** Another product is in it as well. */
  mixed: boolean;
  strength: Strength;
  madeAt: string;
  personName: string;
  /** The last day it is good for; null where its product does not say. */
  useBy: string | null;
  water: WaterKind;
  /** The hold a lot in it is under; null where none is. */
  onHold: LotHold | null;
};
/** A product a vessel has held since it was last rinsed. */
export type HeldProduct = { productId: number; productName: string };
/** A setting of a cannon or a gun, from closed to open. */
export type DialPosition = { id: number; name: string };
export type Vessel = Omit<VesselBody, 'dials'> & {
  id: number;
  dials: DialPosition[];
  /** Where the dial is set now; null where nobody said, or it has none. */
  dialId: number | null;
  /** What it was measured to draw, by dial position and machine. */
  draws: MeasuredDraw[];
  /** What it gives a squeeze or a minute, where someone measured it. */
  output: SprayOutput | null;
  placeName: string | null;
  keeperName: string | null;
  holds: HeldBatch | null;
  /** Everything it has held since it was last rinsed, the newest first: what is in it now is among them. */
  held: HeldProduct[];
  /** What it weighs empty, where somebody weighed it. */
  tareG: number | null;
  retired: boolean;
  revision: number;
};

export const measureBody = exactly({
  name: line('Measure name', 60),
  kind: oneOf('Kind', MEASURE_KINDS),
  capacityUl: wholeUl('Holds'),
  stepUl: wholeUl('One graduation'),
  /** The product whose container it sits on, as a pump head does. */
  productId: rowId('Sits on').nullable(),
})
  .test('step', function finer(v) {
    if (!(v.stepUl > v.capacityUl)) return true;
    return this.createError({ path: 'stepUl', message: 'One graduation is more than the measure holds.' });
  })
  .test('sits', function sits(v) {
    if (v.productId == null || v.kind === 'pump') return true;
    return this.createError({ path: 'productId', message: 'Only a pump head sits on a product.' });
  });
export type MeasureBody = yup.InferType<typeof measureBody>;
export const measurePatch = measureBody.concat(exactly({ retired: yes('Retired') }));
export type MeasurePatch = yup.InferType<typeof measurePatch>;
export type MeasureRow = MeasureBody & { id: number; retired: boolean; revision: number };

export const PLACE_KINDS = ['store', 'bench', 'bay', 'van'] as const;
export const placeBody = exactly({ name: line('Place name', 40), kind: oneOf('Kind', PLACE_KINDS) });
export type PlaceBody = yup.InferType<typeof placeBody>;
export type Place = PlaceBody & { id: number; revision: number };

export const containerBody = exactly({
  productId: rowId('Product'),
  kind: oneOf('Kind', CONTAINER_KINDS),
  sizeUl: wholeUl('Size'),
  levelUl: wholeUl('In it now'),
  placeId: rowId('Place'),
  lot: note('Lot', 40),
  priceMinor: wholeMinor('Price').nullable(),
  opened: yes('Already open'),
  bestBefore: shopDay('Best before').nullable().optional().default(undefined),
}).test('level', function within(v) {
  if (!(v.levelUl > v.sizeUl)) return true;
  return this.createError({ path: 'levelUl', message: 'In it now is more than the container holds.' });
});
export type ContainerBody = yup.InferType<typeof containerBody>;

export type Container = {
  id: number;
  code: string;
  productId: number;
  productName: string;
  kind: (typeof CONTAINER_KINDS)[number];
  sizeUl: number;
  heldUl: number;
  placeId: number;
  placeName: string;
  lot: string;
  /** What it cost, in the currency's minor units; null where nobody entered it. */
  priceMinor: number | null;
  receivedAt: string;
  openedAt: string | null;
  /** The last day it is good for, as printed on it; null where nobody entered it. */
  bestBefore: string | null;
  supplier: string | null;
  /** The code of what it was filled from first. */
  decantedFrom: string | null;
  /** What it weighs empty, where somebody weighed it. */
  tareG: number | null;
  /** What is in it cost, in minor units. */
  heldMinor: number;
  /** The hold its lot is under; null where none is. */
  onHold: LotHold | null;
  /** When it was put away, empty, returned or lost. */
  awayAt: string | null;
};
