/** Uniform numbers in [0, 1), the same for the same seed on every machine. */
export type Uniform = () => number;

/**
 * A small, fast generator with a 32-bit state (Mulberry32): good enough to shake a mix with, not for secrets.
 *
 * @param seed any whole number
 */
export function uniformFrom(seed: number): Uniform {
  let state = seed | 0;
  return () => {
    state = (state + 0x6d2b79f5) | 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296;
  };
}

/** Standard normal numbers, by the polar method of Marsaglia, two for each pair of uniforms kept. */
export function normalFrom(uniform: Uniform): () => number {
  let spare = Number.NaN;
  return () => {
    if (!Number.isNaN(spare)) {
      const kept = spare;
      spare = Number.NaN;
      return kept;
    }
    for (;;) {
      const u = 2 * uniform() - 1;
      const v = 2 * uniform() - 1;
      const s = u * u + v * v;
      if (s >= 1 || s === 0) continue;
      const factor = Math.sqrt((-2 * Math.log(s)) / s);
      spare = v * factor;
      return u * factor;
    }
  };
}
