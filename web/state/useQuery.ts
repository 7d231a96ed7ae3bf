import { type QueryKey, type UseQueryOptions, useQuery as useAsked } from '@tanstack/react-query';

/**
 * What was asked for, or why there is none. Once there is something it stays: where asking again fails, nothing that is
 * shown, and nothing typed beside it, is taken away.
 */
export function useQuery<Q, T = Q, K extends QueryKey = QueryKey>(
  options: UseQueryOptions<Q, Error, T, K>,
): { readonly data: T | undefined; readonly error: Error | null } {
  const { data, error } = useAsked(options);
  return { data, error: data === undefined ? error : null };
}
