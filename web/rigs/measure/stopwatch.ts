/** A stopwatch that survives a reload: when it was started, and what it had counted before. */
export type Stopwatch = { readonly startedAtMs: number | null; readonly countedMs: number };

export const AT_NOTHING: Stopwatch = { startedAtMs: null, countedMs: 0 };

export const isRunning = (watch: Stopwatch): boolean => watch.startedAtMs !== null;

/** What it shows at an instant, in seconds. A clock set back counts as nothing, never below. */
export const secondsOn = ({ startedAtMs, countedMs }: Stopwatch, nowMs: number): number =>
  (countedMs + Math.max(0, startedAtMs === null ? 0 : nowMs - startedAtMs)) / 1_000;

export const started = (nowMs: number): Stopwatch => ({ startedAtMs: nowMs, countedMs: 0 });

export const stopped = (watch: Stopwatch, nowMs: number): Stopwatch => ({
  startedAtMs: null,
  countedMs: secondsOn(watch, nowMs) * 1_000,
});
