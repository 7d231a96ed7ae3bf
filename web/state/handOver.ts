import type { Who } from '#contract/people.ts';
import { queryClient, whoQuery } from './queries.ts';

/** What anybody may see at the sign-in page stays; all else was seen by whoever was here before. */
const ANYBODYS = new Set<unknown>(['who', 'shop', 'names', 'clocks', 'first-aid']);

const forgetters = new Set<() => void>();

/** Has something forgotten when somebody else takes the device over. */
export const onHandOver = (forget: () => void): void => void forgetters.add(forget);

/** Nothing that one person saw or could take back is left to the next. */
export function forgetPerson(): void {
  queryClient.removeQueries({ predicate: ({ queryKey }) => !ANYBODYS.has(queryKey[0]) });
  for (const forget of forgetters) forget();
}

/** Somebody has signed in here: where it is somebody else than before, they begin with their own. */
export function takeOver(who: Who): void {
  const before = queryClient.getQueryData(whoQuery.queryKey);
  if (before?.personId !== who.personId) forgetPerson();
  queryClient.setQueryData(whoQuery.queryKey, who);
  void queryClient.invalidateQueries({ predicate: ({ queryKey }) => queryKey[0] !== 'who' });
}
