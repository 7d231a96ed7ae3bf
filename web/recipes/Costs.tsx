import { useMemo } from 'react';
import { Link, useSearchParams } from 'react-router';
import { formatMoney } from '#core/planning/cost.ts';
import { USE_NAMES } from '#core/products/uses.ts';
import { type CostGroup, type CostLine, costGroups } from '#core/recipes/costGroups.ts';
import { BODIES, BODY_NAMES, USUAL_BODY } from '#core/soil/bodies.ts';
import { SOIL_LEVELS, SOIL_NAMES, type SoilLevel } from '#core/soil/soil.ts';
import { formatPercent } from '#core/strength/formatStrength.ts';
import { useSession } from '../lib/session.tsx';
import { t } from '../lib/speech.ts';
import { ButtonLink } from '../ui/Button.tsx';
import { Choice } from '../ui/Choice.tsx';
import { moneyColumn, volumeColumn } from '../ui/columns.tsx';
import type { Needs } from '../ui/fetched.tsx';
import { Page } from '../ui/Page.tsx';
import { Table } from '../ui/Table.tsx';
import { BOOK, useBook } from './useBook.ts';

Costs.needs = (() => BOOK) satisfies Needs;

/** Recipes for the same job side by side, by what a vehicle costs at working strength. */
export default function Costs() {
  const book = useBook();
  const [params, setParams] = useSearchParams();
  const soil: SoilLevel = SOIL_LEVELS.find((k) => String(k) === params.get('soil')) ?? 2;
  const body = BODIES.find((b) => b === params.get('body')) ?? USUAL_BODY;
  const groups = useMemo(() => costGroups(book.rows, book.facts, soil, body), [book, soil, body]);
  const ask = (more: Record<string, string>) =>
    setParams({ soil: String(soil), body, ...more }, { replace: true });
  return (
    <Page
      title={t('What a vehicle costs')}
      actions={<ButtonLink to="/recipes">{t('Back to the book')}</ButtonLink>}
    >
      <div className="no-print mb-5 flex flex-wrap items-center gap-3">
        <span className="caps">{t('At soil level')}</span>
        <div className="w-52">
          <Choice
            label={t('At soil level')}
            value={String(soil)}
            options={SOIL_LEVELS.map((k) => ({ value: String(k), name: `${k} ${t(SOIL_NAMES[k])}` }))}
            onChange={(level) => ask({ soil: level })}
          />
        </div>
        <span className="caps">{t('for a')}</span>
        <div className="w-44">
          <Choice
            label={t('Body')}
            value={body}
            options={BODIES.map((value) => ({ value, name: t(BODY_NAMES[value]) }))}
            onChange={(to) => ask({ body: to })}
          />
        </div>
        <p className="max-w-2xl text-muted">
          {t(
            'In product alone, at the price of the newest container. What is ready to use stands on the same line as what is mixed.',
          )}
        </p>
      </div>
      {groups.length === 0 && <p>{t('No recipe is for {0}. Choose another level.', t(SOIL_NAMES[soil]))}</p>}
      <div className="flex flex-col gap-8">
        {groups.map((group) => (
          <GroupOf key={group.use} group={group} />
        ))}
      </div>
    </Page>
  );
}

function GroupOf({ group: { use, lines } }: { group: CostGroup }) {
  const { shop } = useSession();
  const most = Math.max(...lines.map((l) => l.minorPerVehicle ?? 0));
  const money = (minor: number | null) =>
    minor === null ? t('no price') : formatMoney(minor, shop.currency);
  return (
    <section aria-label={t(USE_NAMES[use])}>
      <h2 className="mb-2">{t(USE_NAMES[use])}</h2>
      <Table
        rows={lines}
        keyOf={(line) => line.key}
        onPhone="named"
        columns={[
          {
            name: t('Recipe'),
            value: (line) => line.name,
            show: (line) =>
              line.recipeId === null ? (
                <span className="text-muted">{line.name}</span>
              ) : (
                <Link to={`/recipes/${line.recipeId}`}>{line.name}</Link>
              ),
          },
          { name: t('Product'), value: (line) => line.productName },
          {
            name: t('Strength'),
            figure: true,
            unit: '%',
            value: (line) => Number((100 * line.fraction).toPrecision(3)),
            show: (line) => (line.fraction >= 1 ? t('ready to use') : formatPercent(line.fraction)),
          },
          volumeColumn<CostLine>(t('Mix'), shop, (line) => line.mixUl),
          volumeColumn<CostLine>(t('of it product'), shop, (line) => line.productUl),
          moneyColumn<CostLine>(t('A litre'), shop, (line) => line.minorPerLitre, { none: t('no price') }),
          moneyColumn<CostLine>(t('A vehicle'), shop, (line) => line.minorPerVehicle, {
            show: (line) => <strong>{money(line.minorPerVehicle)}</strong>,
          }),
          { name: '', show: (line) => <Bar line={line} most={most} /> },
        ]}
      />
    </section>
  );
}

/** How one compares with the dearest of its kind, at a glance. */
function Bar({ line, most }: { line: CostLine; most: number }) {
  const share = most > 0 ? (line.minorPerVehicle ?? 0) / most : 0;
  return (
    <svg aria-hidden width={130} height={12} className="mt-1.5 block">
      <line x1={0} x2={130} y1={11} y2={11} stroke="var(--hairline)" />
      <rect width={Math.max(1, share * 130)} height={9} fill="var(--product)" />
    </svg>
  );
}
