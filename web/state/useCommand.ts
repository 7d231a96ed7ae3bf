import { useMutation } from '@tanstack/react-query';

/** What is done, and how far it has come. */
export type Command<V> = {
  run: (of: V) => void;
  waiting: boolean;
  refusal: Error | null;
  forget: () => void;
};

/**
 * Does something in the books: one at a time, under a key per intent, and what it changed is asked again by itself.
 *
 * @param does sends it
 * @param then what comes of the answer
 * @param otherwise what comes of a no; it is kept in `refusal` for as long as nothing is sent anew
 * @param how.atOnce it is tried without a connection too, instead of waiting for one
 */
export function useCommand<V = void, R = unknown>(
  does: (of: V) => Promise<R>,
  then?: (answer: R, of: V) => unknown,
  otherwise?: () => unknown,
  { atOnce = false }: { atOnce?: boolean } = {},
) {
  const { mutate, isPending, error, data, reset } = useMutation<R, Error, V>({
    mutationFn: does,
    ...(atOnce && { networkMode: 'always' as const }),
    ...(then && { onSuccess: then }),
    ...(otherwise && { onError: otherwise }),
  });
  return { run: mutate, waiting: isPending, refusal: error, answer: data, forget: reset };
}
