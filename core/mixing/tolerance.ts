import { normalFrom, uniformFrom } from './random.ts';

/**
 * How far off something may be: relatively, spread lognormally around its nominal value; by an amount, spread normally
 * and never below nothing; or in the logarithm, wider on one side than on the other. Standard uncertainties all.
 */
export type Spread =
  | { readonly relative: number }
  | { readonly ul: number }
  | { readonly logBelow: number; readonly logAbove: number };

/** An amount that goes into the mix, with how well it is measured. */
export type Measured = { readonly name: string; readonly ul: number; readonly spread: Spread };

/** A mix as it is really made. */
export type UncertainMix = {
  /** The product, measure by measure. */
  readonly product: readonly Measured[];
  readonly water: Measured;
  /** Relative standard uncertainty of how strong the product itself is. */
  readonly assay: number;
  /** Where a cannon dilutes it again: the share that is bottle liquid. The strengths are then those on the panel. */
  readonly draw?: { readonly q: number; readonly spread: Spread } | undefined;
};

/** Usual standard uncertainties: a fill line, and what a label says of its product. */
export const FILL_LINE = 0.02;
export const LABEL_ASSAY = 0.03;

/** Usual relative standard uncertainty by how product is measured; a graduation is read to half of itself. */
export const MEASURE_SPREAD = { cap: 0.1, pump: 0.05, freePour: 0.4 } as const;

export type StrengthSpread = {
  readonly median: number;
  /** Nine in ten mixes lie between these two. */
  readonly p5: number;
  readonly p95: number;
  /** Nineteen in twenty lie between these two. */
  readonly p2_5: number;
  readonly p97_5: number;
  /** Shares of mixes below the floor and above the ceiling; 0 where there is none. */
  readonly underFloor: number;
  readonly overCeiling: number;
  /** Shares of mixes by strength, in equal steps of the logarithm from `from` to `to`. */
  readonly histogram: { readonly from: number; readonly to: number; readonly shares: readonly number[] };
};

type Limits = { floor?: number | undefined; ceiling?: number | undefined };

/** So many mixes are worked out at a time, so that whoever runs it can stop, or show how far it has come. */
const CHUNK = 20_000;

/**
 * Draws the strength of many mixes made in the same way: `f = a q c / (c + w)`, each of product, water, the label's
 * strength `a` and a cannon's draw `q` off by its own spread. Yields the share done after each chunk; the last value is
 * the result.
 *
 * @param draws how many mixes, at least 100
 * @param seed the same seed gives the same result on every machine
 */
export function* drawStrengths(
  mix: UncertainMix,
  draws: number,
  seed: number,
  limits: Limits = {},
): Generator<number, StrengthSpread, void> {
  const normal = normalFrom(uniformFrom(seed));
  const product = mix.product.map((m) => sampler(m.ul, m.spread, normal));
  const water = sampler(mix.water.ul, mix.water.spread, normal);
  const assay = sampler(1, { relative: mix.assay }, normal);
  const dilution = mix.draw ? sampler(mix.draw.q, mix.draw.spread, normal) : null;
  const strengths = new Float64Array(draws);
  for (let start = 0; start < draws; start += CHUNK) {
    const end = Math.min(draws, start + CHUNK);
    for (let i = start; i < end; i++) {
      let c = 0;
      for (const draw of product) c += draw();
      const w = water();
      const q = dilution ? dilution() : 1;
      strengths[i] = c + w > 0 ? (assay() * q * c) / (c + w) : 0;
    }
    yield end / draws;
  }
  return summarise(strengths.sort(), limits);
}

/** {@link drawStrengths} in one go. */
export function simulateStrength(
  mix: UncertainMix,
  draws: number,
  seed: number,
  limits: Limits = {},
): StrengthSpread {
  const drawing = drawStrengths(mix, draws, seed, limits);
  for (;;) {
    const { done, value } = drawing.next();
    if (done) return value;
  }
}

