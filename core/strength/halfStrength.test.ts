import { describe, expect, it } from 'vitest';
import { parseStrength } from './parseStrength.ts';

describe('a strength that stops before what it goes into', () => {
  it.each([
    ['1:', '1:10'],
    ['1 in', '1 in 10'],
    ['1 part to', '1 part to 10'],
    ['30 ml/', '30 ml/l'],
    ['30 ml per', '30 ml per 1 l'],
    ['3 caps in', '3 caps in 10 l'],
    ['5 per', '5 ml per 1 l'],
  ])('says of "%s" that it is half of one, and that "%s" would be whole', (text, such) => {
    const words = { cap: 10_000 };
    const read = parseStrength(text, { words });
    expect(read).toMatchObject({ code: 'strength.half', facts: { typed: text, such } });
    expect(parseStrength(such, { words }).ok).toBe(true);
  });

  it.each(['us', 'imperial'] as const)(
    'completes half of one in %s units by what is read there',
    (system) => {
      for (const text of ['2 oz per', '2 oz/', '2 oz in', '4 per']) {
        const read = parseStrength(text, { system });
        expect(read).toMatchObject({ code: 'strength.half' });
        expect(parseStrength(String(read.ok || read.facts.such), { system }).ok).toBe(true);
      }
    },
  );
});
