import type { Vessel } from '#contract/equipment.ts';
import { refuse } from '#contract/refusals.ts';
import { type Contents, volumeUl } from '#core/mixing/contents.ts';
import { towelBucketUl } from '#core/mixing/depth.ts';
import { mixFromProduct, mixOntoWater, totalForVehicles } from '#core/mixing/solveFor.ts';
import type { VesselLimits } from '#core/mixing/solveMix.ts';
import { accept, at, type Outcome } from '#core/outcome.ts';
import { vehicleUl } from '#core/planning/vehicleLiquid.ts';
import { deliveryOf } from '#core/products/record.ts';
import type { ProductUse } from '#core/products/uses.ts';
import { type Body, USUAL_BODY } from '#core/soil/bodies.ts';
import type { Fraction } from '#core/strength/strength.ts';
import { parseNumber, parseWithUnit } from '#core/units/parseNumber.ts';
import { parseVolume } from '#core/units/parseVolume.ts';
import { type Microlitres, microlitres } from '#core/units/volume.ts';
import { t } from '../../lib/speech.ts';
import type { Mode, Question } from './benchDraft.ts';
import { blank, depthReader } from './benchStart.ts';
import type { Equipment } from './equipment.ts';

/** Several vehicles at once: how much in all, in how many fills. */
export type Many = { vehicles: number; eachUl: number; allUl: number; fills: number };

/** How much one fill makes, and where it is one of several, what they come to. */
export type Total = { ul: Microlitres; many: Many | null };

type TotalAsked<M extends Mode = Mode> = {
  draft: Question<M>;
  vessel: Vessel;
  limits: VesselLimits;
  contents: Contents | null;
  fraction: Fraction;
  use: ProductUse | null;
  shop: Equipment['shop'];
};

/**
 * How much to make: as typed, as the product or the water at hand makes, for so many vehicles or towels, as much as
 * stands there already, else up to the fill limit.
 */
export function totalOf(asked: TotalAsked): Outcome<Total> {
  const { draft, vessel, limits, contents, shop } = asked;
  switch (draft.mode) {
    case 'have':
      return at('have', one(fromWhatIsThere({ ...asked, draft })));
    case 'vehicles':
      return at('many', forVehicles({ ...asked, draft }));
    case 'fill':
      if (vessel.kind === 'towelBucket' && !blank(draft.towelsText))
        return at('towels', one(forTowels({ ...asked, draft })));
      return one(asTyped(draft.makeText, vessel, limits, shop));
    case 'left':
      return one(asTyped(draft.makeText, vessel, limits, shop));
    default:
      // What was poured past the fill limit is there all the same: part of it goes off first.
      return one(
        accept(contents ? microlitres(Math.min(volumeUl(contents), limits.fillLimitUl)) : limits.fillLimitUl),
      );
  }
}

/** As much as was typed; where nothing was, up to the fill limit. */
export function asTyped(
  text: string,
  vessel: Vessel,
  limits: VesselLimits,
  shop: Equipment['shop'],
): Outcome<Microlitres> {
  if (blank(text)) return accept(limits.fillLimitUl);
  return parseVolume(text, {
    system: shop.units,
    field: t('How much to make'),
    atDepth: depthReader(vessel),
  });
}

const one = (ul: Outcome<Microlitres>): Outcome<Total> => (ul.ok ? accept({ ul: ul.value, many: null }) : ul);

function fromWhatIsThere({
  draft,
  vessel,
  limits,
  fraction,
  shop,
}: TotalAsked<'have'>): Outcome<Microlitres> {
  const water = draft.haveWhat === 'water';
  const field = water ? t('Water already in') : t('Product at hand');
  const atDepth = water ? depthReader(vessel) : undefined;
  const there = parseVolume(draft.haveText, { system: shop.units, field, atDepth });
  if (!there.ok) return there;
  const mix = (water ? mixOntoWater : mixFromProduct)(there.value, fraction, limits.fillLimitUl);
  return mix.ok ? accept(mix.value.totalUl) : mix;
}

/** What each vehicle takes where nobody typed it, put on with this vessel. */
export const usualEachUl = (body: Body = USUAL_BODY, vessel: Vessel, use: ProductUse | null): number | null =>
  vehicleUl(body, deliveryOf(vessel.kind), use);

function forVehicles({ draft, vessel, limits, use, shop }: TotalAsked<'vehicles'>): Outcome<Total> {
  const count = parseNumber(draft.vehiclesText, t('Vehicles'), 'howMany');
  if (!count.ok) return count;
  const usual = usualEachUl(draft.body, vessel, use);
  if (blank(draft.eachText) && usual === null) {
    return refuse('each.missing', {});
  }
  const each =
    blank(draft.eachText) && usual !== null
      ? accept(microlitres(usual))
      : parseVolume(draft.eachText, { system: shop.units, field: t('Each takes') });
  if (!each.ok) return each;
  const all = totalForVehicles(count.value, each.value, vessel.deadUl);
  if (!all.ok) return all;
  const fills = Math.ceil(all.value / limits.fillLimitUl);
  const many = { vehicles: count.value, eachUl: each.value, allUl: all.value, fills };
  return accept({ ul: microlitres(Math.round(all.value / fills)), many });
}

function forTowels({ draft, vessel }: TotalAsked<'fill'>): Outcome<Microlitres> {
  if (!vessel.depth) {
    return refuse('bucket.shape', {});
  }
  const towels = parseNumber(draft.towelsText, t('Towels'), 'howMany');
  if (!towels.ok) return towels;
  if (!Number.isInteger(towels.value) || towels.value < 1 || towels.value > 100) {
    return refuse('towels.count', {});
  }
  const size = /^(\d+(?:[.,]\d+)?)\s*(?:x|×|by)\s*(\d+(?:[.,]\d+)?)\s*(?:cm)?$/i.exec(draft.towelText.trim());
  const gsm = parseNumber(draft.gsmText, t('Towel weight'), 'gramsPerM2');
  const cm = (text: string | undefined) => Number((text ?? '').replace(',', '.'));
  const [widthCm, lengthCm] = [cm(size?.[1]), cm(size?.[2])];
  if (!size || widthCm < 5 || lengthCm < 5 || widthCm > 200 || lengthCm > 200) {
    return refuse('towel.size', {});
  }
  if (!gsm.ok) return gsm;
  if (gsm.value < 50 || gsm.value > 2_000) {
    return refuse('towel.weight', {});
  }
  const free = blank(draft.freeDepthText)
    ? accept(0)
    : parseWithUnit(draft.freeDepthText, /\s*cm$/i, t('Free depth'), 'centimetres');
  if (!free.ok) return free;
  return accept(
    microlitres(towelBucketUl(towels.value, { widthCm, lengthCm, gsm: gsm.value }, free.value, vessel.depth)),
  );
}
