import { describe, expect, it } from 'vitest';
import { formatFlow, parseFlow } from './flow.ts';

describe('a flow', () => {
  it.each([
    ['6.4', 'metric', 6_400],
    ['6,4 l/min', 'metric', 6_400],
    ['6400 ml/min', 'metric', 6_400],
    ['8 lpm', 'metric', 8_000],
    ['1.7', 'us', 6_435.2],
    ['1.7 gal/min', 'us', 6_435.2],
    ['1.7 gal per minute', 'imperial', 7_728.35],
    ['1.7 US gal/min', 'metric', 6_435.2],
  ] as const)('%s in a %s shop is %d ml a minute', (text, system, ml) => {
    const flow = parseFlow(text, 'Flow', system);
    expect(flow.ok && flow.value).toBeCloseTo(ml, 1);
  });

  it.each([
    ['', 'Flow is empty.'],
    ['fast', 'Flow: "fast" has no number in it.'],
    ['6 gal/min', 'is not a flow that is known here'],
    ['6 l/h', 'is not a flow that is known here'],
    ['0', 'not between'],
    ['4000', 'not between'],
    ['-3', 'below zero'],
  ])('%s is refused, and what would work is said', (text, words) => {
    const flow = parseFlow(text, 'Flow', 'metric');
    expect(flow).toMatchObject({ ok: false, field: 'Flow', remedy: 'Type it like 6.4 l/min.' });
    expect(!flow.ok && flow.reason).toContain(words);
  });

  it('is shown to three figures in the shop’s own units', () => {
    expect(formatFlow(6_382.98, 'metric')).toBe('6.38 L/min');
    expect(formatFlow(6_400, 'us')).toBe('1.69 US gal/min');
    expect(formatFlow(6_400, 'imperial')).toBe('1.41 imp gal/min');
  });
});
