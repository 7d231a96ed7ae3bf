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
    ['', 'number.missing'],
    ['fast', 'flow.unreadable'],
    ['6 gal/min', 'flow.unit'],
    ['6 l/h', 'flow.unit'],
    ['0', 'flow.range'],
    ['4000', 'flow.range'],
    ['-3', 'number.negative'],
  ])('%s is refused as %s', (text, code) => {
    expect(parseFlow(text, 'Flow', 'metric')).toMatchObject({ ok: false, code, facts: { field: 'Flow' } });
  });

  it('is shown to three figures in the shop’s own units', () => {
    expect(formatFlow(6_382.98, 'metric')).toBe('6.38 L/min');
    expect(formatFlow(6_400, 'us')).toBe('1.69 US gal/min');
    expect(formatFlow(6_400, 'imperial')).toBe('1.41 imp gal/min');
  });
});
