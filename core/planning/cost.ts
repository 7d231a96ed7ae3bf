import { accept, type Outcome, refuse } from '../outcome.ts';
import { parseNumber } from '../units/parseNumber.ts';
import { UNIT_UL, type UnitSystem } from '../units/units.ts';

/** What a container cost and what it holds. Money is in the currency's minor units. */
export type Price = { readonly minor: number; readonly sizeUl: number };

/** A container as far as it says what its product costs. */
export type Priced = {
  readonly productId: number;
  readonly priceMinor: number | null;
  readonly sizeUl: number;
  /** When it came, as ISO 8601. */
  readonly receivedAt: string;
};

/** What a product costs now: as its newest container with a price did; null where none has one. */
export function newestPrice(productId: number, containers: readonly Priced[]): Price | null {
  let newest: (Priced & { readonly priceMinor: number }) | null = null;
  for (const c of containers) {
    const { priceMinor } = c;
    if (c.productId !== productId || priceMinor === null) continue;
    if (newest === null || c.receivedAt > newest.receivedAt) newest = { ...c, priceMinor };
  }
  return newest && { minor: newest.priceMinor, sizeUl: newest.sizeUl };
}

const UL_PER_L = 1_000_000;

/**
 * What a litre of working mix costs in product: `price / size x f`. A ready-to-use product is at `f = 1`, so the two
 * compare on the same line.
 *
 * @param fraction product in the mix, 0 < f <= 1
 * @returns minor units per litre, not rounded: a shampoo costs a fraction of a penny
 * @example a 20 L pail for 80.00 at 1:12: 30.77 minor units a litre
 */
export function costPerWorkingLitre({ minor, sizeUl }: Price, fraction: number): number {
  return (minor / sizeUl) * UL_PER_L * fraction;
}

/**
 * What the product in one fill costs.
 *
 * @returns minor units, not rounded
 */
export function costOfFill({ minor, sizeUl }: Price, productUl: number): number {
  return (minor / sizeUl) * productUl;
}

/** Figures in groups of three that can be nothing else: `1,234.50`, `1.234,50`, `1 234 567`. */
const GROUPED = /^\d{1,3}(?:([.,' \u00a0\u202f’])\d{3})(?:(?:\1\d{3})+|(?:\1\d{3})*(?!\1)[.,]\d{1,2})$/;

/**
 * What a person typed for a price, or a spreadsheet wrote: in minor units. A sign or code of a currency before or after it
 * counts for nothing. `1,234` alone is refused: it is 1.234 in one country and 1234 in the next.
 *
 * @param currency its code decides how many decimals there are: none for JPY, two for most
 * @example parseMoney('24.50', 'GBP', 'Price') // { ok: true, value: 2450 }
 */
export function parseMoney(text: string, currency: string, field: string): Outcome<number> {
  const figures = ungrouped(withoutSign(text.slice(0, 40).trim(), currency).replace(/^[^\d.,-]+/, ''));
  if (figures === '' && text.trim() !== '') {
    return refuse('money.range', { field });
  }
  const amount = parseNumber(figures, field);
  if (!amount.ok) return amount;
  const minor = amount.value * 10 ** decimalsOf(currency);
  if (Math.abs(minor - Math.round(minor)) > 1e-6 || minor > 1_000_000_000) {
    return refuse('money.range', { field });
  }
  return accept(Math.round(minor));
}

/** What stands before the currency's own sign or code at the end; any other word there is none of a price's. */
function withoutSign(text: string, currency: string): string {
  const [sign = currency] = moneyFormat(currency, 'en')
    .formatToParts(0)
    .flatMap((part) => (part.type === 'currency' ? [part.value] : []));
  const found = [currency, sign, ...SIGNS].find((s) => text.toLowerCase().endsWith(s.toLowerCase()));
  return found ? text.slice(0, -found.length).trim() : text;
}
/** Signs written behind a price in many countries. */
const SIGNS = ['€', '£', '$', 'kr', 'kr.', 'zł', 'Kč', 'Ft', 'lei', 'Fr.', 'CHF'];

function ungrouped(figures: string): string {
  const by = GROUPED.exec(figures)?.[1];
  return by === undefined ? figures : figures.replaceAll(by, '');
}

/**
 * Minor units as the number a spreadsheet is to add up.
 *
 * @example majorOf(2450, 'GBP') // 24.5
 */
export const majorOf = (minor: number, currency: string): number => minor / 10 ** decimalsOf(currency);

const decimalsOf = (currency: string): number =>
  moneyFormat(currency, 'en').resolvedOptions().maximumFractionDigits ?? 2;

const made = new Map<string, Intl.NumberFormat>();

/** Making a formatter costs a hundred times what using it does. */
function moneyFormat(
  currency: string,
  locale: string,
  places?: { least: number; most: number },
): Intl.NumberFormat {
  const key = `${currency} ${locale} ${places?.least} ${places?.most}`;
  const known =
    made.get(key) ??
    new Intl.NumberFormat(locale, {
      style: 'currency',
      currency,
      ...(places && { minimumFractionDigits: places.least, maximumFractionDigits: places.most }),
    });
  made.set(key, known);
  return known;
}

/**
 * Money as people read it: in whole minor units, and as less than one where it is less than half of one.
 *
 * @param minor in minor units of the currency
 * @example formatMoney(30.77, 'GBP') // '£0.31'
 * @example formatMoney(0.2, 'GBP') // '< £0.01'
 */
export function formatMoney(minor: number, currency: string, locale = 'en-GB'): string {
  const digits = decimalsOf(currency);
  const format = moneyFormat(currency, locale, { least: digits, most: digits });
  if (minor > 0 && minor < 0.5) return `< ${format.format(1 / 10 ** digits)}`;
  // Never less than nothing: what rounds to nothing is nothing.
  return format.format(Math.round(minor) / 10 ** digits || 0);
}

const LARGE: Record<UnitSystem, { readonly name: string; readonly litres: number }> = {
  metric: { name: 'litre', litres: 1 },
  us: { name: 'gallon', litres: UNIT_UL.usGal / UNIT_UL.l },
  imperial: { name: 'gallon', litres: UNIT_UL.impGal / UNIT_UL.l },
};

/** What a shop prices a mix by: a litre, or its own gallon. */
export const largeMeasure = (show: UnitSystem): string => LARGE[show].name;

/**
 * What a working mix costs by the litre, or by the gallon where the shop counts in those.
 *
 * @param minorPerLitre in minor units of the currency
 * @example formatUnitCost(37, 'USD', 'us') // 'US$1.40': 0.37 a litre is 1.40 a gallon
 */
export const formatUnitCost = (minorPerLitre: number, currency: string, show: UnitSystem): string =>
  formatMoney(minorPerLitre * LARGE[show].litres, currency);
