import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { dayAfter, driftOf, foremost, MOST_NOTICES, NOTICE_KINDS, type Notice } from './notices.ts';

const TODAY = '2026-05-04';
const notice = (of: Partial<Notice>): Notice => ({
  kind: 'low',
  id: 'a',
  dueOn: TODAY,
  name: 'Lime Kiln Foam',
  facts: {},
  path: '/stock',
  lead: false,
  ...of,
});

describe('what needs somebody', () => {
  it('is what is due, the most pressing first, and then what is coming', () => {
    const told = foremost(
      [
        notice({ kind: 'count', id: 'c', dueOn: '2026-04-01' }),
        notice({ kind: 'settle', id: 's', dueOn: '2026-05-06' }),
        notice({ kind: 'verify', id: 'v', dueOn: TODAY }),
        notice({ kind: 'verify', id: 'w', dueOn: '2026-05-01' }),
        notice({ kind: 'order', id: 'o', dueOn: '2026-05-12' }),
      ],
      TODAY,
    );
    expect(told.map((n) => n.id)).toEqual(['w', 'v', 'c', 's']);
  });

  it('never is more than seven, none twice, and the same in whatever order it is found', () => {
    const any = fc.record({
      kind: fc.constantFrom(...NOTICE_KINDS),
      id: fc.uuid(),
      dueOn: fc.integer({ min: -40, max: 40 }).map((days) => dayAfter(TODAY, days)),
      name: fc.constantFrom('Bay 1', 'Van'),
    });
    fc.assert(
      fc.property(fc.array(any, { maxLength: 30 }), (of) => {
        const all = of.map(notice);
        const told = foremost(all, TODAY);
        expect(told.length).toBeLessThanOrEqual(MOST_NOTICES);
        expect(foremost([...all].reverse(), TODAY)).toEqual(told);
        const left = all.filter((n) => !told.includes(n));
        // Nothing that is due is left out for something that is only coming.
        if (told.some((n) => n.dueOn > TODAY)) expect(left.every((n) => n.dueOn > TODAY)).toBe(true);
      }),
    );
  });

  it('a draw has drifted where two measures differ by more than a tenth and than they may be off', () => {
    expect(driftOf({ q: 0.1, u: 0.03 }, { q: 0.12, u: 0.03 })).toBeCloseTo(0.2);
    expect(driftOf({ q: 0.1, u: 0.03 }, { q: 0.105, u: 0.03 })).toBeNull();
    expect(driftOf({ q: 0.1, u: 0.1 }, { q: 0.12, u: 0.1 })).toBeNull();
    expect(driftOf({ q: 0.1, u: 0.02 }, { q: 0.08, u: 0.02 })).toBeCloseTo(-0.2);
  });
});
