import type { ReactNode } from 'react';
import { Link } from 'react-router';
import type { Shop } from '#contract/shop.ts';
import { formatMoney, majorOf } from '#core/planning/cost.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import { t } from '../lib/speech.ts';
import { dayOf, shopDay, timeOfDay } from './dates.ts';
import type { TableColumn } from './tableColumn.ts';

type More<R> = Partial<TableColumn<R>>;

const total = <R,>(rows: R[], of: (row: R) => number | null) =>
  rows.reduce((sum, row) => sum + (of(row) ?? 0), 0);

/** Litres are summed of one product alone: those of a foam and of a tar remover make no sum. */
export const alike = <R,>(rows: readonly R[]): boolean => {
  const names = (rows as readonly { productName?: string }[]).map((row) => row.productName);
  return new Set(names).size === 1;
};

/** A volume, in microlitres: shown in the shop's units, in a file in millilitres. Where there is none, `none` stands. */
export const volumeColumn = <R,>(
  name: string,
  shop: Shop,
  ul: (row: R) => number,
  { none, ...more }: More<R> & { none?: string } = {},
): TableColumn<R> => {
  const words = (amount: number) => (amount === 0 && none ? none : formatVolume(amount, shop.units));
  return {
    name,
    figure: true,
    unit: 'ml',
    value: (row) => ul(row) / 1_000,
    show: (row) => words(ul(row)),
    sum: (rows) => (alike(rows) ? words(total(rows, ul)) : ''),
    ...more,
  };
};

/** A volume that came or went: with its sign. */
export const changeInWords = (ul: number, shop: Shop): string =>
  ul === 0 ? '–' : `${ul > 0 ? '+' : '−'}${formatVolume(Math.abs(ul), shop.units)}`;

/** Money, in minor units: in a file as a number of the currency. `none` stands where nobody knows it, `zero` where it is none. */
export const moneyColumn = <R,>(
  name: string,
  { currency }: Shop,
  minor: (row: R) => number | null,
  { none = '–', zero, ...more }: More<R> & { none?: string; zero?: string } = {},
): TableColumn<R> => ({
  name,
  figure: true,
  unit: currency,
  value: (row) => {
    const amount = minor(row);
    return amount === null ? null : majorOf(amount, currency);
  },
  show: (row) => {
    const amount = minor(row);
    return amount === null ? none : amount === 0 && zero ? zero : formatMoney(amount, currency);
  },
  sum: (rows) => formatMoney(total(rows, minor), currency),
  ...more,
});

/** A code that leads to what it stands for. */
export const codeColumn = <R,>(
  name: string,
  code: (row: R) => string | null,
  to: (row: R) => string,
  more: More<R> = {},
): TableColumn<R> => ({ ...linkColumn(name, code, to, 'reading'), ...more });

/** A name that leads to what it stands for. */
export const linkColumn = <R,>(
  name: string,
  words: (row: R) => string | null,
  to: (row: R) => string,
  look = '',
): TableColumn<R> => ({
  name,
  value: words,
  show: (row): ReactNode =>
    words(row) && (
      <Link className={look} to={to(row)}>
        {words(row)}
      </Link>
    ),
});

/** When it was, on the shop's clock: on the page, and in a file. */
export const whenColumn = <R,>(
  { zone }: Shop,
  at: (row: R) => string,
  more: More<R> = {},
): TableColumn<R> => ({
  name: t('When'),
  value: at,
  inFile: (row) => `${dayOf(new Date(at(row)), zone)} ${timeOfDay(at(row), zone)}`,
  show: (row) => (
    <span className="whitespace-nowrap">
      <span className="reading">{timeOfDay(at(row), zone)}</span>{' '}
      <span className="text-muted">{shopDay(at(row), zone)}</span>
    </span>
  ),
  ...more,
});

/** The shop's day it was; nothing where it has not been. */
export const dayColumn = <R,>(
  name: string,
  { zone }: Shop,
  at: (row: R) => string | null,
  more: More<R> = {},
): TableColumn<R> => ({
  name,
  value: at,
  inFile: (row) => at(row) && dayOf(new Date(at(row) as string), zone),
  show: (row) => at(row) && shopDay(at(row) as string, zone),
  ...more,
});
