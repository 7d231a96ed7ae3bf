/** Something long that the server works out: how far it has come, and what came of it. */
export type Work<T> = {
  id: string;
  /** So much of so much is done. */
  done: number;
  of: number;
} & ({ state: 'running' | 'failed' | 'cancelled' } | { state: 'done'; result: T });
