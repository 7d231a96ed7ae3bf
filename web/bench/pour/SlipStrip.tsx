import { useEffect, useRef } from 'react';
import { Link } from 'react-router';
import type { Product } from '#contract/products.ts';
import { formatPercent } from '#core/strength/formatStrength.ts';
import type { Fraction } from '#core/strength/strength.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import { type StartOf, startPath } from '../../clocks/startDraft.ts';
import { LabelButton } from '../../labels/LabelButton.tsx';
import { useSession } from '../../lib/session.tsx';
import { t } from '../../lib/speech.ts';
import { productsQuery } from '../../state/queries.ts';
import { useQuery } from '../../state/useQuery.ts';
import { dayInWords, timeOfDay } from '../../ui/dates.ts';
import { Refusal } from '../../ui/Refusal.tsx';
import { type BenchDraft, type KeptSlip, useBench } from '../mix/benchDraft.ts';
import { usePouredWrong } from './usePouredWrong.ts';
import { useUndo } from './useUndo.ts';

const NONE: never[] = [];

/** The slips of this person's last pours on this device, newest first. A new one takes the focus and is read out. */
export function SlipStrip({ personId }: { personId: number }) {
  const slips = useBench((state) => state.slips[personId]) ?? NONE;
  const newest = useRef<HTMLLIElement>(null);
  const known = useRef(slips[0]?.movementId);
  useEffect(() => {
    if (slips[0]?.movementId === known.current) return;
    known.current = slips[0]?.movementId;
    newest.current?.focus();
  }, [slips]);
  return (
    <section
      aria-label={t('Booking slips')}
      aria-live="polite"
      className="lg:col-start-2 lg:row-start-4 xl:col-span-2"
    >
      <ol className="border-t border-ink empty:border-0">
        {slips.map((slip, i) => (
          <SlipLine key={slip.movementId} slip={slip} ref={i === 0 ? newest : null} />
        ))}
      </ol>
    </section>
  );
}

function SlipLine({ slip, ref }: { slip: KeptSlip; ref: React.Ref<HTMLLIElement> }) {
  const { who, shop } = useSession();
  const begin = useBench((state) => state.begin);
  const { asked } = slip;
  const undo = useUndo(slip.movementId);
  const wrong = usePouredWrong(slip);
  const { data: products = [] } = useQuery(productsQuery);
  const clockOf = asked ? clockFor(asked, products) : null;
  const poured = formatVolume(slip.productUl, shop.units);
  const left = formatVolume((slip.rest ?? slip).leftUl, shop.units);
  return (
    <li
      ref={ref}
      tabIndex={-1}
      className="ruled flex scroll-mb-40 flex-wrap items-center gap-x-5 border-faint py-2 outline-offset-0"
      onKeyDown={(event) => {
        // Enter on the slip puts it down and goes back to the mix.
        if (event.key === 'Enter' && event.target === event.currentTarget && !event.ctrlKey)
          event.currentTarget.blur();
      }}
    >
      <span className="reading text-muted">{timeOfDay(slip.at, shop.zone)}</span>
      <p
        className={`min-w-0 flex-1 basis-72 leading-snug [&_a]:whitespace-nowrap ${slip.undone ? 'line-through decoration-1' : ''}`}
      >
        {t('Poured')} <strong className="reading text-product">{poured}</strong>{' '}
        {t('of {0} into {1} from {2}', slip.productName, slip.vesselName, t(slip.containerKind))}{' '}
        <Link to={`/c/${slip.containerCode}`}>{slip.containerCode}</Link>
        {slip.rest && (
          <>
            {t(', which is finished, and')}{' '}
            <span className="reading">{formatVolume(slip.rest.ul, shop.units)}</span> {t('of it from')}{' '}
            <Link to={`/c/${slip.rest.containerCode}`}>{slip.rest.containerCode}</Link>
          </>
        )}
        , <span className="reading">{left}</span>{' '}
        {t(
          'left.{0} Batch',
          slip.pouredOffUl > 0 &&
            ` ${t('{0} went down the drain.', formatVolume(slip.pouredOffUl, shop.units))}`,
        )}{' '}
        <Link className="reading" to={`/stock/batches/${slip.batchId}`}>
          {slip.batchCode}
        </Link>
        {slip.fraction < 1 && <span className="reading">, {formatPercent(slip.fraction as Fraction)}</span>}
        {slip.estimate && t(', an estimate')}
        {slip.useBy && t(', good until {0}', dayInWords(slip.useBy))}.
      </p>
      {!slip.undone && (
        <LabelButton of={{ batchId: slip.batchId, code: slip.batchCode }}>{t('Label')}</LabelButton>
      )}
      {!slip.undone && clockOf && (
        <Link
          className="flex min-h-16 items-center px-3 lg:min-h-12"
          to={startPath(clockOf, { batchId: slip.batchId })}
        >
          {t('Clock')}
        </Link>
      )}
      {asked && (
        <button
          type="button"
          className="min-h-16 px-3 underline underline-offset-4 lg:min-h-12"
          onClick={() => begin(who.personId, asked)}
        >
          {t('Again')}
        </button>
      )}
      {wrong && (
        <button
          type="button"
          className="min-h-16 px-3 underline underline-offset-4 disabled:opacity-50 lg:min-h-12"
          disabled={wrong.waiting}
          onClick={() => wrong.run()}
        >
          {t('Poured wrong')}
        </button>
      )}
      {slip.undone ? (
        <strong>{t('Taken back')}</strong>
      ) : (
        <button
          type="button"
          className="min-h-16 px-3 underline underline-offset-4 disabled:opacity-50 lg:min-h-12"
          disabled={undo.waiting}
          onClick={() => undo.run()}
        >
          {t('Undo')}
        </button>
      )}
      {undo.refusal && <Refusal problem={undo.refusal} />}
      {wrong?.refusal && <Refusal problem={wrong.refusal} />}
    </li>
  );
}

/** What a clock of this mix is started for: its recipe at its level, else the product's first use from its vessel. */
function clockFor(asked: BenchDraft, products: readonly Product[]): StartOf {
  const { recipeId, recipeLeft, soil, productId, vesselId, dialId, machineId } = asked;
  if (recipeId !== null && !recipeLeft && soil !== null) return { recipeId, soil };
  const use = products.find((p) => p.id === productId)?.uses[0]?.kind;
  if (productId === null || vesselId === null || !use) return null;
  return { kind: 'product', productId, use, vesselId, dialId, machineId: machineId || null };
}
