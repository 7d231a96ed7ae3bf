// The wall dispenser by the bench: its tips, its lines, and what happened to them.

export const dispenser = { name: 'Wall dispenser, bench', place: 'Bench' };

/** Named by the shop, by the hole in them. */
export const tips = [
  { name: 'fine', diameterMm: 0.6 },
  { name: 'middle', diameterMm: 0.75 },
  { name: 'wide', diameterMm: 0.9 },
  { name: 'broad', diameterMm: 1.3 },
];

export const lines = [
  { name: 'Left line', checkDays: 30 },
  { name: 'Middle line', checkDays: 30 },
  { name: 'Right line', checkDays: 30 },
];

const litre = 1_000_000;
const fills = (...products: number[]) =>
  products.map((ml) => ({
    totalUl: 2 * litre,
    used: { kind: 'volume' as const, ul: ml * 1_000 },
    source: 'typed' as const,
  }));

/** Fills of so many litres that took the same of product each. */
const collected = (ml: number, ...litres: number[]) =>
  litres.map((l) => ({
    totalUl: Math.round(l * litre),
    used: { kind: 'volume' as const, ul: ml * 1_000 },
    source: 'typed' as const,
  }));

/** What was hung on which line, and what it then gave, oldest first. */
export const lineEvents: {
  line: string;
  daysAgo: number;
  product: string;
  tip: string;
  target: string;
  runs: ReturnType<typeof fills>;
}[] = [
  {
    line: 'Left line',
    daysAgo: 40,
    product: 'Siding All-purpose',
    tip: 'wide',
    target: '1:10',
    runs: fills(88, 87, 89),
  },
  {
    line: 'Left line',
    daysAgo: 39,
    product: 'Siding All-purpose',
    tip: 'broad',
    target: '1:10',
    runs: fills(171, 175, 173),
  },
  {
    line: 'Middle line',
    daysAgo: 23,
    product: 'Orchard Pre-wash',
    tip: 'fine',
    target: '1:30',
    runs: collected(40, 1.94, 1.96, 1.98),
  },
  {
    line: 'Middle line',
    daysAgo: 22,
    product: 'Orchard Pre-wash',
    tip: 'wide',
    target: '1:30',
    runs: collected(90, 2.034, 2.07, 2.106),
  },
];
