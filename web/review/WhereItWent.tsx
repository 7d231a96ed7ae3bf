import { Link } from 'react-router';
import type { VarianceTold } from '#contract/variance.ts';
import { formatVolume, type ReadVolume, readVolume } from '#core/units/formatVolume.ts';
import type { Between } from '#core/variance/between.ts';
import type { Variance } from '#core/variance/split.ts';
import { useSession } from '../lib/session.tsx';
import { t } from '../lib/speech.ts';
import { productsQuery } from '../state/queries.ts';
import { useAsked } from '../state/useAsked.ts';
import { Button, ButtonLink } from '../ui/Button.tsx';
import { linkColumn, volumeColumn } from '../ui/columns.tsx';
import { shopDay } from '../ui/dates.ts';
import { fetchedChart } from '../ui/fetchedChart.tsx';
import { More } from '../ui/More.tsx';
import { Refusal } from '../ui/Refusal.tsx';
import { Table } from '../ui/Table.tsx';
import type { TableColumn } from '../ui/tableColumn.ts';
import { Causes } from './Causes.tsx';
import type { WorkSeen } from './useWork.ts';

const Effects = fetchedChart(() => import('./Effects.tsx'));

/** What is missing beyond what was booked, what most likely took it, and what would settle it. */
export function WhereItWent({ went }: { went: WorkSeen<VarianceTold> }) {
  const { result, error, part, again } = went;
  if (error) {
    return (
      <div className="flex flex-col items-start gap-3">
        <Refusal problem={error} />
        <Button onClick={again}>{t('Work it out again')}</Button>
      </div>
    );
  }
  if (!result) {
    return (
      <p role="status" className="flex max-w-2xl flex-col gap-2">
        {t('Going through the movements ...')}
        <progress className="h-2 w-full accent-ink" value={part} aria-label={t('How much of it is done')} />
      </p>
    );
  }
  return <Told told={result} />;
}

function Told({ told }: { told: VarianceTold }) {
  const { shop } = useSession();
  const [products] = useAsked(productsQuery);
  const nameOf = (id: number) => products.find((p) => p.id === id)?.name ?? '';
  if (told.products.length === 0) {
    return (
      <div className="flex max-w-2xl flex-col items-start gap-3">
        <p>
          {t(
            'Nothing was counted in that time. What is missing, and by what, is known from the second count of a container on.',
          )}
        </p>
        <ButtonLink to="/stock/counts">{t('Count a place')}</ButtonLink>
      </div>
    );
  }
  return (
    <>
      {told.gaps < told.needs && (
        <p className="max-w-2xl">
          {t(
            'What was missing is in the table. Why is told from {0} counts with pours between them; there are {1}.',
            told.needs,
            told.gaps,
          )}
        </p>
      )}
      <Causes told={told} />
      {told.effects.some((e) => e.share !== null) && <Effects effects={told.effects} causes={told.causes} />}
      {told.oneOffs.length > 0 && (
        <>
          <h3 className="mt-5 mb-1">{t('Single gaps that no pour explains')}</h3>
          <ul className="max-w-2xl">
            {told.oneOffs.map(({ containerId, productId, fromMs, toMs, ul }) => (
              <li key={`${containerId} ${toMs}`} className="ruled border-faint py-2">
                <Link to={`/stock/containers/${containerId}`} className="reading">
                  {told.containers.find((c) => c.id === containerId)?.code}
                </Link>{' '}
                {ul.mid > 0
                  ? t(
                      '{0}: {1} were gone between {2} and {3}.',
                      nameOf(productId),
                      formatVolume(ul.mid, shop.units),
                      shopDay(new Date(fromMs).toISOString(), shop.zone),
                      shopDay(new Date(toMs).toISOString(), shop.zone),
                    )
                  : t(
                      '{0}: {1} more were there between {2} and {3}.',
                      nameOf(productId),
                      formatVolume(-ul.mid, shop.units),
                      shopDay(new Date(fromMs).toISOString(), shop.zone),
                      shopDay(new Date(toMs).toISOString(), shop.zone),
                    )}{' '}
                <span className="text-muted">
                  {t('Poured, spilt or decanted and not booked; whoever remembers books it late.')}
                </span>
              </li>
            ))}
          </ul>
        </>
      )}
      <More prints title={t('Product by product')} className="mt-3">
        <Table
          caption={t('Where each product went')}
          rows={told.products}
          keyOf={(v) => v.productId}
          columns={columns(nameOf, shop, told.forVehicles)}
        />
        <p className="mt-2 max-w-2xl text-[0.94rem] text-muted">
          {t(
            'From the first to the last count of each container. Below each figure: between what it lies nine times in ten.',
          )}
          {told.neverCounted.length > 0 &&
            ` ${t('Never counted: {0}.', told.neverCounted.map(nameOf).join(', '))}`}
        </p>
      </More>
      <p className="no-print mt-3 flex flex-wrap gap-3">
        <ButtonLink to="/stock/counts">{t('Count a place')}</ButtonLink>
      </p>
    </>
  );
}