function sampler(nominal: number, spread: Spread, normal: () => number): () => number {
  if ('relative' in spread) {
    const sigma = Math.sqrt(Math.log1p(spread.relative ** 2));
    return sigma === 0 ? () => nominal : () => nominal * Math.exp(sigma * normal());
  }
  if ('ul' in spread) return () => Math.max(0, nominal + spread.ul * normal());
  return () => {
    const z = normal();
    return nominal * Math.exp((z < 0 ? spread.logBelow : spread.logAbove) * z);
  };
}

const BINS = 48;

function summarise(sorted: Float64Array, { floor, ceiling }: Limits): StrengthSpread {
  const at = (share: number) =>
    sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))] as number;
  const below = (strength: number) => countBelow(sorted, strength) / sorted.length;
  const from = Math.max(at(0.001), 1e-9);
  const to = Math.max(at(0.999), from * 1.0001);
  const step = Math.log(to / from) / BINS;
  const edges = Array.from({ length: BINS + 1 }, (_, i) => below(from * Math.exp(i * step)));
  return {
    median: at(0.5),
    p5: at(0.05),
    p95: at(0.95),
    p2_5: at(0.025),
    p97_5: at(0.975),
    underFloor: floor ? below(floor) : 0,
    overCeiling: ceiling ? 1 - below(ceiling) : 0,
    histogram: { from, to, shares: edges.slice(1).map((edge, i) => edge - (edges[i] as number)) },
  };
}

function countBelow(sorted: Float64Array, strength: number): number {
  let low = 0;
  let high = sorted.length;
  while (low < high) {
    const middle = (low + high) >>> 1;
    if ((sorted[middle] as number) < strength) low = middle + 1;
    else high = middle;
  }
  return low;
}

/**
 * The relative standard uncertainty of a strength for small errors: `u_f / f = (1 - f) sqrt(u_c^2 + u_w^2)`, with the
 * label's own and the draw's added in quadrature.
 */
export function closedFormSpread(mix: UncertainMix): number {
  const c = mix.product.reduce((sum, m) => sum + m.ul, 0);
  const f = c / (c + mix.water.ul);
  const product = Math.hypot(...mix.product.map((m) => uncertainUl(m) / c));
  const water = mix.water.ul > 0 ? uncertainUl(mix.water) / mix.water.ul : 0;
  const draw = mix.draw ? uncertainUl({ name: '', ul: 1, spread: mix.draw.spread }) : 0;
  return Math.hypot((1 - f) * Math.hypot(product, water), mix.assay, draw);
}

function uncertainUl({ ul, spread }: Measured): number {
  if ('ul' in spread) return spread.ul;
  return ul * ('relative' in spread ? spread.relative : (spread.logBelow + spread.logAbove) / 2);
}

export type Improvement = { readonly name: string; readonly narrower: number };

/**
 * What would help most: by how much nine in ten mixes would lie closer together if one source were half as uncertain,
 * ranked. Worked out with the small-error formula, so that it is there at once.
 *
 * @returns for each source the share by which the spread shrinks, largest first
 */
export function rankImprovements(mix: UncertainMix): Improvement[] {
  const now = closedFormSpread(mix);
  const halved = <M extends { readonly spread: Spread }>(m: M): M => ({ ...m, spread: half(m.spread) });
  const shrink = (better: UncertainMix) => (now > 0 ? 1 - closedFormSpread(better) / now : 0);
  return [
    ...mix.product.map((m, i) => ({
      name: m.name,
      narrower: shrink({ ...mix, product: mix.product.map((p, j) => (i === j ? halved(p) : p)) }),
    })),
    { name: mix.water.name, narrower: shrink({ ...mix, water: halved(mix.water) }) },
    { name: 'label', narrower: shrink({ ...mix, assay: mix.assay / 2 }) },
    ...(mix.draw ? [{ name: 'draw', narrower: shrink({ ...mix, draw: halved(mix.draw) }) }] : []),
  ].sort((a, b) => b.narrower - a.narrower);
}

function half(spread: Spread): Spread {
  if ('ul' in spread) return { ul: spread.ul / 2 };
  if ('relative' in spread) return { relative: spread.relative / 2 };
  return { logBelow: spread.logBelow / 2, logAbove: spread.logAbove / 2 };
}
