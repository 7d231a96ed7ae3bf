import type { SourceKey } from '#core/variance/gaps.ts';
import { t } from '../lib/speech.ts';
import { measuresQuery, peopleQuery, placesQuery, productsQuery } from '../state/queries.ts';
import { useAsked } from '../state/useAsked.ts';

export type Named = {
  readonly kind: 'person' | 'measure' | 'place' | 'all';
  readonly id: string;
  readonly name: string;
};

/** Who, what and where by name. What is retired keeps its name as long as the shop tells it. */
export function useSourceNames(): (source: SourceKey | 'all') => Named {
  const [people, measures, places, products] = useAsked(
    peopleQuery,
    measuresQuery,
    placesQuery,
    productsQuery,
  );
  return (source) => {
    if (source === 'all') return { kind: 'all', id: '', name: t('every pour') };
    const [kind, id] = source.split(':') as ['person' | 'measure' | 'place', string];
    const named = (rows: readonly { id: number; name: string }[]) =>
      rows.find((r) => String(r.id) === id)?.name ?? t('one that is retired');
    if (kind === 'person') return { kind, id, name: named(people) };
    if (kind === 'place') return { kind, id, name: named(places) };
    if (id === 'eye') return { kind, id, name: t('by eye') };
    if (id === 'line') return { kind, id, name: t('dispenser line') };
    const cap = /^cap-(\d+)$/.exec(id);
    if (cap) {
      const product = products.find((p) => String(p.id) === cap[1])?.name ?? '';
      return { kind, id, name: t('cap of {0}', product) };
    }
    return { kind, id, name: named(measures) };
  };
}
