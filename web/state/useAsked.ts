import {
  type QueryFunction,
  type QueryKey,
  type UseSuspenseQueryOptions,
  useSuspenseQueries,
} from '@tanstack/react-query';

/** What a page can't be shown without. */
// biome-ignore lint/suspicious/noExplicitAny: of any kind of row
export type PageQuery = UseSuspenseQueryOptions<any, Error, any, any> & {
  queryKey: QueryKey;
  // biome-ignore lint/suspicious/noExplicitAny: of any kind of row
  queryFn?: QueryFunction<any, any>;
};

type Answer<Q> = Q extends { queryFn?: infer F }
  ? NonNullable<F> extends infer G
    ? G extends (...of: never[]) => infer R
      ? Awaited<R>
      : never
    : never
  : never;

/**
 * What was asked for, all of it: until it is there, the page waits, and where it can't be had, the page says so. Once
 * there is something it stays, also where asking again fails.
 */
export function useAsked<const Q extends readonly PageQuery[]>(
  ...queries: Q
): { [K in keyof Q]: Answer<Q[K]> } {
  const found = useSuspenseQueries({ queries: queries as readonly PageQuery[] });
  return found.map(({ data }) => data) as { [K in keyof Q]: Answer<Q[K]> };
}