function columns(
  nameOf: (id: number) => string,
  shop: ReturnType<typeof useSession>['shop'],
  all: VarianceTold['forVehicles'],
) {
  const forVehicles = (v: Variance) => all.find((f) => f.productId === v.productId && f.plannedUl > 0);
  const signed = (ul: number) => `${ul < 0 ? '−' : ''}${formatVolume(Math.abs(ul), shop.units)}`;
  /** Its unit once, where both ends have the same. */
  const rangeOf = ({ low, high }: Between) => {
    const [from, to] = [low, high].map((ul) => readVolume(Math.abs(ul), shop.units)) as [
      ReadVolume,
      ReadVolume,
    ];
    const first = from.unit === to.unit ? `${low < 0 ? '−' : ''}${from.figure}` : signed(low);
    return t('{0} to {1}', first, signed(high));
  };
  const between = (
    name: string,
    of: (v: Variance) => Between | null,
    more: Partial<TableColumn<Variance>> = {},
  ): TableColumn<Variance> => ({
    name,
    figure: true,
    unit: 'ml',
    value: (v) => {
      const b = of(v);
      return b && Math.round(b.mid / 1_000);
    },
    show: (v) => {
      const b = of(v);
      if (!b || (b.low === 0 && b.high === 0)) return '–';
      return (
        <>
          {signed(b.mid)}
          <span className="block text-[0.88rem] text-muted">{rangeOf(b)}</span>
        </>
      );
    },
    ...more,
  });
  return [
    linkColumn<Variance>(
      t('Product'),
      (v) => nameOf(v.productId),
      (v) => `/stock/movements?product=${v.productId}`,
    ),
    volumeColumn<Variance>(t('Booked as poured'), shop, (v) => v.bookedUl),
    {
      name: t('Over the recipe'),
      figure: true,
      unit: 'ml',
      value: (v: Variance) =>
        v.byRecipe.pours > 0 ? Math.round((v.byRecipe.bookedUl - v.byRecipe.recipeUl) / 1_000) : null,
      show: (v: Variance) => (v.byRecipe.pours > 0 ? signed(v.byRecipe.bookedUl - v.byRecipe.recipeUl) : '–'),
      desk: true,
    },
    {
      name: t('For vehicles, over the plan'),
      figure: true,
      unit: 'ml',
      value: (v: Variance) => {
        const of = forVehicles(v);
        return of ? Math.round((of.pouredUl - of.plannedUl) / 1_000) : null;
      },
      show: (v: Variance) => {
        const of = forVehicles(v);
        if (!of) return '–';
        return (
          <>
            {signed(of.pouredUl - of.plannedUl)}
            <span className="block text-[0.88rem] text-muted">
              {t('{0} planned', formatVolume(of.plannedUl, shop.units))}
            </span>
          </>
        );
      },
      desk: true,
    },
    volumeColumn<Variance>(t('Wasted'), shop, (v) => v.wastedUl, { none: '–', desk: true }),
    between(t('Missing'), (v) => v.missing),
    between(t('Poured over'), (v) => v.overPoured),
    between(t('Not booked'), (v) => v.unlogged),
    between(t('Reading the counts'), (v) => v.countError, { desk: true }),
  ];
}
