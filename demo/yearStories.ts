import { CONTAINER_OUTLINES } from '#core/mixing/outlines.ts';
import { normalFrom } from '#core/mixing/random.ts';
import { shapeVessel, standingHeight } from '#core/mixing/vesselShape.ts';
import { countedByDip, countedByEye, differenceFrom } from '#core/stock/count.ts';
import { at } from './named.ts';
import { COUNT_EVERY_DAYS, LOST_LITRE, PUMP_HEAD, type YearProduct } from './year.ts';

// What happened to each container of the year, drawn: the same on every machine.

const YEAR_DAYS = 365;
const DAY_MS = 86_400_000;
/** One pour of four is measured with what isn't usual for it, and no pour is quite what is read. */
const OTHER_MEASURE = 0.25;
const POUR_SD = 0.04;
const DIP_SD_MM = 1.2;

export type YearEvent = { at: Date; person: string } & (
  | { kind: 'pour'; ul: number; measure: string }
  | { kind: 'count'; bookUl: number; foundUl: number; withinUl: number; reading: object; beyond: boolean }
);

/** A container: when it came, what happened to it, and when it was put away empty. */
export type Story = {
  product: YearProduct;
  lot: string;
  came: Date;
  opened: Date;
  empty: Date;
  events: YearEvent[];
};

/** The containers of one product, one after the other, each poured from until it is empty. */
export function storiesOf(
  product: YearProduct,
  now: Date,
  untilDaysAgo: number,
  random: () => number,
): Story[] {
  const slots = slotsOf(product, now, untilDaysAgo, random);
  const perContainer = slots.length / product.containers;
  const stories: Story[] = [];
  for (let n = 0; n < product.containers; n++) {
    const mine = slots.slice(Math.round(n * perContainer), Math.round((n + 1) * perContainer));
    const first = mine[0];
    if (!first) continue;
    const events = pourEmpty(product, n, mine, now, random);
    stories.push({
      product,
      lot: `${product.lot}${11 + n * 7}`,
      came: new Date(first.getTime() - 9 * DAY_MS),
      opened: new Date(first.getTime() - 20 * 60_000),
      empty: events.at(-1)?.at ?? first,
      events,
    });
  }
  return stories;
}

/** When something was poured: more often in its season, never on a Sunday. */
function slotsOf(product: YearProduct, now: Date, untilDaysAgo: number, random: () => number): Date[] {
  const days: { d: number; weight: number }[] = [];
  for (let d = YEAR_DAYS; d > untilDaysAgo; d--) {
    const noon = at(now, d, '12:00');
    if (noon.getDay() !== 0)
      days.push({ d, weight: (product.season[noon.getMonth()] ?? 1) * (0.5 + random()) });
  }
  const all = days.reduce((sum, day) => sum + day.weight, 0);
  const pours = Math.round((product.containers * product.litres * 1_000) / product.pourMl);
  const slots: Date[] = [];
  let due = 0;
  for (const { d, weight } of days) {
    due += (pours * weight) / all;
    for (let k = 0; due >= 1; due--, k++) {
      const minutes = 8 * 60 + ((Math.floor(random() * 60) + k * 97) % 520);
      slots.push(at(now, d, `${Math.floor(minutes / 60)}:${minutes % 60}`));
    }
  }
  return slots.sort((a, b) => a.getTime() - b.getTime());
}

/** When all that stands anywhere is counted, the earliest first: after the last pour of the day. */
function countDays(now: Date): Date[] {
  const days = Math.floor(YEAR_DAYS / COUNT_EVERY_DAYS);
  return Array.from({ length: days }, (_, i) => at(now, (days - i) * COUNT_EVERY_DAYS, '17:40'));
}

function measureFor({ product, pourMl }: YearProduct, random: () => number): string {
  if (product === PUMP_HEAD.product && random() < PUMP_HEAD.often) return PUMP_HEAD.name;
  const usual = pourMl > 60 === random() > OTHER_MEASURE;
  return usual ? '250 ml cylinder' : '60 ml syringe';
}

/** Pours at these times that empty a container, and the counts of those months. */
function pourEmpty(
  product: YearProduct,
  n: number,
  slots: Date[],
  now: Date,
  random: () => number,
): YearEvent[] {
  const sizeUl = product.litres * 1e6;
  const normal = normalFrom(random);
  const lostAt =
    LOST_LITRE.product === product.product && LOST_LITRE.container === n ? slots.length >> 1 : -1;
  const pours = slots.map((when) => {
    const measure = measureFor(product, random);
    return {
      when,
      measure,
      person: product.who[Math.floor(random() * product.who.length)] ?? 'Odo Marsh',
      part: 0.8 + 0.4 * random(),
      gives: measure === PUMP_HEAD.name ? PUMP_HEAD.gives : 1,
    };
  });
  // Measured so that together they really empty it.
  const each =
    (sizeUl - (lostAt < 0 ? 0 : LOST_LITRE.ul)) / pours.reduce((sum, p) => sum + p.part * p.gives, 0);
  const counts = countDays(now).filter((day) => day > (slots[0] ?? now) && day < (slots.at(-1) ?? now));
  const events: YearEvent[] = [];
  let [really, book] = [sizeUl, sizeUl];
  const count = (when: Date, found: Pick<Found, 'ul' | 'withinUl' | 'reading'>) => {
    const { beyond } = differenceFrom(found, book);
    events.push({
      kind: 'count',
      at: when,
      person: 'Odo Marsh',
      bookUl: book,
      foundUl: found.ul,
      withinUl: found.withinUl,
      reading: found.reading,
      beyond,
    });
    if (beyond) book = found.ul;
  };
  for (const [i, { when, measure, person, part, gives }] of pours.entries()) {
    while (counts[0] && counts[0] < when) {
      count(counts.shift() as Date, dipped(product, really, normal));
    }
    if (i === lostAt) really = Math.max(0, really - LOST_LITRE.ul);
    const ul = Math.min(book, Math.round((part * each) / 1_000) * 1_000);
    if (ul <= 0) continue;
    events.push({ kind: 'pour', at: when, person, ul, measure });
    book -= ul;
    really = Math.max(0, really - ul * gives * (1 + POUR_SD * normal()));
  }
  if (book > 0) {
    const last = events.at(-1)?.at ?? now;
    count(new Date(last.getTime() + 5 * 60_000), {
      ...countedByEye({ sizeUl, share: 0 }),
      reading: { kind: 'eye', share: 0 },
    });
  }
  return events;
}

type Found = { ul: number; withinUl: number; reading: object };

/** What somebody reads with a dipstick in what really is in it. */
function dipped({ kind, litres }: YearProduct, reallyUl: number, normal: () => number): Found {
  const sizeUl = litres * 1e6;
  const highMm = standingHeight(shapeVessel(CONTAINER_OUTLINES[kind], sizeUl), reallyUl) * 10;
  const depthMm = Math.max(0, Math.round(highMm + DIP_SD_MM * normal()));
  const counted = countedByDip({ kind, sizeUl, depthMm });
  if (!counted.ok) throw new Error(`the demo can't dip ${kind} to ${depthMm} mm`);
  return { ...counted.value, reading: { kind: 'dip', depthMm } };
}
