import { type Remote, wrap } from 'comlink';
import { useEffect, useState } from 'react';
import type { StrengthSpread, UncertainMix } from '#core/mixing/tolerance.ts';
import type { Spreads } from '../../workers/spread.worker.ts';
import type { BenchMix } from '../mix/benchMix.ts';
import { uncertainMix } from '../mix/uncertainMix.ts';

const DRAWS = 200_000;

/** Long enough for one answer to come before the next question ends it: it is shown while someone drags. */
const ASK_EVERY_MS = 250;
let lastAsked = 0;

let worker: Remote<Spreads> | null = null;

/** One worker for the page, started with the first question. */
function spreads(): Remote<Spreads> {
  worker ??= wrap<Spreads>(
    new Worker(new URL('../../workers/spread.worker.ts', import.meta.url), { type: 'module' }),
  );
  return worker;
}

/** How far mixes made like this one lie apart; the last one known while a newer one is being worked out. */
export function useSpread(bench: BenchMix): StrengthSpread | null {
  const mix = uncertainMix(bench);
  const limits = { floor: bench.limits?.floor ?? undefined, ceiling: bench.limits?.ceiling ?? undefined };
  const key = mix && JSON.stringify({ mix, limits });
  const [known, setKnown] = useState<{ key: string; spread: StrengthSpread } | null>(null);
  useEffect(() => {
    if (!key) return;
    const ask = () => {
      lastAsked = performance.now();
      const asked = JSON.parse(key) as { mix: UncertainMix; limits: { floor?: number; ceiling?: number } };
      void spreads()
        .spread(asked.mix, DRAWS, asked.limits)
        .then((spread) => {
          if (spread) setKnown({ key, spread });
        });
    };
    // While someone types or drags, now and then is often enough, and leaves the machine its other core.
    const timer = setTimeout(ask, Math.max(0, lastAsked + ASK_EVERY_MS - performance.now()));
    return () => clearTimeout(timer);
  }, [key]);
  return key ? (known?.spread ?? null) : null;
}
