import { afterEach, expect, it, vi } from 'vitest';
import { en } from '#contract/words/en.ts';
import { es } from '#contract/words/es.ts';
import { speak } from '../lib/speech.ts';
import { KeyboardScanner } from '../state/keyboardScanner.ts';
import { simulateScan } from './simulateScan.ts';

afterEach(() => {
  vi.unstubAllGlobals();
  speak({ words: en, units: 'metric' });
});

it('a code scanned by the stand-in is heard whatever language the screen is in', () => {
  speak({ words: es, units: 'metric' });
  const scanner = new KeyboardScanner();
  const heard: (string | null)[] = [];
  vi.stubGlobal('KeyboardEvent', function typed(this: { key: string }, _: string, { key }: { key: string }) {
    this.key = key;
  });
  vi.stubGlobal('window', {
    dispatchEvent: ({ key }: { key: string }) => heard.push(scanner.take(key, 1_000 + heard.length)),
  });
  simulateScan('P-14');
  expect(heard.at(-1)).toBe('P-14');
});
