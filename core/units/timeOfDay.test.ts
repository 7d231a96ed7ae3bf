import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { formatTimeOfDay, parseTimeOfDay } from './timeOfDay.ts';

describe('a time of day', () => {
  it.each([
    ['9:30', 570],
    ['09.30', 570],
    ['9h30', 570],
    ['9:30 pm', 1_290],
    ['12 am', 0],
    ['12:15 PM', 735],
    ['00:00', 0],
    ['23:59', 1_439],
  ])('%s is %i minutes from midnight', (typed, minutes) => {
    expect(parseTimeOfDay(typed, 'Time')).toEqual({ ok: true, value: minutes });
  });

  it.each(['9', '24:00', '9:60', '13 pm', '0 am', 'noon', '', '9:3'])(
    '"%s" is refused by its field',
    (typed) => {
      expect(parseTimeOfDay(typed, 'Time')).toMatchObject({ ok: false, code: 'time.unreadable' });
    },
  );

  it('what is written is read again', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 1_439 }), (minutes) => {
        expect(parseTimeOfDay(formatTimeOfDay(minutes), 'Time')).toEqual({ ok: true, value: minutes });
      }),
    );
  });
});
