import { useEffect, useMemo, useState } from 'react';
import type { FilmFactor } from '#contract/clocks.ts';
import type { RecipeRow } from '#contract/recipes.ts';
import { outlookFrom, tightestOf } from '#core/dwell/clock.ts';
import { ratesOf } from '#core/dwell/laidProduct.ts';
import type { LaidResolution } from '#core/dwell/resolveLaid.ts';
import { usualSoil } from '#core/dwell/vehicleWindow.ts';
import { sheltered } from '#core/dwell/weather.ts';
import type { PanelStart } from '#core/dwell/workingWindow.ts';
import type { Zone } from '#core/soil/zones.ts';
import { useSession } from '../lib/session.tsx';
import { shopMs } from '../lib/shopNow.ts';
import type { BookFacts } from '../recipes/useBook.ts';
import { filmFactorsQuery, weatherQuery } from '../state/queries.ts';
import { useQuery } from '../state/useQuery.ts';
import { timeOfDay } from '../ui/dates.ts';
import type { StartAnswer, StartAsked } from '../workers/dwell.worker.ts';
import { factorFor, readingsOf } from './clockWindows.ts';
import { dwell } from './dwellWorker.ts';
import { laidHere } from './laidHere.ts';
import { laidOf, type StartOf, type VehicleHere } from './startDraft.ts';

type Given = {
  asked: StartOf;
  found: LaidResolution | null;
  zones: readonly Zone[];
  start: PanelStart | null;
  vehicle: VehicleHere;
  recipes: readonly RecipeRow[];
  known: BookFacts;
};

/** The window, the remedies and the walk across the vehicle, worked out off the main thread as it is chosen. */
export function useStartAnswer(given: Given): { answer: StartAnswer | null; factor: FilmFactor | null } {
  const { shop } = useSession();
  const { data: weather } = useQuery(weatherQuery);
  const { data: factors } = useQuery(filmFactorsQuery);
  const question = useMemo((): StartAsked | null => {
    const { asked, found, zones, start, vehicle, recipes, known } = given;
    if (!found || !start || !weather || !factors || zones.length === 0) return null;
    const { body, colour, material, shelter } = vehicle;
    const outlook = outlookFrom(shopMs(), readingsOf(weather), weather.ahead, shelter);
    if (!outlook) return null;
    const edgeShare = shop.edgeShare;
    const factor = factorFor(factors, found.productId, found.as.film);
    const panels = { zones, colour, material, start };
    const laid = [{ atS: 0, as: found.as, again: false, factor }];
    // A dirtier zone is laid as its own level says, where the recipe has one for it.
    const asFor = (zone: Zone) => {
      if (!asked || !('recipeId' in asked)) return { soil: 2 as const, as: found.as };
      const soil = usualSoil(zone, asked.soil);
      const own = laidOf({ ...asked, soil }, recipes);
      return { soil, as: (own && laidHere(own, recipes, known)?.as) ?? found.as };
    };
    const direction =
      asked && 'recipeId' in asked
        ? (recipes.find((r) => r.id === asked.recipeId)?.published?.direction ?? 'any')
        : 'any';
    return {
      window: tightestOf(panels, laid, outlook, edgeShare).asked,
      rates: ratesOf(found.as.film),
      hours: weather.ahead.map(({ at, weather: w }) => ({
        at: timeOfDay(at, shop.zone),
        weather: sheltered(w, shelter),
      })),
      vehicle: {
        body,
        colour,
        material,
        start,
        zones: zones.filter((z) => z !== 'interior').map((zone) => ({ zone, ...asFor(zone) })),
        outlook,
        edgeShare,
        factor,
        direction,
      },
    };
  }, [given, weather, factors, shop.edgeShare, shop.zone]);
  const [answer, setAnswer] = useState<StartAnswer | null>(null);
  useEffect(() => {
    if (!question) {
      setAnswer(null);
      return;
    }
    let wanted = true;
    void dwell()
      .start(question)
      .then((found) => wanted && setAnswer(found));
    return () => {
      wanted = false;
    };
  }, [question]);
  const { found } = given;
  const factor = factors?.find((f) => f.productId === found?.productId && f.film === found?.as.film) ?? null;
  return { answer, factor };
}
