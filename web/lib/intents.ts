// A command's key belongs to what somebody means to do. While nobody knows whether it was done (the answer was lost, the
// page was closed over it), pressing again means the same thing and goes under the same key, so that it is done once.

const KEPT = 'kettle-intents';
/** A key older than this is no use: by then the books have been looked at. */
const KEPT_MS = 24 * 3_600_000;

type KeptIntents = Record<string, { key: string; atMs: number }>;

/** On their way from this page: pressing something else that goes to the same place is another intent. */
const underWay = new Set<string>();

function read(): KeptIntents {
  try {
    return JSON.parse(localStorage.getItem(KEPT) ?? '{}') as KeptIntents;
  } catch {
    return {};
  }
}

function write(kept: KeptIntents): void {
  try {
    localStorage.setItem(KEPT, JSON.stringify(kept));
  } catch {
    // A device without room for it loses what it means when it is reloaded.
  }
}

/**
 * The key to send an intent under: the one it was sent under before, where no definite answer has come since, else a
 * fresh one. It is kept until {@link settled}.
 */
export function keyFor(intent: string, fresh: () => string): string {
  const nowMs = Date.now();
  const kept = Object.fromEntries(Object.entries(read()).filter(([, k]) => nowMs - k.atMs < KEPT_MS));
  const unanswered = kept[intent];
  const key = unanswered && !underWay.has(unanswered.key) ? unanswered.key : fresh();
  underWay.add(key);
  write({ ...kept, [intent]: { key, atMs: nowMs } });
  return key;
}

/** What came of it: a definite answer ends the intent; without one, pressing again is the same intent. */
export function settled(intent: string, key: string, definite: boolean): void {
  underWay.delete(key);
  const kept = read();
  if (!definite || kept[intent]?.key !== key) return;
  const { [intent]: _, ...others } = kept;
  write(others);
}
