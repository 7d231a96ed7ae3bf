import type { Vessel } from '#contract/equipment.ts';
import type { Product } from '#contract/products.ts';
import type { RecipeCard, RecipeVersion } from '#contract/recipes.ts';
import type { Shop } from '#contract/shop.ts';
import { contentsOf } from '#core/mixing/contents.ts';
import { careInWords, HAZARD_NAMES } from '#core/products/record.ts';
import { USE_NAMES } from '#core/products/uses.ts';
import { dwellInWords } from '#core/recipes/dwellWords.ts';
import { judgeCell } from '#core/recipes/judge.ts';
import { AGITATION_NAMES, DIRECTION_NAMES, RINSE_NAMES } from '#core/recipes/recipe.ts';
import { standardsOf } from '#core/recipes/standards.ts';
import { SOIL_KIND_NAMES, SOIL_NAMES } from '#core/soil/soil.ts';
import { ZONE_NAMES } from '#core/soil/zones.ts';
import { shortStrength } from '#core/strength/formatStrength.ts';
import { formatVolume } from '#core/units/formatVolume.ts';

type Equipment = { product: Product; vessel: Vessel; machineName: string | null };

/** What stands on the card of a published recipe, with the amounts for a full vessel. */
export function recipeCard(
  code: string,
  recipe: RecipeVersion,
  { product, vessel, machineName }: Equipment,
  shop: Pick<Shop, 'name' | 'units' | 'zone' | 'wasteWater'>,
  address: string,
): RecipeCard {
  const known = standardsOf(recipe, product, vessel);
  const fillUl = vessel.fillLimitUl - vessel.displacementUl;
  const dial = vessel.dials.find((d) => d.id === recipe.dialId)?.name;
  const amount = (ul: number) => (ul === 0 ? 'none' : formatVolume(ul, shop.units));
  const { care, hazards } = product.record;
  const worked = [
    recipe.agitation !== 'none' && AGITATION_NAMES[recipe.agitation],
    `rinse: ${RINSE_NAMES[recipe.rinse]}`,
    recipe.direction !== 'any' && DIRECTION_NAMES[recipe.direction],
  ].filter(Boolean);
  const safety = [
    product.caution,
    hazards.length > 0 && `${sentence(hazards.map((h) => HAZARD_NAMES[h]).join(', '))}`,
    careInWords(care),
    recipe.cautions,
  ].filter(Boolean);
  const day = new Intl.DateTimeFormat('en-GB', { dateStyle: 'medium', timeZone: shop.zone });
  return {
    code,
    name: recipe.name,
    productName: product.name,
    use: USE_NAMES[recipe.use].toLowerCase(),
    setting: [
      `${vessel.name}, filled to ${formatVolume(fillUl, shop.units)}`,
      known.draw && `dial ${dial}, on ${machineName ?? 'a garden hose'}`,
      recipe.zones.length > 0 && recipe.zones.map((z) => ZONE_NAMES[z]).join(', '),
      recipe.soilKinds.length > 0 && recipe.soilKinds.map((k) => SOIL_KIND_NAMES[k]).join(', '),
    ]
      .filter(Boolean)
      .join('; '),
    levels: recipe.cells.map((cell) => {
      const soil = `${cell.soil} ${SOIL_NAMES[cell.soil]}`;
      if (cell.kind === 'not') return { kind: 'not', soil, instead: cell.instead || 'Not for this.' };
      const judged = judgeCell(cell, recipe.onPanel, known);
      const mix = judged.ok ? contentsOf(fillUl, judged.value.bottle) : null;
      return {
        kind: 'mix',
        soil,
        strength: `${shortStrength(cell.strength)}${recipe.onPanel ? ' on panel' : ''}`,
        water: mix ? amount(mix.waterUl) : '–',
        product: mix ? amount(mix.productUl) : '–',
        dwell: dwellInWords(cell.dwell),
      };
    }),
    lines: [
      { word: 'Work:', text: sentence(worked.join(', ')) },
      ...(recipe.cleanCheck ? [{ word: 'Clean?', text: recipe.cleanCheck }] : []),
      ...(safety.length > 0 ? [{ word: 'Care:', text: safety.join(' ') }] : []),
      ...(recipe.notes ? [{ word: 'Note:', text: recipe.notes }] : []),
      ...(shop.wasteWater ? [{ word: 'Waste water:', text: shop.wasteWater }] : []),
    ],
    foot: `${shop.name}. Version ${recipe.number}, ${day.format(new Date(recipe.publishedAt ?? recipe.savedAt))}, ${recipe.publishedBy ?? recipe.savedBy}. The code leads to the recipe as it is now. The safety data sheet, local codes and licensed practice decide.`,
    address,
  };
}

const sentence = (words: string): string =>
  words ? `${words.charAt(0).toUpperCase()}${words.slice(1)}.` : '';
