import { useQuery as useAsked } from '@tanstack/react-query';
import { useState } from 'react';
import type { Work } from '#contract/work.ts';
import { ApiProblem, get, newKey, post, remove } from '../lib/api.ts';

const AGAIN_MS = 300;

/** Long work of the server: how far it has come, what came of it, or why nothing did. */
export type WorkSeen<T> = {
  readonly result: T | undefined;
  readonly error: Error | null;
  /** How much of it is done, 0 to 1. */
  readonly part: number;
  /** Asks for it anew. */
  readonly again: () => void;
};

/** Has the server work something out, follows it, and tells it when nobody wants it any more. */
export function useWork<T>(path: string, body: Readonly<Record<string, string | null>>): WorkSeen<T> {
  const [part, setPart] = useState(0);
  const { data, error, refetch } = useAsked({
    queryKey: ['works', path, body],
    queryFn: ({ signal }) => followed<T>(path, body, signal, setPart),
    retry: false,
  });
  return { result: data, error: data === undefined ? error : null, part, again: () => void refetch() };
}

async function followed<T>(
  path: string,
  body: object,
  signal: AbortSignal,
  come: (part: number) => void,
): Promise<T> {
  come(0);
  const start = async () => (await post<Work<T>>(path, body, { key: newKey() })).id;
  let id = await start();
  const drop = () => void remove(`/works/${id}`).catch(() => undefined);
  signal.addEventListener('abort', drop);
  try {
    for (;;) {
      const work = await get<Work<T>>(`/works/${id}`).catch((error: unknown) => {
        // The server was started anew, and knows nothing of it any more.
        if (error instanceof ApiProblem && error.problem.status === 404) return null;
        throw error;
      });
      if (work === null) {
        id = await start();
        continue;
      }
      come(work.done / work.of);
      if (work.state === 'done') return work.result;
      if (work.state !== 'running') throw new Error('It could not be worked out.');
      await new Promise((done) => setTimeout(done, AGAIN_MS));
      signal.throwIfAborted();
    }
  } finally {
    signal.removeEventListener('abort', drop);
  }
}
