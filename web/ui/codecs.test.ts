import { describe, expect, it } from 'vitest';
import * as yup from 'yup';
import { exactly, line, rowId, wholeMinor, wholeUl } from '#contract/fields.ts';
import { saidOf } from '../lib/saidOf.ts';
import {
  amount,
  BAR,
  called,
  DAYS,
  listOf,
  MM,
  money,
  NOBODY,
  number,
  orEmpty,
  parts,
  readAll,
  rowOrNobody,
  type Typing,
  text,
  typedOf,
  volume,
  volumeOrNothing,
} from './codecs.ts';

const SHELF = {
  name: text(),
  keeperId: rowOrNobody,
  sizeUl: amount('5 l'),
  priceMinor: orEmpty(money),
  holes: listOf(parts({ mm: number('millimetres', MM), ul: volume() })),
};
const schema = exactly({
  name: line('Shelf name'),
  keeperId: rowId('Who has it').nullable(),
  sizeUl: wholeUl('Size'),
  priceMinor: wholeMinor('Price').nullable(),
  holes: yup.array(exactly({ mm: rowId('Hole'), ul: wholeUl('Gives') })),
});
const shop = { units: 'metric', currency: 'GBP' } as const;
const row = {
  name: 'Left',
  keeperId: null,
  sizeUl: 1_234_567,
  priceMinor: 2_450,
  holes: [{ mm: 2, ul: 1_000 }],
};
const read = (typed: object, of: typeof row | null = row) =>
  readAll(SHELF, { ...typedOf(SHELF, of, shop), ...typed }, of, shop, schema);

describe('the fields of a form', () => {
  it('begin as they are told to, or as the row is', () => {
    expect(typedOf(SHELF, null, shop)).toEqual({
      ...{ name: '', keeperId: NOBODY, sizeUl: '5 l', priceMinor: '' },
      holes: [],
    });
    expect(typedOf(SHELF, row, shop)).toMatchObject({
      priceMinor: '24.5',
      holes: [{ mm: '2 mm', ul: '1 ml' }],
    });
  });

  it('what nobody touched is as it was, however it was rounded to be shown', () => {
    expect(typedOf(SHELF, row, shop).sizeUl).toBe('1.23 L');
    expect(read({ name: 'Right' }).value).toEqual({ ...row, name: 'Right' });
    expect(read({ sizeUl: '1.3 l' }).value.sizeUl).toBe(1_300_000);
  });

  it('left empty is nothing, and nobody is nobody', () => {
    expect(read({ priceMinor: ' ', keeperId: '7' }).value).toMatchObject({ priceMinor: null, keeperId: 7 });
    expect(read({ keeperId: NOBODY }).value.keeperId).toBeNull();
  });

  it('a number is read with its unit behind it, in either language, or without', () => {
    const of: Typing = { units: 'metric', currency: 'GBP', field: 'Verified every', within: () => of };
    for (const typed of ['30', '30 days', '30 días', '30 dias'])
      expect(number('days', DAYS).parse(typed, of)).toMatchObject({ value: 30 });
    expect(number('days', DAYS).parse('soon', of)).toMatchObject({ ok: false });
    expect([number('days', DAYS).format(30, of), number('bar', BAR).format(120, of)]).toEqual([
      '30 days',
      '120 bar',
    ]);
  });

  it('a field its schema does not know is called what it is told', () => {
    const { refusals } = readAll(
      { other: called(() => 'Size of it', volume()) },
      { other: 'large' },
      null,
      shop,
      schema,
    );
    expect(saidOf(refusals.other).reason).toContain('Size of it');
  });

  it('a volume says its unit, and is nothing only where that is allowed', () => {
    const us: Typing = { units: 'us', currency: 'USD', field: 'Size', within: () => us };
    expect(volume().parse('1 gal', us)).toMatchObject({ value: 3_785_412 });
    expect(volume().parse('5', us)).toMatchObject({ ok: false });
    expect(volume().parse('0', us)).toMatchObject({ code: 'volume.zero' });
    for (const none of ['', '0', '0 ml']) expect(volumeOrNothing.parse(none, us)).toMatchObject({ value: 0 });
    expect(volumeOrNothing.parse('15 ml', us)).toMatchObject({ value: 15_000 });
  });

  it('are refused where they stand, called what the schema calls them, and left out of the body', () => {
    const { value, refusals } = read({
      priceMinor: 'dear',
      holes: [
        { mm: '2', ul: 'some' },
        { mm: '?', ul: '1 l' },
      ],
    });
    expect(Object.keys(refusals)).toEqual(['priceMinor', 'holes.0.ul', 'holes.1.mm']);
    expect(saidOf(refusals.priceMinor).reason).toContain('Price');
    expect(saidOf(refusals['holes.0.ul']).reason).toContain('Gives');
    expect(value).not.toHaveProperty('priceMinor');
    expect(value.holes).toEqual([{ mm: 2 }, { ul: 1_000_000 }]);
  });
});
