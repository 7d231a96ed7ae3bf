import { useReach } from '../lib/reach.ts';
import { useSession } from '../lib/session.tsx';
import { shopMs } from '../lib/shopNow.ts';
import { t } from '../lib/speech.ts';
import { useOutbox } from '../state/outbox.ts';
import { timeOfDay } from '../ui/dates.ts';

/** A time on this device's own clock, as it was in the shop. */
const atShop = (at: string): string => new Date(Date.parse(at) + shopMs() - Date.now()).toISOString();

/** While the shop's machine can't be reached: what is shown is what this device kept, and of when. */
export function Reach() {
  const { shop } = useSession();
  const keptAt = useReach((state) => state.keptAt);
  // How much waits is said beside the clocks.
  const waits = useOutbox((state) => state.waiting.length > 0);
  if (keptAt === null) return null;
  return (
    <p role="status" className="no-print flex gap-3 border-b border-hairline px-4 py-1.5 lg:px-8">
      <span aria-hidden className="hatch w-1.5 shrink-0" />
      <span>
        {waits
          ? t('No connection: shown as it was at {0}.', timeOfDay(atShop(keptAt), shop.zone))
          : t(
              'No connection: shown as it was at {0}. What is done here is sent later.',
              timeOfDay(atShop(keptAt), shop.zone),
            )}
      </span>
    </p>
  );
}
