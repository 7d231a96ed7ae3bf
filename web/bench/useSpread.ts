import { type Remote, wrap } from 'comlink';
import { useEffect, useState } from 'react';
import type { StrengthSpread, UncertainMix } from '#core/mixing/tolerance.ts';
import type { Spreads } from '../workers/spread.worker.ts';
import type { BenchMix } from './benchMix.ts';
import { uncertainMix } from './uncertainMix.ts';

const DRAWS = 200_000;

let worker: Remote<Spreads> | null = null;

/** One worker for the page, started with the first question. */
function spreads(): Remote<Spreads> {
  worker ??= wrap<Spreads>(
    new Worker(new URL('../workers/spread.worker.ts', import.meta.url), { type: 'module' }),
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
    let wanted = true;
    const asked = JSON.parse(key) as { mix: UncertainMix; limits: { floor?: number; ceiling?: number } };
    void spreads()
      .spread(asked.mix, DRAWS, asked.limits)
      .then((spread) => {
        if (wanted && spread) setKnown({ key, spread });
      });
    return () => {
      wanted = false;
    };
  }, [key]);
  return key ? (known?.spread ?? null) : null;
}
