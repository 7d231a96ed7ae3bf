import { uniformFrom } from '../mixing/random.ts';
import { type Between, middle, times } from './between.ts';
import type { Gap, Poured, SourceKey } from './gaps.ts';
import { type Row, ridge } from './ridge.ts';

// Who or what pours more than is booked: the gaps between counts, laid to what was poured in them by whom, with what and
// where. Nothing is named that chance alone would bring up as well.

/** With fewer pours nothing is said of whoever or whatever poured. */
export const LEAST_POURS = 12;
/** With fewer gaps nothing is said at all: the signs of so few can't tell chance from cause. */
export const LEAST_GAPS = 8;
/** And of each only where it is in so many of them. */
const IN_GAPS = 4;

export type Effect = {
  readonly source: SourceKey;
  readonly poured: Poured;
  /** How much more than booked leaves the container, as a share of what was booked; null: too few pours to say. */
  readonly share: Between | null;
};

/** What explains more of the gaps than chance would; `all`: every pour, whoever made it and whatever with. */
export type Cause = {
  readonly source: SourceKey | 'all';
  readonly share: Between;
  /** What is missing by it, in microlitres. */
  readonly ul: Between;
  /** What it can't be told apart from, by these gaps. */
  readonly or: SourceKey | 'all' | null;
};

/** A gap that nothing poured explains. */
export type OneOff = { readonly gap: Gap; readonly ul: Between };

export type Explained = {
  readonly causes: readonly Cause[];
  /** Of all who and all that poured, the largest share first. */
  readonly effects: readonly Effect[];
  readonly oneOffs: readonly OneOff[];
  /** How much of each gap is laid to pours that gave more than was booked. */
  readonly overPoured: readonly Between[];
  /** How far off each gap may be by counting and by how pours differ: one standard deviation, in microlitres. */
  readonly spreadUl: readonly number[];
};

export type TooFewGaps = { readonly gaps: number; readonly needs: number };
export const isExplained = (told: Explained | TooFewGaps): told is Explained => 'causes' in told;

/** Single pours differ by so much, as a share, besides what they give more by cause. */
const POUR_SD = 0.06;
/** No gap is known better than to this, in microlitres. */
const LEAST_SD_UL = 4_000;
/** How far off a measure, a person, a place usually is, as a share: what nothing points to is held near nothing. */
const USUAL_SHARE = 0.05;
/** What is named may be off by as much as it is. */
const NAMED_SHARE = 1;
/** Less than this is not worth naming, as a share of what was booked. */
const WORTH_NAMING = 0.03;
/** What chance alone brings up as strongly in more than one of 25 such years is not named. */
const BY_CHANCE = 0.04;
const FLIPS = 500;
const RESAMPLES = 300;
const MOST_CAUSES = 3;
/** What does as well as the best in more of the resampled years than this can't be told from it. */
const OFTEN = 0.3;
const AS_GOOD = 0.999;
/** A gap further from what is expected than so many of its spreads stands for itself. */
const ONE_OFF = 4;
const HUBER = 2;

/**
 * Explains gaps by what was poured in them.
 *
 * A ridge regression of the gaps on what each poured, each gap weighed by how well it is known, and less where it lies far
 * out (Huber). A cause is named where none of 25 years whose gaps had their signs thrown would show one as strong
 * (Westfall and Young's largest statistic); one after the other, each beside those named before. Intervals are the middle
 * nine tenths of resampled gaps. The same seed gives the same answer.
 */
export function explain(gaps: readonly Gap[], seed = 1): Explained | TooFewGaps {
  const poured = gaps.filter((g) => g.poured.ul > 0);
  if (poured.length < LEAST_GAPS) return { gaps: poured.length, needs: LEAST_GAPS };
  return new Explaining(gaps, seed).explained();
}

type Candidate = { readonly source: SourceKey | 'all'; readonly x: readonly number[]; readonly of: Poured };

class Explaining {
  readonly #gaps: readonly Gap[];
  readonly #uniform: () => number;
  readonly #sources: readonly SourceKey[];
  /** Who and what poured often enough, each with what it poured in each gap; every pour together last. */
  readonly #candidates: readonly Candidate[];
  readonly #sd: readonly number[];
  readonly #y: readonly number[];
  #weights: readonly number[];
  #scale = 1;

