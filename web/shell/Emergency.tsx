import { useState } from 'react';
import { careInWords, HAZARD_NAMES } from '#core/products/record.ts';
import { EMERGENCIES, EMERGENCY_NAMES, GENERAL_FIRST_AID } from '#core/safety/firstAid.ts';
import { t } from '../lib/speech.ts';
import { firstAidQuery } from '../state/firstAid.ts';
import { useOnScreen } from '../state/onScreen.ts';
import { useQuery } from '../state/useQuery.ts';
import { Button } from '../ui/Button.tsx';
import { Choice } from '../ui/Choice.tsx';
import { Dialog } from '../ui/Dialog.tsx';

/**
 * The spill and first-aid card: one tap from everywhere, without a PIN and without a connection. What is usually done
 * stands before any choice; the product that is on the screen is open below it.
 */
export default function Emergency({ close }: { close: () => void }) {
  const onScreen = useOnScreen((state) => state.products);
  const { data: card } = useQuery(firstAidQuery);
  const [chosen, setChosen] = useState<number | null>(null);
  const id = chosen ?? onScreen[0] ?? null;
  const product = card?.products.find((p) => p.id === id);
  const here = (p: { id: number }) => onScreen.includes(p.id);
  const listed = [...(card?.products ?? [])].sort((a, b) => Number(here(b)) - Number(here(a)));
  return (
    <Dialog title={t('Spill and first aid')} close={close}>
      <div className="flex flex-col gap-4 p-5">
        <Numbers emergency={card?.emergencyNumber ?? ''} poison={card?.poisonNumber ?? ''} />
        {product && (
          <>
            <h3 className="text-[1.2rem] font-bold">{product.name}</h3>
            <Words what={t('First aid')} words={product.firstAid} />
            <Words what={t('Spilt')} words={product.spill} />
          </>
        )}
        <dl className="border-t border-ink">
          {EMERGENCIES.map((what) => (
            <div key={what} className="ruled grid gap-x-4 border-faint py-2 sm:grid-cols-[7.5rem_1fr]">
              <dt className="font-bold">{t(EMERGENCY_NAMES[what])}</dt>
              <dd className="leading-snug">{GENERAL_FIRST_AID[what]}</dd>
            </div>
          ))}
        </dl>
        {card && (
          <Choice
            label={t('Which product')}
            bay
            value={product ? String(product.id) : ''}
            placeholder={t('Which product?')}
            options={listed.map((p) => ({
              value: String(p.id),
              name: p.name,
              ...(here(p) && { note: t('on this screen') }),
            }))}
            onChange={(value) => setChosen(Number(value))}
          />
        )}
        {product && (
          <>
            <Words what={t('Put on')} words={careInWords(product.care, t)} />
            <Words what={t('It')} words={product.hazards.map((h) => t(HAZARD_NAMES[h])).join(', ')} />
          </>
        )}
        <div className="no-print flex flex-wrap gap-3">
          {product?.sheetId && (
            <a
              href={`/api/products/${product.id}/sheets/${product.sheetId}`}
              target="_blank"
              rel="noreferrer"
              className="inline-flex min-h-16 items-center border border-ink bg-ink px-5 text-lg font-semibold text-ground no-underline"
            >
              {t('Safety data sheet')}
            </a>
          )}
          <Button bay onClick={() => window.print()}>
            {t('Print the card')}
          </Button>
        </div>
        <p className="text-muted">
          {t(
            '{0}The safety data sheet, local rules and whoever answers the call decide.',
            product && !product.sheetId && `${t('No data sheet is attached.')} `,
          )}
        </p>
      </div>
    </Dialog>
  );
}

/** Whom to call, as large as it gets: a tap calls where the device can. */
function Numbers({ emergency, poison }: { emergency: string; poison: string }) {
  const numbers = [
    [t('Emergency'), emergency],
    [t('Poison help'), poison],
  ].filter(([, number]) => number);
  if (numbers.length === 0) {
    return (
      <p>
        <strong>{t('Someone can’t breathe, or has it in the eyes: call the emergency number first.')}</strong>{' '}
        {t('A manager enters the numbers under Shop.')}
      </p>
    );
  }
  return (
    <div>
      <ul className="flex flex-wrap gap-3">
        {numbers.map(([what, number]) => (
          <li key={what} className="flex-1 basis-52">
            <a
              href={`tel:${number?.replace(/[^\d+]/g, '')}`}
              className="flex min-h-16 items-center justify-between gap-4 border-2 border-ink px-4 text-lg no-underline"
            >
              {what}
              <span className="reading text-2xl font-bold whitespace-nowrap">{number}</span>
            </a>
          </li>
        ))}
      </ul>
      <p className="mt-3 font-bold">
        {t('Can’t breathe, or in the eyes: call first. Take the label along.')}
      </p>
    </div>
  );
}

function Words({ what, words }: { what: string; words: string }) {
  if (!words) return null;
  return (
    <section className="border-l-4 border-ink pl-3">
      <h3 className="caps">{what}</h3>
      <p className="text-[1.1rem] leading-snug">{words}</p>
    </section>
  );
}
