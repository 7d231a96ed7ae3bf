import { describe, expect, it } from 'vitest';
import type { Assessment } from '#core/planning/assessment.ts';
import { answeredTwice, changed, over } from './saidOver.ts';

const stands: Assessment = { level: 2, beads: true, colour: 'dark' };

describe('what is said of a vehicle over what is on the list', () => {
  it('keeps only what was changed, so that others’ answers stay theirs', () => {
    const mine = changed({}, stands, { level: 3, beads: undefined });
    expect(over(stands, mine)).toEqual({ colour: 'dark', level: 3 });
    // Meanwhile somebody said what stands beside it.
    expect(over({ ...stands, drain: false }, mine)).toEqual({ colour: 'dark', drain: false, level: 3 });
  });

  it('is no change where it is as it stands, or has come to stand so', () => {
    expect(changed({}, stands, { level: 2 })).toEqual({});
    const mine = changed(changed({}, stands, { level: 3 }), stands, { level: 2 });
    expect(mine).toEqual({});
    const other = changed({}, stands, { level: 3 });
    expect(answeredTwice({ ...stands, level: 3 }, other)).toEqual([]);
  });

  it('names what two people answered differently since', () => {
    const mine = changed({}, stands, { level: 3, water: { kind: 'none' } });
    expect(answeredTwice(stands, mine)).toEqual([]);
    expect(answeredTwice({ ...stands, level: 4, beads: false }, mine)).toEqual(['level']);
    expect(answeredTwice({ ...stands, water: { kind: 'hose' } }, mine)).toEqual(['water']);
  });

  it('remembers what stood there at the first answer, not at the last', () => {
    const first = changed({}, stands, { level: 3 });
    const again = changed(first, { ...stands, level: 4 }, { level: 1 });
    expect(answeredTwice({ ...stands, level: 4 }, again)).toEqual(['level']);
  });

  it('reads the same whichever was answered first', () => {
    const one = over({}, changed(changed({}, {}, { beads: true }), {}, { level: 1 }));
    const two = over({}, changed(changed({}, {}, { level: 1 }), {}, { beads: true }));
    expect(JSON.stringify(one)).toBe(JSON.stringify(two));
  });
});