  constructor(gaps: readonly Gap[], seed: number) {
    this.#gaps = gaps;
    this.#uniform = uniformFrom(seed);
    this.#sources = [...new Set(gaps.flatMap((g) => [...g.by.keys()]))].sort();
    this.#candidates = [
      ...this.#sources.flatMap((source) => this.#candidate(source, (g) => g.by.get(source))),
      ...this.#candidate('all', (g) => g.poured),
    ];
    this.#y = gaps.map((g) => g.ul);
    this.#sd = gaps.map((g) =>
      Math.hypot(
        LEAST_SD_UL,
        g.withinUl / 1.96,
        (POUR_SD * g.poured.ul) / Math.sqrt(Math.max(1, g.poured.pours)),
      ),
    );
    this.#weights = this.#sd.map((sd) => 1 / sd ** 2);
    this.#weighRobustly();
  }

  #candidate(source: SourceKey | 'all', of: (gap: Gap) => Poured | undefined): Candidate[] {
    const each = this.#gaps.map((g) => of(g) ?? { ul: 0, pours: 0 });
    const pours = each.reduce((sum, p) => sum + p.pours, 0);
    if (pours < LEAST_POURS || each.filter((p) => p.ul > 0).length < IN_GAPS) return [];
    return [{ source, x: each.map((p) => p.ul), of: { pours, ul: each.reduce((sum, p) => sum + p.ul, 0) } }];
  }

  /** Takes weight from gaps that lie far from what all of them together say. */
  #weighRobustly(): void {
    const known = this.#sd.map((sd) => 1 / sd ** 2);
    for (let round = 0; round < 4; round++) {
      const effects = this.#fit(this.#weights, 3 * USUAL_SHARE);
      const off = this.#residuals(effects).map((r, k) => r / (this.#sd[k] as number));
      this.#scale = Math.max(0.4, 1.483 * median(off.map(Math.abs)));
      this.#weights = known.map(
        (weight, k) => weight * Math.min(1, (HUBER * this.#scale) / Math.abs(off[k] as number)),
      );
    }
  }

  #rows(weights: readonly number[]): Row[] {
    return this.#y.map((y, k) => ({
      y,
      weight: weights[k] as number,
      x: this.#candidates.map((c) => c.x[k] as number),
    }));
  }

  #fit(weights: readonly number[], share: number, named: readonly Candidate[] = []): number[] {
    return ridge(
      this.#rows(weights),
      this.#candidates.map((c) => (this.#scale / (named.includes(c) ? NAMED_SHARE : share)) ** 2),
    );
  }

  #fitted(effects: readonly number[]): number[] {
    return this.#y.map((_, k) =>
      this.#candidates.reduce((sum, c, j) => sum + (effects[j] as number) * (c.x[k] as number), 0),
    );
  }

  #residuals(effects: readonly number[]): number[] {
    const fitted = this.#fitted(effects);
    return this.#y.map((y, k) => y - (fitted[k] as number));
  }

  explained(): Explained {
    const named: { cause: Candidate; or: SourceKey | 'all' | null }[] = [];
    while (named.length < MOST_CAUSES) {
      const next = this.#nextCause(named.map((n) => n.cause));
      if (!next) break;
      named.push(next);
    }
    const causes = named.map((n) => n.cause);
    const best = this.#fit(this.#weights, USUAL_SHARE, causes);
    const again = Array.from({ length: RESAMPLES }, () => this.#fit(this.#resampled(), USUAL_SHARE, causes));
    const between = (of: (effects: readonly number[]) => number): Between => middle(again.map(of), of(best));
    const shareOf = (c: Candidate) => between((effects) => effects[this.#candidates.indexOf(c)] as number);
    const overPoured = this.#overPoured(best, again);
    return {
      causes: named.map(({ cause, or }) => {
        const share = shareOf(cause);
        return { source: cause.source, share, ul: times(share, cause.of.ul), or };
      }),
      effects: this.#effects(shareOf),
      overPoured,
      oneOffs: this.#oneOffs(best),
      spreadUl: this.#sd.map((sd) => sd * this.#scale),
    };
  }

  #effects(shareOf: (c: Candidate) => Between): Effect[] {
    const told = this.#sources.map((source): Effect => {
      const candidate = this.#candidates.find((c) => c.source === source);
      const poured = this.#gaps.reduce(
        (sum, g) => {
          const of = g.by.get(source);
          return of ? { ul: sum.ul + of.ul, pours: sum.pours + of.pours } : sum;
        },
        { ul: 0, pours: 0 },
      );
      return { source, poured, share: candidate ? shareOf(candidate) : null };
    });
    return told.sort((a, b) => (b.share?.mid ?? -1) - (a.share?.mid ?? -1));
  }

  #overPoured(best: readonly number[], again: readonly number[][]): Between[] {
    const mids = this.#fitted(best);
    const all = again.map((effects) => this.#fitted(effects));
    return mids.map((mid, k) =>
      middle(
        all.map((fitted) => fitted[k] as number),
        mid,
      ),
    );
  }

  #oneOffs(best: readonly number[]): OneOff[] {
    return this.#residuals(best).flatMap((ul, k) => {
      const sd = (this.#sd[k] as number) * this.#scale;
      if (Math.abs(ul) < ONE_OFF * sd) return [];
      return [{ gap: this.#gaps[k] as Gap, ul: { low: ul - 1.645 * sd, mid: ul, high: ul + 1.645 * sd } }];
    });
  }

  /** What explains most of what is left, where chance would not do as well. */
  #nextCause(named: readonly Candidate[]): { cause: Candidate; or: SourceKey | 'all' | null } | null {
    const rest = this.#candidates.filter((c) => !named.includes(c));
    if (rest.length === 0) return null;
    const strongest = this.#strengths(named, rest, this.#weights);
    const left = strongest.residuals;
    const top = indexOfMost(strongest.t);
    const cause = rest[top] as Candidate;
    if (Math.abs(strongest.effects[top] as number) < WORTH_NAMING) return null;
    let asStrong = 0;
    for (let flip = 0; flip < FLIPS; flip++) {
      const signs = left.map(() => (this.#uniform() < 0.5 ? -1 : 1));
      const t = strongest.tOf(left.map((r, k) => r * (signs[k] as number)));
      if (Math.max(...t) >= (strongest.t[top] as number)) asStrong++;
    }
    if ((asStrong + 1) / (FLIPS + 1) > BY_CHANCE) return null;
    return { cause, or: this.#mistakenFor(cause, named, rest) };
  }

  /** What is chosen in its place in too many of the resampled years. */
  #mistakenFor(
    cause: Candidate,
    named: readonly Candidate[],
    rest: readonly Candidate[],
  ): SourceKey | 'all' | null {
    const chosen = rest.map(() => 0);
    for (let n = 0; n < RESAMPLES; n++) {
      const { t } = this.#strengths(named, rest, this.#resampled());
      const most = Math.max(...t);
      for (const [j, of] of t.entries()) if (of >= most * AS_GOOD) chosen[j] = (chosen[j] as number) + 1;
    }
    const others = rest.map((c, j) => ({ c, times: chosen[j] as number })).filter(({ c }) => c !== cause);
    const next = others.reduce((a, b) => (b.times > a.times ? b : a), { c: cause, times: 0 });
    return next.times > OFTEN * RESAMPLES ? next.c.source : null;
  }

  /** How strongly each of them goes with what those named before leave, each by itself. */
  #strengths(named: readonly Candidate[], rest: readonly Candidate[], weights: readonly number[]) {
    const penalties = named.map(() => (this.#scale / NAMED_SHARE) ** 2);
    const after = (values: readonly number[]): number[] => {
      if (named.length === 0) return [...values];
      const rows = values.map((y, k) => ({
        y,
        weight: weights[k] as number,
        x: named.map((c) => c.x[k] as number),
      }));
      const effects = ridge(rows, penalties);
      return values.map(
        (y, k) => y - (rows[k] as Row).x.reduce((s, x, j) => s + x * (effects[j] as number), 0),
      );
    };
    const residuals = after(this.#y);
    const own = rest.map((c) => after(c.x));
    const size = own.map((x) => x.reduce((sum, v, k) => sum + (weights[k] as number) * v * v, 0));
    const along = (x: readonly number[], values: readonly number[]) =>
      x.reduce((sum, v, k) => sum + (weights[k] as number) * v * (values[k] as number), 0);
    const tOf = (values: readonly number[]) =>
      own.map((x, j) => (size[j] === 0 ? 0 : Math.abs(along(x, values)) / Math.sqrt(size[j] as number)));
    return {
      residuals,
      tOf,
      t: tOf(residuals),
      effects: own.map((x, j) => (size[j] === 0 ? 0 : along(x, residuals) / (size[j] as number))),
    };
  }

  /** The weights of as many gaps drawn from them, some more than once. */
  #resampled(): number[] {
    const drawn = new Array<number>(this.#gaps.length).fill(0);
    for (let n = 0; n < drawn.length; n++) {
      const k = Math.floor(this.#uniform() * drawn.length);
      drawn[k] = (drawn[k] as number) + 1;
    }
    return this.#weights.map((weight, k) => weight * (drawn[k] as number));
  }
}

const indexOfMost = (values: readonly number[]): number => values.indexOf(Math.max(...values));

function median(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.floor(sorted.length / 2)] ?? 0;
}
