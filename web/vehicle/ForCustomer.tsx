import { useState } from 'react';
import type { Visit } from '#contract/jobs.ts';
import type { PrepareSheet } from '#contract/prepareSheet.ts';
import { aftercareOf } from '#core/planning/aftercare.ts';
import { formatMoney } from '#core/planning/cost.ts';
import { METHOD_NAMES } from '#core/planning/methods.ts';
import { STEP_NAMES } from '#core/planning/steps.ts';
import { FAMILY_NAMES } from '#core/products/family.ts';
import { saveFile } from '../lib/api.ts';
import { useSession } from '../lib/session.tsx';
import { t } from '../lib/speech.ts';
import { KINDS } from '../photos/photoWords.ts';
import { useCommand } from '../state/useCommand.ts';
import { Button } from '../ui/Button.tsx';
import { Dialog } from '../ui/Dialog.tsx';
import { dayInWords } from '../ui/dates.ts';
import { Refusal } from '../ui/Refusal.tsx';
import { Tick } from '../ui/Tick.tsx';

/** A page for whoever the vehicle belongs to: what was done, with what kind of product, and what to mind; no prices unless wanted. */
export function ForCustomer({ visit, name }: { visit: Visit; name: string }) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <button type="button" className="min-h-12 underline underline-offset-4" onClick={() => setOpen(true)}>
        {t('Page for the customer')}
      </button>
      {open && (
        <Dialog title={t('Page for the customer')} close={() => setOpen(false)}>
          <Sheet visit={visit} name={name} />
        </Dialog>
      )}
    </>
  );
}

function Sheet({ visit, name }: { visit: Visit; name: string }) {
  const { shop } = useSession();
  const [prices, setPrices] = useState(false);
  const [pictures, setPictures] = useState(false);
  const sheet = (): PrepareSheet => ({
    ...sheetOf({ visit, name, shop: shop.name, price: prices ? priceOf(visit, shop.currency) : null }),
    ...(pictures && {
      photos: visit.photos.map(({ id, about, kind }) => ({ id, says: about || KINDS()[kind] })),
    }),
  });
  const saving = useCommand(() => saveFile('/vehicles/aftercare.pdf', sheet()));
  const { sections } = sheet();
  return (
    <div className="flex flex-col gap-4 p-5">
      {sections.map((section) => (
        <section key={section.name}>
          <h3>{section.name}</h3>
          <ul className="list-disc pl-5">
            {section.rows.map((row) => (
              <li key={row.main} className="leading-snug">
                {row.main}
                {row.note && <span className="text-muted"> {row.note}</span>}
                {row.amount && <strong> {row.amount}</strong>}
              </li>
            ))}
          </ul>
        </section>
      ))}
      {visit.priceMinor !== null && (
        <Tick checked={prices} set={setPrices}>
          {t('With the price')}
        </Tick>
      )}
      {visit.photos.length > 0 && (
        <Tick checked={pictures} set={setPictures}>
          {t('With the photos')}
        </Tick>
      )}
      <Button look="main" disabled={saving.waiting} onClick={() => saving.run()}>
        {t('As PDF')}
      </Button>
      {saving.refusal && <Refusal problem={saving.refusal} />}
    </div>
  );
}

const priceOf = ({ priceMinor }: Visit, currency: string): string | null =>
  priceMinor === null ? null : formatMoney(priceMinor, currency);

function sheetOf(of: { visit: Visit; name: string; shop: string; price: string | null }): PrepareSheet {
  const { visit, name, shop, price } = of;
  const laid = visit.run?.laid ?? [];
  const once = [...new Map(laid.map((l) => [`${l.kind} ${l.family}`, l])).values()];
  return {
    title: name,
    under: `${shop}, ${dayInWords(visit.day)}`,
    sections: [
      {
        name: t('What was done'),
        rows: [
          ...(visit.run ? [{ main: t(METHOD_NAMES[visit.run.method]), note: '', amount: price ?? '' }] : []),
          ...once.map((l) => ({
            main: t(STEP_NAMES[l.kind]),
            note: t('with {0}', t(FAMILY_NAMES[l.family]).toLowerCase()),
            amount: '',
          })),
          ...(!visit.run && price ? [{ main: t('Wash'), note: '', amount: price }] : []),
        ],
      },
      {
        name: t('What to mind'),
        rows: aftercareOf(laid.map((l) => l.kind)).map((says) => ({
          main: t(...says),
          note: '',
          amount: '',
        })),
      },
    ],
    foot: t('Thank you for coming to {0}.', shop),
    path: '',
  };
}
