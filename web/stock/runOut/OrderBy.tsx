import type { Supplier } from '#contract/stock.ts';
import { orderBy } from '#core/forecast/forecastOf.ts';
import type { RunOut } from '#core/forecast/runOut.ts';
import { type Offer, offersFor, roomThen, type Size } from '#core/forecast/sizes.ts';
import { formatMoney } from '#core/planning/cost.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import { useSession } from '../../lib/session.tsx';
import { t } from '../../lib/speech.ts';
import { dayInWords } from '../../ui/dates.ts';
import { Watch } from '../../ui/Refusal.tsx';
import { dayAhead } from './dayAhead.ts';

/** By when it is ordered, by how long its supplier takes; and which of the sizes it came in, by what gets used of it. */
export function OrderBy(props: {
  supplier: Supplier | null;
  stockUl: number;
  sizes: readonly Size[];
  /** The most there is room for, in microlitres. */
  roomUl: number | null;
  out: RunOut;
  today: string;
}) {
  const { supplier, stockUl, sizes, roomUl, out, today } = props;
  const { shop } = useSession();
  if (supplier === null || supplier.leadDays === null) return null;
  const days = orderBy(out, supplier.leadDays);
  if (days === null) return null;
  const takes = t('{0} takes {1} days.', supplier.name, supplier.leadDays);
  const [best] =
    out.dayUl > 0
      ? offersFor(out.dayUl, sizes, undefined, roomThen(roomUl, stockUl, out.dayUl, days + supplier.leadDays))
      : [];
  const which = best ? ` ${inWords(best)}` : '';
  if (days > 0)
    return (
      <p>
        {t('Order by {0}.', dayInWords(dayAhead(today, days)))}{' '}
        <span className="text-muted">
          {takes}
          {which}
        </span>
      </p>
    );
  return (
    <Watch word={stockUl > 0 ? t('Order it now.') : t('Order it.')}>
      {takes}
      {which}
    </Watch>
  );

  function inWords({ count, sizeUl, minor, lastsDays, usefulUl, crowds }: Offer): string {
    const size = formatVolume(sizeUl, shop.units);
    const much =
      minor === null
        ? `${count} x ${size}`
        : `${count} x ${size}, ${formatMoney(count * minor, shop.currency)}`;
    const lasts = t('{0}: about {1} weeks.', much, Math.max(1, Math.round(lastsDays / 7)));
    return [
      lasts,
      usefulUl < count * sizeUl - 1 && t('The rest would be out of date.'),
      crowds && t('There is no room for all of it.'),
    ]
      .filter(Boolean)
      .join(' ');
  }
}
