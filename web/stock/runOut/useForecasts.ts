import type { Remote } from 'comlink';
import { useCallback } from 'react';
import type { Container } from '#contract/equipment.ts';
import type { Product } from '#contract/products.ts';
import type { UseAhead, UseByDay } from '#contract/stock.ts';
import { bookedFor } from '#core/forecast/booked.ts';
import { type Forecast, type ForecastAsked, usedOf } from '#core/forecast/forecastOf.ts';
import { workedOutBy } from '../../state/workedOut.ts';
import type { Told } from '../../workers/forecast.worker.ts';

const useTold = workedOutBy<Told>(
  () => new Worker(new URL('../../workers/forecast.worker.ts', import.meta.url), { type: 'module' }),
);

/** When each product runs out, the soonest first; null until it is worked out. */
export function useForecasts(
  products: readonly Product[],
  containers: readonly Container[],
  use: UseByDay,
  ahead: UseAhead,
): readonly Forecast[] | null {
  const ask = useCallback(
    (told: Remote<Told>) =>
      told.forecasts(
        products.map(({ id }): ForecastAsked => {
          const used = use.products.find((p) => p.productId === id)?.used ?? [];
          return {
            productId: id,
            stockUl: containers.reduce(
              (sum, c) => sum + (c.productId === id && c.onHold === null ? c.heldUl : 0),
              0,
            ),
            used: usedOf(use.days, use.open, used),
            booked: bookedFor(id, ahead),
          };
        }),
      ),
    [products, containers, use, ahead],
  );
  return useTold(ask);
}
