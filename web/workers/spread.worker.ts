import { expose } from 'comlink';
import { drawStrengths, type StrengthSpread, type UncertainMix } from '#core/mixing/tolerance.ts';

let latest = 0;

/** Works out spreads off the main thread. A newer question ends an older one: only the last is worth an answer. */
const spreads = {
  async spread(
    mix: UncertainMix,
    draws: number,
    limits: { floor?: number; ceiling?: number },
  ): Promise<StrengthSpread | null> {
    const mine = ++latest;
    const drawing = drawStrengths(mix, draws, SEED, limits);
    for (;;) {
      const step = drawing.next();
      if (step.done) return step.value;
      // Lets a newer question in between two chunks.
      await new Promise((next) => setTimeout(next));
      if (mine !== latest) return null;
    }
  },
};

/** The same mix always shows the same bars. */
const SEED = 20_260_504;

export type Spreads = typeof spreads;

expose(spreads);
