import { BUCKET_ROLES, LABEL_SIZE_NAMES } from '#contract/labels.ts';
import { useSession } from '../lib/session.tsx';
import { t } from '../lib/speech.ts';
import { useQuery } from '../state/useQuery.ts';
import { shopDay, timeOfDay } from '../ui/dates.ts';
import { LabelButton } from './LabelButton.tsx';
import { labelPrinterQuery } from './labels.ts';

/** Labels for buckets, and what the label printer put out. */
export function PrinterShelf() {
  const { shop } = useSession();
  const { data: printer } = useQuery(labelPrinterQuery);
  return (
    <section aria-label={t('Labels')}>
      <h2 className="mb-2">{t('Labels')}</h2>
      <div className="border-t-2 border-ink">
        <p className="pt-2">{t('For buckets, which look alike once both foam:')}</p>
        <p className="ruled -mx-3 flex border-faint">
          {BUCKET_ROLES.map((role) => (
            <LabelButton key={role} of={{ role }}>
              {t(role)}
            </LabelButton>
          ))}
        </p>
        {printer?.kind === 'none' && (
          <p className="py-2 text-muted">
            {t('No label printer is connected: labels open as PDF, for any printer.')}
          </p>
        )}
        {printer?.kind === 'simulated' && (
          <>
            <h3 className="mt-5 mb-1 font-semibold">{t('Label printer, simulated')}</h3>
            {printer.printed.length === 0 ? (
              <p className="text-muted">
                {t('Nothing printed yet. Every mix made on the Bench prints its label here.')}
              </p>
            ) : (
              <ul>
                {printer.printed.map((p) => (
                  <li key={p.id} className="ruled flex items-center gap-4 border-faint py-2">
                    <a href={`/api/labels/${p.id}.pdf`} target="_blank" rel="noreferrer" className="shrink-0">
                      <img
                        src={`/api/labels/${p.id}.png`}
                        alt={t('Label {0}', p.code ?? p.what)}
                        loading="lazy"
                        className="h-16 w-26 border border-hairline bg-white object-contain"
                      />
                    </a>
                    <span className="min-w-0 flex-1 leading-snug">
                      <strong className="reading">{p.code}</strong> {p.what}
                      {p.copies > 1 && t(', {0} of it', p.copies)}
                      <span className="block text-[0.94rem] text-muted">
                        {t(LABEL_SIZE_NAMES[p.size])}. {p.personName}, {shopDay(p.at, shop.zone)},{' '}
                        {timeOfDay(p.at, shop.zone)}
                      </span>
                    </span>
                  </li>
                ))}
              </ul>
            )}
          </>
        )}
      </div>
    </section>
  );
}
