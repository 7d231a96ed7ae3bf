import { Link, useNavigate } from 'react-router';
import type { Vessel } from '#contract/equipment.ts';
import type { Product } from '#contract/products.ts';
import { served } from '#core/products/uses.ts';
import { formatPercent } from '#core/strength/formatStrength.ts';
import type { Fraction } from '#core/strength/strength.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import { useBench } from '../../bench/mix/benchDraft.ts';
import { toTopUp } from '../../bench/mix/fromBooks.ts';
import { type Holding, isHolding } from '../../bench/mix/mergeMix.ts';
import { LabelButton } from '../../labels/LabelButton.tsx';
import { useSession } from '../../lib/session.tsx';
import { shopNow } from '../../lib/shopNow.ts';
import { t } from '../../lib/speech.ts';
import { dayInWords, dayOf, shopDay, timeOfDay } from '../../ui/dates.ts';

/** Every batch that is in a vessel by the books: what, how strong, how much, whose, and what it serves. */
export function Circulation({ vessels, products }: { vessels: Vessel[]; products: Product[] }) {
  const holding = vessels.filter(isHolding);
  if (holding.length === 0) return null;
  return (
    <section aria-label={t('Mixed and in circulation')} className="mt-8">
      <h2 className="mb-2">{t('Mixed and in circulation')}</h2>
      <ul className="max-w-4xl border-t-2 border-ink">
        {holding.map((vessel) => (
          <BatchLine
            key={vessel.id}
            vessel={vessel}
            product={products.find((p) => p.id === vessel.holds.productId)}
          />
        ))}
      </ul>
    </section>
  );
}

function BatchLine({ vessel, product }: { vessel: Holding; product: Product | undefined }) {
  const { who, shop } = useSession();
  const navigate = useNavigate();
  const begin = useBench((state) => state.begin);
  const { code, productName, productId, ul, productUl, personName, madeAt, useBy } = vessel.holds;
  const old = useBy !== null && useBy < dayOf(shopNow(), shop.zone);
  const fraction = (productUl / ul) as Fraction;
  const serves = product ? served(product.labelEntries, fraction) : [];
  const topUp = () => {
    begin(
      who.personId,
      toTopUp({ productId, vesselId: vessel.id, ul, strength: vessel.holds.strength }, shop.units),
    );
    navigate('/bench');
  };
  return (
    <li className="ruled flex flex-wrap items-center gap-x-5 gap-y-1 border-faint py-2">
      <Link className="reading w-14" to={`/stock/batches/${vessel.holds.batchId}`}>
        {code}
      </Link>
      <span className="min-w-0 flex-1 basis-60 leading-snug">
        {t('{0}, {1}, in {2}', productName, formatPercent(fraction), vessel.name)}
        <span className="block text-[0.94rem] text-muted">
          {serves.length > 0 &&
            `${t('Serves {0}.', serves.map((e) => e.whatFor.toLowerCase()).join(' and '))} `}
          {old && <strong>{t('Out of date, it was good until {0}.', dayInWords(useBy ?? ''))} </strong>}
          {useBy && !old && `${t('Good until {0}.', dayInWords(useBy))} `}
          {personName}, {shopDay(madeAt, shop.zone)}, {timeOfDay(madeAt, shop.zone)}
        </span>
      </span>
      <span className="reading w-20 text-right text-product">{formatVolume(ul, shop.units)}</span>
      <LabelButton of={{ batchId: vessel.holds.batchId, code }}>{t('Label')}</LabelButton>
      <button type="button" className="no-print min-h-12 px-1 underline underline-offset-4" onClick={topUp}>
        {t('Top it up')}
      </button>
    </li>
  );
}
