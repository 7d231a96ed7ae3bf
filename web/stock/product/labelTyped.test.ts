import { describe, expect, it } from 'vitest';
import type { LabelEntry } from '#contract/products.ts';
import { parseStrength } from '#core/strength/parseStrength.ts';
import { fractionOf } from '#core/strength/strength.ts';
import { type LabelTyped, readingsOf, readLabel, strengthOfLabel, typedLabel } from './labelTyped.ts';

const metric = { units: 'metric', ratioReading: 'parts' } as const;
const inTotal = { units: 'us', ratioReading: 'inTotal' } as const;
const typed = (printed: string, reading: LabelTyped['reading'] = 'asWritten'): LabelTyped => ({
  whatFor: 'Everyday',
  printed,
  reading,
  basis: 'bottle',
  use: 'foam',
});

describe('a label strength as it is typed', () => {
  it('is read as the shop reads it, or the other way where that was chosen', () => {
    expect(strengthOfLabel(typed('1:10'), metric)).toEqual({
      ok: true,
      value: { strength: { notation: 'parts', water: 10 }, upTo: null },
    });
    expect(strengthOfLabel(typed('1:10', 'other'), metric)).toEqual({
      ok: true,
      value: { strength: { notation: 'inTotal', total: 10 }, upTo: null },
    });
    expect(strengthOfLabel(typed('1:10'), inTotal)).toEqual({
      ok: true,
      value: { strength: { notation: 'inTotal', total: 10 }, upTo: null },
    });
    expect(strengthOfLabel(typed('2 oz/gal'), inTotal)).toMatchObject({ ok: true });
    expect(strengthOfLabel(typed('2 oz/gal'), metric)).toMatchObject({ ok: false, code: 'unit.ambiguous' });
    expect(strengthOfLabel(typed('30 g/l'), { ...metric, gPerMl: 1.2 })).toMatchObject({ ok: true });
  });

  it('has two readings where they are different mixes, and one where they are not', () => {
    expect(readingsOf('1:10', metric)).toHaveLength(2);
    expect(readingsOf('1:200', metric)).toHaveLength(1);
    expect(readingsOf('4%', metric)).toHaveLength(1);
    expect(readingsOf('soapy', metric)).toEqual([]);
    const [parts, inTotal] = readingsOf('1:10-1:200', metric);
    expect(parts?.strength).toEqual({ notation: 'parts', water: 200 });
    // The weaker end is as good as the same both ways; the stronger is not.
    expect(inTotal?.upTo).toEqual({ notation: 'inTotal', total: 10 });
  });

  it('comes back from the books as it was typed, whichever reading was chosen', () => {
    for (const shop of [metric, inTotal]) {
      for (const printed of [
        '1:10',
        '1 in 4',
        '4%',
        '8 ml/l',
        '100 ml/l',
        '1 us oz/us gal',
        '1:20-1:10',
        '25-45 ml per 25 l',
      ]) {
        for (const reading of ['asWritten', 'other'] as const) {
          const strength = strengthOfLabel(typed(printed, reading), shop);
          if (!strength.ok) throw new Error(strength.code);
          const fraction = fractionOf(strength.value.strength);
          const top = strength.value.upTo && fractionOf(strength.value.upTo);
          const entry: LabelEntry = {
            id: 1,
            whatFor: 'Everyday',
            printed,
            ...strength.value,
            fraction: fraction.ok ? fraction.value : 0,
            upToFraction: top?.ok ? top.value : null,
            basis: 'bottle',
            use: 'foam',
          };
          expect(strengthOfLabel(typedLabel(entry, shop), shop)).toEqual(strength);
        }
      }
    }
  });

  it('puts each refusal at its own line', () => {
    const { entries, refusals } = readLabel([typed('1:10'), typed('1:2:3'), typed('')], metric);
    expect(Object.keys(refusals)).toEqual(['labelEntries.1.printed', 'labelEntries.2.printed']);
    expect(entries[0]?.strength).toEqual(parseStrength('1:10').ok && { notation: 'parts', water: 10 });
    expect(entries[1]?.strength).toBeUndefined();
  });
});
