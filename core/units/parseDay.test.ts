import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { parseDay } from './parseDay.ts';

const read = (text: string, order: 'dayFirst' | 'monthFirst' = 'dayFirst') => {
  const day = parseDay(text, order, 'Best before');
  return day.ok ? day.value : day.code;
};

describe('a day out of a spreadsheet', () => {
  it('is read as the shop’s country writes it', () => {
    for (const text of [
      '2027-05-31',
      '2027/5/31',
      '31/05/2027',
      '31.5.2027',
      '31-5-27',
      '31 05 2027',
      '31-May-27',
      '31 May 2027',
      '31. may 2027',
      'May 31, 2027',
      'may 31 27',
      '31 de mayo de 2027',
      '31-mayo-2027',
      '5/31/2027',
    ]) {
      expect([text, read(text)]).toEqual([text, '2027-05-31']);
    }
    expect([read('3/4/2027'), read('3/4/2027', 'monthFirst')]).toEqual(['2027-04-03', '2027-03-04']);
    expect([read('31/5/2027', 'monthFirst'), read('05-31-27', 'monthFirst')]).toEqual([
      '2027-05-31',
      '2027-05-31',
    ]);
    expect([read('4-ene-27'), read('4-dic-27'), read('4 Sept 2027')]).toEqual([
      '2027-01-04',
      '2027-12-04',
      '2027-09-04',
    ]);
  });

  it('is refused where the calendar has none such, or it can’t be told', () => {
    for (const text of ['31/04/2027', '2026-02-31', '0/5/2027', '13/13/2027', '1/1/1889', '2027-00-01'])
      expect([text, read(text)]).toEqual([text, 'day.none']);
    for (const text of ['', 'soon', 'May 2027', '05/2027', '46173', '1/2', '3 foo 2027', '2027', '1/2/345'])
      expect([text, read(text)]).toEqual([text, 'day.unreadable']);
  });

  it('comes back from however it is written, and no text makes it throw', () => {
    fc.assert(
      fc.property(
        fc.date({ min: new Date('1990-01-01'), max: new Date('2200-12-31'), noInvalidDate: true }),
        fc.constantFrom('/', '.', '-', ' '),
        fc.string({ maxLength: 30 }),
        (at, by, noise) => {
          const iso = at.toISOString().slice(0, 10);
          const [y, m, d] = iso.split('-').map(Number);
          expect(read(iso)).toBe(iso);
          expect(read([d, m, y].join(by))).toBe(iso);
          expect(read([m, d, y].join(by), 'monthFirst')).toBe(iso);
          expect(read(noise)).toMatch(/^(\d{4}-\d\d-\d\d|day\.\w+)$/);
        },
      ),
    );
  });
});
