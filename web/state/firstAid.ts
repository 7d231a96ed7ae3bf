import { queryOptions } from '@tanstack/react-query';
import type { FirstAidCard } from '#contract/firstAid.ts';
import { get } from '../lib/api.ts';

const KEPT = 'kettle-first-aid';

/** The card as this device saw it last: it has to open without a connection, too. */
function kept(): FirstAidCard | undefined {
  try {
    return JSON.parse(localStorage.getItem(KEPT) ?? '') as FirstAidCard;
  } catch {
    return undefined;
  }
}

export const firstAidQuery = queryOptions({
  queryKey: ['first-aid'],
  queryFn: async () => {
    const card = await get<FirstAidCard>('/first-aid');
    try {
      localStorage.setItem(KEPT, JSON.stringify(card));
    } catch {
      // A device without room for it asks each time.
    }
    return card;
  },
  initialData: kept,
  initialDataUpdatedAt: 0,
});
