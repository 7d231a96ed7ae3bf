import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import type { LetDownBody, Merged } from '#contract/ledger.ts';
import type { Product } from '#contract/products.ts';
import { MEASURE_OUTLINES, VESSEL_OUTLINES } from '#core/mixing/outlines.ts';
import { equivalentFraction, shareOfStock } from '#core/mixing/solveFor.ts';
import { formatPercent } from '#core/strength/formatStrength.ts';
import { labelEnds } from '#core/strength/labelStrength.ts';
import { type Fraction, inNotation } from '#core/strength/strength.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import { usePrintEach } from '../labels/usePrintEach.ts';
import { post } from '../lib/api.ts';
import { useSession } from '../lib/session.tsx';
import { strengthSaid, t } from '../lib/speech.ts';
import { useShowsProducts } from '../state/onScreen.ts';
import { askAgain } from '../state/queries.ts';
import { Button } from '../ui/Button.tsx';
import { EquipmentDrawing } from '../ui/EquipmentDrawing.tsx';
import { Refusal } from '../ui/Refusal.tsx';
import { useSize } from '../ui/useSize.ts';
import { AmountField } from './AmountField.tsx';
import { BigFigure } from './BigFigure.tsx';
import type { BenchDraft } from './benchDraft.ts';
import { nameOf } from './benchMeasuring.ts';
import { AskForWord, PastItsDay, ProductCare } from './Cautions.tsx';
import type { Equipment } from './equipment.ts';
import { type LetDownMix, letDownMix } from './letDownMix.ts';
import { MergedLine } from './MergedLine.tsx';
import { type Holding, isHolding } from './mergeMix.ts';
import { InTheWay, PourButton, PourPlace } from './PourPlace.tsx';
import { VesselChoice } from './VesselChoice.tsx';

type Props = {
  draft: BenchDraft;
  equipment: Equipment;
  set: (change: Partial<BenchDraft>) => void;
  question: React.ReactNode;
};

/** A mix from a stock solution that was let down from a hyper-concentrate: both stages in view. */
export default function StockBench({ draft, equipment, set, question }: Props) {
  const { shop } = useSession();
  const stocks = equipment.vessels.filter(isHolding).filter((v) => isHyper(v, equipment));
  const stock = stocks.find((v) => v.id === draft.otherVesselId) ?? stocks[0] ?? null;
  const mix = stock && letDownMix(draft, stock, equipment);
  useShowsProducts(stock?.holds.productId);
  const printEach = usePrintEach();
  const letting = useMutation({
    mutationFn: (body: LetDownBody) => post<Merged>('/let-downs', body),
    onSuccess: printEach,
    onSettled: () => askAgain('vessels'),
  });
  const hyper = equipment.products.find((p) => p.state === 'hyper');
  const makeStock = () => {
    const pail = equipment.vessels.find((v) => v.kind === 'stockPail');
    const entry = hyper?.labelEntries[0];
    set({
      mode: 'fill',
      productId: hyper?.id ?? null,
      ...(pail && { vesselId: pail.id }),
      ...(entry && { picked: entry.strength, strengthText: strengthSaid(entry.strength) }),
    });
  };
  const product = equipment.products.find((p) => p.id === stock?.holds.productId) ?? null;
  const inTheWay = mix?.inTheWay ?? null;
  const asksForWord = product?.record.care.acknowledge ?? false;
  const wordFor = `${stock?.holds.ul}`;
  const [word, giveWord] = useState('');
  const given = word === wordFor;
  const body =
    mix?.body && !inTheWay && (given || !asksForWord)
      ? { ...mix.body, ...(asksForWord && { acknowledged: given }) }
      : null;
  return (
    <main className="mx-auto grid max-w-[1480px] gap-x-8 gap-y-5 px-4 pt-3 pb-28 lg:grid-cols-[20.5rem_minmax(0,1fr)] lg:px-8 lg:pt-5 lg:pb-5">
      <h1 className="sr-only">{t('Bench')}</h1>
      <div className="flex flex-col gap-4">
        {question}
        {stock ? (
          <>
            <VesselChoice
              label={t('Stock solution')}
              value={stock}
              options={stocks}
              onChange={(id) => set({ otherVesselId: id })}
            />
            <AmountField
              label={t('Strength')}
              value={draft.strengthText}
              refusal={mix?.refusals.strength}
              placeholder={t('such as 1:9')}
              strength
              hint={t('Of stock solution in the mix, such as 1:9')}
              onChange={(strengthText) => set({ strengthText, picked: null })}
            />
            {mix && product && (
              <Stands product={product} equipment={equipment} stock={mix.stockFraction} set={set} />
            )}
            <VesselChoice
              label={t('Vessel')}
              value={mix?.vessel ?? null}
              options={equipment.vessels.filter((v) => v.id !== stock.id)}
              onChange={(id) => set({ vesselId: id })}
            />
            <AmountField
              label={t('How much to make')}
              value={draft.makeText}
              refusal={mix?.refusals.total}
              placeholder={
                mix?.vessel
                  ? t('{0}, to the fill limit', formatVolume(mix.vessel.fillLimitUl, shop.units))
                  : ''
              }
              onChange={(makeText) => set({ makeText })}
            />
          </>
        ) : (
          <p>{t('By the books no vessel holds a stock solution of a hyper-concentrate.')}</p>
        )}
        {hyper && (
          <Button bay onClick={makeStock}>
            {t('Make a stock solution')}
          </Button>
        )}
      </div>
      {stock && mix && (
        <div className="flex flex-col gap-5">
          <section aria-label={t('Amounts')} aria-live="polite" className="flex flex-wrap gap-8">
            <BigFigure order={t('First water')} tone="text-water" ul={mix.plan?.waterUl} what={t('water')} />
            <BigFigure
              order={t('then stock solution')}
              tone="text-product"
              ul={mix.plan?.productUl}
              what={t('product')}
            />
            {mix.stage && (
              <p>
                <span className="caps block">{t('Of the hyper-concentrate')}</span>
                <span className="reading block text-[1.7rem] leading-tight">
                  {formatVolume(mix.stage.hyperUl, shop.units)}, {formatPercent(mix.stage.overall)}
                </span>
                {t('the stock solution is {0}', strengthSaid(inNotation(mix.stockFraction, 'parts')))}
              </p>
            )}
          </section>
          <StockDrawings mix={mix} />
          {product && <ProductCare product={product} />}
          <PastItsDay
            code={stock.holds.code}
            day={stock.holds.useBy}
            fresh={t('Empty it and make a stock solution afresh.')}
          />
          {asksForWord && !inTheWay && <AskForWord given={given} give={(g) => giveWord(g ? wordFor : '')} />}
          {mix.refusals.stock && <Refusal problem={mix.refusals.stock} />}
          <PourPlace product={product}>
            {letting.data ? (
              <Button bay onClick={letting.reset}>
                {t('Pour another')}
              </Button>
            ) : inTheWay ? (
              <InTheWay refusal={inTheWay} vessel={mix.vessel ?? null} />
            ) : (
              <PourButton
                words={letting.isPending ? t('Booking ...') : t('Pour from {0}', stock.holds.code)}
                vessel={mix.vessel ?? null}
                disabled={!body || letting.isPending}
                onClick={() => body && letting.mutate(body)}
                topUp={null}
              />
            )}
          </PourPlace>
          {letting.error && <Refusal problem={letting.error} />}
          {letting.data && <MergedLine merged={letting.data} undone={letting.reset} />}
        </div>
      )}
    </main>
  );
}

