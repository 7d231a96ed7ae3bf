import { comingUse, type Three, USUALLY_UNSURE } from './runOut.ts';
import { type Used, WEEK } from './weeks.ts';

// How a forecast would have done: made again for days that are over, and held against what was used then. What was on the list
// then is not known any more, so all use is drawn.

/** What is foretold and held against what came: the use of four open weeks. */
const AHEAD_WEEKS = 4;
const EVERY_DAYS = 14;
const PATHS = 400;
/** As many weeks are known before the first one that is tried. */
const KNOWN_WEEKS = 6;

/** A forecast of a day that is over, by the courses alone, and what came. */
type Held = {
  readonly then: number;
  readonly said: Three<number>;
  readonly came: number;
  readonly plain: number;
};

const known = ({ ul, forJobsUl, open }: Used, then: number): Used => ({
  ul: ul.slice(0, then),
  forJobsUl: forJobsUl.slice(0, then),
  open: open.slice(0, then),
});

/** What four weeks come to in which the shop was open, from a day on or back from it; null where there are not four. */
function fourWeeks({ ul, open }: Used, from: number, way: 1 | -1): number | null {
  let [sum, weeks] = [0, 0];
  for (let day = from; weeks < AHEAD_WEEKS; day += way * WEEK) {
    const [first, end] = way > 0 ? [day, day + WEEK] : [day - WEEK, day];
    if (first < 0 || end > ul.length) return null;
    if (!open.slice(first, end).some(Boolean)) continue;
    weeks++;
    for (const used of ul.slice(first, end)) sum += used;
  }
  return sum;
}

/** Forecasts of every other week that is over, the oldest first. */
function heldAgainst(used: Used, seed: number): Held[] {
  const held: Held[] = [];
  const { ul } = used;
  const first =
    Math.max(
      0,
      ul.findIndex((u) => u > 0),
    ) +
    KNOWN_WEEKS * WEEK;
  for (let then = ul.length - AHEAD_WEEKS * WEEK; then >= first; then -= EVERY_DAYS) {
    const said = comingUse(known(used, then), AHEAD_WEEKS, seed + then, { unsure: 0 }, PATHS);
    const came = fourWeeks(used, then, 1);
    const plain = fourWeeks(used, then, -1);
    if (said && came !== null && plain !== null) held.unshift({ then, said, came, plain });
  }
  return held;
}

/** As many forecasts as the usual share counts for. */
const USUAL_COUNTS = 4;
const MOST_UNSURE = 0.8;
/** From the 10 % to the 90 % figure of a normal spread. */
const SPREAD = 2.563;

/**
 * How far forecasts were off besides what their courses differed by, as a share: what of their errors the courses don't
 * explain, shrunk towards the usual by how few there are.
 */
function unsureOf(held: readonly Held[]): number {
  let sum = USUAL_COUNTS * USUALLY_UNSURE ** 2;
  for (const { said, came } of held) {
    const middle = Math.max(said.p50, 1);
    const off = Math.log(Math.max(came, 0.05 * middle) / middle);
    const apart = Math.log(Math.max(said.p90, 1) / Math.max(said.p10, 0.05 * middle)) / SPREAD;
    sum += off ** 2 - apart ** 2;
  }
  return Math.min(MOST_UNSURE, Math.sqrt(Math.max(0, sum / (held.length + USUAL_COUNTS))));
}

export type Backtest = {
  /** How often what came lay between the 10 % and the 90 % figure, of how many times. */
  readonly right: number;
  readonly of: number;
  /** Mean pinball loss of the three figures, in microlitres, and that of the mean of the last 28 open days. */
  readonly loss: number;
  readonly plainLoss: number;
  /** What the next forecast is to reckon with, as a share. */
  readonly unsure: number;
};

const pinball = (foretold: number, came: number, share: number): number =>
  came >= foretold ? share * (came - foretold) : (1 - share) * (foretold - came);
const meanPinball = ({ p10, p50, p90 }: Three<number>, came: number): number =>
  (pinball(p10, came, 0.1) + pinball(p50, came, 0.5) + pinball(p90, came, 0.9)) / 3;

/** Makes the forecast anew for every other week that is over, each with what was known then. */
export function backtest(used: Used, seed: number): Backtest {
  const held = heldAgainst(used, seed);
  let [right, of, loss, plainLoss] = [0, 0, 0, 0];
  for (const { then, came, plain } of held) {
    const before = held.filter((h) => h.then + AHEAD_WEEKS * WEEK <= then);
    const said = comingUse(known(used, then), AHEAD_WEEKS, seed + then, { unsure: unsureOf(before) }, PATHS);
    if (!said) continue;
    of++;
    if (came >= said.p10 && came <= said.p90) right++;
    loss += meanPinball(said, came);
    plainLoss += meanPinball({ p10: plain, p50: plain, p90: plain }, came);
  }
  const mean = (sum: number) => (of > 0 ? sum / of : 0);
  return { right, of, loss: mean(loss), plainLoss: mean(plainLoss), unsure: unsureOf(held) };
}
