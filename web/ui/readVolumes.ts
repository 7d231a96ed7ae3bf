import type { Refusal } from '#core/outcome.ts';
import { parseVolume } from '#core/units/parseVolume.ts';
import type { UnitSystem } from '#core/units/units.ts';

/** The volumes of a form by their labels: those that could be read, and a refusal for each that could not. */
export function readVolumes<K extends string>(
  typed: Readonly<Record<NoInfer<K>, string>>,
  labels: Record<K, string>,
  system: UnitSystem,
  { orNothing = false } = {},
) {
  const volumes: Partial<Record<K, number>> = {};
  const refusals: Record<string, Refusal> = {};
  for (const name of Object.keys(labels) as K[]) {
    if (orNothing && /^0?$|^0 ?(ml|l)$/.test(typed[name].trim())) {
      volumes[name] = 0;
      continue;
    }
    const read = parseVolume(typed[name], { system, field: labels[name], askUnit: true });
    if (read.ok) volumes[name] = read.value;
    else refusals[name] = read;
  }
  return { volumes, refusals };
}
