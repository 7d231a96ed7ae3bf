import { useMemo } from 'react';
import type { RecipeRow } from '#contract/recipes.ts';
import { FAMILIES, FAMILY_NAMES, type Family } from '#core/products/family.ts';
import { SOIL_KIND_NAMES, SOIL_KINDS } from '#core/soil/soil.ts';
import { ZONE_NAMES, ZONES } from '#core/soil/zones.ts';
import { t } from '../lib/speech.ts';
import { Choice } from '../ui/Choice.tsx';
import { TextInput } from '../ui/Field.tsx';
import { Tick } from '../ui/Tick.tsx';
import { type BookFilter, type BookSort, SORTS } from './bookLines.ts';
import { type BookFacts, now } from './useBook.ts';

const SORT_NAMES: () => Record<BookSort, string> = () => ({
  product: t('By product'),
  name: t('By name'),
  use: t('By use'),
  changed: t('Last changed first'),
});

const among = <T extends string>(values: readonly T[], value: string | null): T | null =>
  values.find((v) => v === value) ?? null;

/** The filter and order an address asks for: what was looked at can be sent to somebody else. */
export function useBookFilter(params: URLSearchParams): { filter: BookFilter; sort: BookSort } {
  const text = params.get('find') ?? '';
  const [soil, family, zone] = [params.get('soil'), params.get('family'), params.get('zone')];
  const draftsOnly = params.has('drafts');
  const filter = useMemo(
    () => ({
      text,
      soil: among(SOIL_KINDS, soil),
      family: among(FAMILIES, family),
      zone: among(ZONES, zone),
      draftsOnly,
    }),
    [text, soil, family, zone, draftsOnly],
  );
  return { filter, sort: among(SORTS, params.get('sort')) ?? 'product' };
}

type Props = {
  filter: BookFilter;
  sort: BookSort;
  rows: readonly RecipeRow[];
  book: BookFacts;
  manager: boolean;
  set: (params: Record<string, string>) => void;
};

/** What the book is narrowed to, in one row above it. */
export function BookFilters({ filter, sort, rows, book, manager, set }: Props) {
  const { text, soil, family, zone, draftsOnly } = filter;
  const families = useMemo(() => familiesIn(rows, book), [rows, book]);
  const change = (more: Partial<BookFilter & { sort: BookSort }>) => {
    const next = { ...filter, sort, ...more };
    set({
      ...(next.text && { find: next.text }),
      ...(next.soil && { soil: next.soil }),
      ...(next.family && { family: next.family }),
      ...(next.zone && { zone: next.zone }),
      ...(next.draftsOnly && { drafts: 'yes' }),
      ...(next.sort !== 'product' && { sort: next.sort }),
    });
  };
  const any = (name: string) => ({ value: ANY, name });
  return (
    <search
      aria-label={t('Filter the book')}
      className="no-print mb-4 grid grid-cols-2 items-center gap-3 sm:grid-cols-3 xl:grid-cols-[minmax(10rem,1.4fr)_repeat(4,minmax(0,1fr))_auto]"
    >
      <TextInput
        aria-label={t('Search the book')}
        placeholder={t('Search the book')}
        value={text}
        onChange={(event) => change({ text: event.target.value })}
      />
      <Choice
        label={t('Soil')}
        value={soil ?? ANY}
        options={[
          any(t('Any soil')),
          ...SOIL_KINDS.map((value) => ({ value, name: t(SOIL_KIND_NAMES[value]) })),
        ]}
        onChange={(value) => change({ soil: among(SOIL_KINDS, value) })}
      />
      <Choice
        label={t('Family')}
        value={family ?? ANY}
        options={[
          any(t('Any family')),
          ...families.map((value) => ({ value, name: t(FAMILY_NAMES[value]) })),
        ]}
        onChange={(value) => change({ family: among(FAMILIES, value) })}
      />
      <Choice
        label={t('Zone')}
        value={zone ?? ANY}
        options={[any(t('Anywhere')), ...ZONES.map((value) => ({ value, name: t(ZONE_NAMES[value]) }))]}
        onChange={(value) => change({ zone: among(ZONES, value) })}
      />
      <Choice
        label={t('Order')}
        value={sort}
        options={SORTS.map((value) => ({ value, name: SORT_NAMES()[value] }))}
        onChange={(value) => change({ sort: among(SORTS, value) ?? 'product' })}
      />
      {manager && (
        <Tick
          className="whitespace-nowrap"
          checked={draftsOnly}
          set={(checked) => change({ draftsOnly: checked })}
        >
          {t('Drafts only')}
        </Tick>
      )}
    </search>
  );
}

const ANY = 'any';

function familiesIn(rows: readonly RecipeRow[], { products }: BookFacts): Family[] {
  const there = new Set(rows.map((row) => products.get(now(row).productId)?.record.family));
  return FAMILIES.filter((f) => there.has(f));
}
