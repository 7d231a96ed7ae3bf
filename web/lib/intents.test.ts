import { afterAll, beforeEach, describe, expect, it, vi } from 'vitest';
import { keyFor, settled } from './intents.ts';

const store = new Map<string, string>();
beforeEach(() => {
  store.clear();
  vi.stubGlobal('localStorage', {
    getItem: (k: string) => store.get(k) ?? null,
    setItem: (k: string, v: string) => void store.set(k, v),
  });
});
afterAll(() => vi.unstubAllGlobals());
let n = 0;
const fresh = () => `key-${++n}`;

describe('the key of what somebody means to do', () => {
  it('stays while no definite answer came, through a reload, and is renewed by one', () => {
    const first = keyFor('/deliveries', fresh);
    settled('/deliveries', first, false);
    expect(keyFor('/deliveries', fresh)).toBe(first);
    settled('/deliveries', first, true);
    expect(keyFor('/deliveries', fresh)).not.toBe(first);
  });

  it('is another for what goes somewhere else, and for what is pressed while the first is under way', () => {
    const first = keyFor('/containers/1/wastes', fresh);
    expect(keyFor('/containers/2/wastes', fresh)).not.toBe(first);
    expect(keyFor('/containers/1/wastes', fresh)).not.toBe(first);
  });

  it('is not kept for longer than a day', () => {
    const first = keyFor('/merges', fresh);
    settled('/merges', first, false);
    vi.useFakeTimers({ now: Date.now() + 25 * 3_600_000 });
    expect(keyFor('/merges', fresh)).not.toBe(first);
    vi.useRealTimers();
  });
});
