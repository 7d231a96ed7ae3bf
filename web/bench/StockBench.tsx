import type { DiluteStockBody, Merged } from '#contract/ledger.ts';
import type { Product } from '#contract/products.ts';
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
import { useCommand } from '../state/useCommand.ts';
import { Button } from '../ui/Button.tsx';
import type { BenchProps } from './benchProps.ts';
import { AmountField } from './fields/AmountField.tsx';
import { MakeField } from './fields/MakeField.tsx';
import { VesselChoice } from './fields/VesselChoice.tsx';
import type { Question } from './mix/benchDraft.ts';
import { nameOf } from './mix/benchMeasuring.ts';
import { type DiluteStockMix, diluteStockMix } from './mix/diluteStockMix.ts';
import type { Equipment } from './mix/equipment.ts';
import { type Holding, isHolding } from './mix/mergeMix.ts';
import { Acknowledge, PastItsDay, ProductCare } from './pour/Cautions.tsx';
import { MergedLine } from './pour/MergedLine.tsx';
import { InTheWay, PourButton, PourPlace } from './pour/PourPlace.tsx';
import { usePourKey } from './pour/usePourKey.ts';
import { useWord } from './pour/useWord.ts';
import { Surface } from './Surface.tsx';
import { Amounts, ComesTo } from './shown/Amounts.tsx';
import { Drawn, Filled, layersOf } from './shown/Drawn.tsx';

/** A mix from a stock solution of a hyper-concentrate: both stages in view. */
export default function StockBench({
  draft,
  equipment,
  set,
  ask,
}: BenchProps & { draft: Question<'stock'> }) {
  const { shop } = useSession();
  const stocks = equipment.vessels.filter(isHolding).filter((v) => isHyper(v, equipment));
  const stock = stocks.find((v) => v.id === draft.otherVesselId) ?? stocks[0] ?? null;
  const mix = stock && diluteStockMix(draft, stock, equipment);
  useShowsProducts(stock?.holds.productId);
  const printEach = usePrintEach();
  const diluting = useCommand((body: DiluteStockBody) => post<Merged>('/diluted-stocks', body), printEach);
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
  const inTheWay = mix?.inTheWay ?? mix?.refusals.stock ?? null;
  const asksForWord = product?.record.care.acknowledge ?? false;
  const word = useWord(`${stock?.holds.ul}`);
  const body =
    mix?.body && !inTheWay && (word.given || !asksForWord)
      ? { ...mix.body, ...(asksForWord && { acknowledged: word.given }) }
      : null;
  const pour = body && !diluting.waiting && !diluting.answer ? () => diluting.run(body) : null;
  usePourKey(pour);
  return (
    <Surface
      amounts={
        <Amounts
          product={product}
          vessel={mix?.vessel}
          amounts={[
            { id: 'water', order: t('First water'), tone: 'text-water', ul: mix?.plan?.waterUl ?? null },
            {
              id: 'product',
              order: t('then stock solution'),
              tone: 'text-product',
              ul: mix?.plan?.productUl ?? null,
              note: mix?.chosen && t('Measured in the {0}.', nameOf(mix.chosen)),
            },
          ]}
        >
          {mix?.stage && (
            <ComesTo name={t('Of the hyper-concentrate')}>
              <span className="reading text-[1.2rem] leading-tight whitespace-nowrap sm:block sm:text-[1.7rem]">
                {formatVolume(mix.stage.hyperUl, shop.units)}, {formatPercent(mix.stage.overall)}
              </span>{' '}
              {t('the stock solution is {0}', strengthSaid(inNotation(mix.stockFraction, 'parts')))}
            </ComesTo>
          )}
        </Amounts>
      }
      fields={
        <>
          {ask}
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
                of="strength"
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
              <MakeField draft={draft} vessel={mix?.vessel} refusal={mix?.refusals.total} set={set} />
            </>
          ) : (
            <p>{t('By the books no vessel holds a stock solution of a hyper-concentrate.')}</p>
          )}
          {hyper && (
            <Button bay onClick={makeStock}>
              {t('Make a stock solution')}
            </Button>
          )}
        </>
      }
      drawn={mix && <StockDrawn mix={mix} />}
    >
      {stock && mix && (
        <>
          {product && <ProductCare product={product} />}
          <PastItsDay
            code={stock.holds.code}
            day={stock.holds.useBy}
            fresh={t('Empty it and make a stock solution afresh.')}
          />
          {asksForWord && !inTheWay && <Acknowledge {...word} />}
          <PourPlace product={product} refused={diluting.refusal}>
            {diluting.answer ? (
              <Button bay onClick={diluting.forget}>
                {t('Pour another')}
              </Button>
            ) : inTheWay ? (
              <InTheWay refusal={inTheWay} vessel={mix.vessel ?? null} />
            ) : (
              <PourButton
                words={diluting.waiting ? t('Booking ...') : t('Pour from {0}', stock.holds.code)}
                vessel={mix.vessel ?? null}
                disabled={!pour}
                onClick={() => pour?.()}
                topUp={null}
              />
            )}
          </PourPlace>
          {diluting.answer && <MergedLine merged={diluting.answer} undone={diluting.forget} />}
        </>
      )}
    </Surface>
  );
}

/** The strengths of the product it replaces, as the use of this stock solution that stands for each. */
function Stands(props: { product: Product; equipment: Equipment; stock: Fraction; set: BenchProps['set'] }) {
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

function StockDrawn({ mix: { vessel, plan, chosen } }: { mix: DiluteStockMix }) {
  const { shop } = useSession();
  const part = chosen?.parts[0];
  const mark = (ul: number, tone: 'water' | 'product') => ({
    ul,
    figure: formatVolume(ul, shop.units),
    tone,
  });
  return (
    <Drawn
      vessel={
        <Filled
          of={vessel}
          layers={layersOf(plan)}
          align="right"
          marks={plan ? [mark(plan.waterUl, 'water'), mark(plan.waterUl + plan.productUl, 'product')] : []}
          label={vessel?.name ?? ''}
        />
      }
      measure={
        <Filled
          of={part?.measure}
          layers={part ? [{ ul: part.lastUl, of: 'mix' }] : []}
          align="left"
          marks={part ? [mark(part.lastUl, 'product')] : []}
          label={part?.measure.name ?? ''}
        />
      }
    />
  );
}
