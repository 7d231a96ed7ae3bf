import { type Remote, wrap } from 'comlink';
import { useEffect, useState } from 'react';
import type { MeasureKind } from '#core/mixing/outlines.ts';
import {
  FILL_LINE,
  LABEL_ASSAY,
  MEASURE_SPREAD,
  type Spread,
  type StrengthSpread,
  type UncertainMix,
} from '#core/mixing/tolerance.ts';
import type { Spreads } from '../workers/spread.worker.ts';
import type { BenchMix } from './benchMix.ts';

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
  const key = mix && JSON.stringify(mix);
  const [known, setKnown] = useState<{ key: string; spread: StrengthSpread } | null>(null);
  useEffect(() => {
    if (!key) return;
    let wanted = true;
    void spreads()
      .spread(JSON.parse(key) as UncertainMix, DRAWS, {})
      .then((spread) => {
        if (wanted && spread) setKnown({ key, spread });
      });
    return () => {
      wanted = false;
    };
  }, [key]);
  return key ? (known?.spread ?? null) : null;
}

/** The mix with how well each part of it is measured; null for a neat fill, which has no spread of its own. */
export function uncertainMix({ plan, measuring, start }: BenchMix): UncertainMix | null {
  if (plan?.how !== 'fill' || plan.waterUl === 0 || start?.contents) return null;
  const product = measuring?.chosen
    ? measuring.chosen.parts.map(({ measure, ul }) => ({
        name: measure.name,
        ul,
        spread: spreadOf(measure.kind, measure.stepUl),
      }))
    : [{ name: 'free pour', ul: plan.productUl, spread: { relative: MEASURE_SPREAD.freePour } }];
  return {
    product,
    water: { name: 'fill line', ul: plan.waterUl, spread: { relative: FILL_LINE } },
    assay: LABEL_ASSAY,
  };
}

const spreadOf = (kind: MeasureKind, stepUl: number): Spread =>
  kind === 'cap'
    ? { relative: MEASURE_SPREAD.cap }
    : kind === 'pump'
      ? { relative: MEASURE_SPREAD.pump }
      : { ul: stepUl / 2 };