/** The strengths of the product it replaces, as the use of this stock solution that stands for each. */
function Stands(props: { product: Product; equipment: Equipment; stock: Fraction; set: Props['set'] }) {
  const { product, equipment, stock, set } = props;
  const { replaces } = product.record;
  const old = equipment.products.find((p) => p.id === replaces?.productId);
  if (!replaces || !old) return null;
  return (
    <ul className="border-l-2 border-ink">
      {labelEnds(old.labelEntries).map((entry) => {
        const overall = equivalentFraction(entry.fraction as Fraction, replaces.k);
        const use = overall.ok ? shareOfStock(overall.value, stock) : overall;
        if (!use.ok) return null;
        const strength = inNotation(use.value, 'parts');
        return (
          <li key={`${entry.id}${entry.end}`}>
            <button
              type="button"
              className="flex min-h-13 w-full items-center gap-3 pl-3 text-left leading-tight"
              onClick={() => set({ strengthText: strengthSaid(strength), picked: null })}
            >
              <span className="flex-1">
                {t('{0}, like {1} {2}', entry.whatFor, old.name, strengthSaid(entry.strength))}
              </span>
              <span className="reading text-[1.1rem]">{strengthSaid(strength)}</span>
            </button>
          </li>
        );
      })}
    </ul>
  );
}

const isHyper = ({ holds }: Holding, { products }: Equipment): boolean =>
  products.some((p) => p.id === holds.productId && p.state === 'hyper');

function StockDrawings({ mix }: { mix: LetDownMix }) {
  const { shop } = useSession();
  const [room, size] = useSize<HTMLDivElement>();
  const { vessel, plan, chosen } = mix;
  const part = chosen?.parts[0];
  const half = { width: Math.floor(size.width / 2), height: size.height };
  const shown = (ul: number) => formatVolume(ul, shop.units);
  return (
    <div>
      <div ref={room} className="flex h-72">
        {vessel && (
          <EquipmentDrawing
            outline={VESSEL_OUTLINES[vessel.kind]}
            brimfulUl={vessel.brimfulUl}
            layers={
              plan
                ? [
                    { ul: plan.waterUl, of: 'water' },
                    { ul: plan.productUl, of: 'product' },
                  ]
                : []
            }
            units={shop.units}
            {...half}
            align="left"
            marks={
              plan
                ? [
                    { ul: plan.waterUl, figure: shown(plan.waterUl), tone: 'water' },
                    {
                      ul: plan.waterUl + plan.productUl,
                      figure: shown(plan.waterUl + plan.productUl),
                      tone: 'product',
                    },
                  ]
                : []
            }
            label={vessel.name}
          />
        )}
        {part && (
          <EquipmentDrawing
            outline={MEASURE_OUTLINES[part.measure.kind]}
            brimfulUl={part.measure.capacityUl}
            layers={[{ ul: part.lastUl, of: 'product' }]}
            units={shop.units}
            {...half}
            align="left"
            marks={[{ ul: part.lastUl, figure: shown(part.lastUl), tone: 'product' }]}
            label={part.measure.name}
          />
        )}
      </div>
      {chosen && <p className="mt-2">{t('Measured in the {0}.', nameOf(chosen))}</p>}
    </div>
  );
}
