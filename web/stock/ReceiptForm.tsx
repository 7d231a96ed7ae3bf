import { receiptBody } from '#contract/stock.ts';
import { majorOf, parseMoney } from '#core/planning/cost.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import { parseVolume } from '#core/units/parseVolume.ts';
import { useSession } from '../lib/session.tsx';
import { t } from '../lib/speech.ts';
import { suppliersQuery } from '../state/queries.ts';
import { useQuery } from '../state/useQuery.ts';
import { TextField } from '../ui/FormFields.tsx';
import { FormFoot } from '../ui/FormFoot.tsx';
import { type FormProps, useAct } from './containerAct.ts';

/** What is on the supplier's paper, put right. */
export function ReceiptForm(props: FormProps) {
  const { container } = props;
  const { shop } = useSession();
  const { data: suppliers = [] } = useQuery(suppliersQuery);
  const used = container.heldUl !== container.sizeUl;
  const sizeText = formatVolume(container.sizeUl, shop.units);
  const of = useAct(props, 'receipts', {
    values: {
      sizeUl: sizeText,
      priceMinor: container.priceMinor === null ? '' : String(majorOf(container.priceMinor, shop.currency)),
      lot: container.lot,
      bestBefore: container.bestBefore ?? '',
      supplier: container.supplier ?? '',
      reason: '',
    },
    read: (typed) => {
      const size = parseVolume(typed.sizeUl, { system: shop.units, field: t('Size'), askUnit: true });
      const price = typed.priceMinor.trim() ? parseMoney(typed.priceMinor, shop.currency, t('Price')) : null;
      return {
        body: {
          // As it was printed it may be rounded: what nobody changed is as it is booked.
          sizeUl: typed.sizeUl === sizeText ? container.sizeUl : size.ok ? size.value : undefined,
          priceMinor: price?.ok ? price.value : null,
          lot: typed.lot,
          bestBefore: typed.bestBefore || null,
          supplier: container.supplier === null ? null : typed.supplier,
          reason: typed.reason,
        },
        refusals: { ...(!size.ok && { sizeUl: size }), ...(price && !price.ok && { priceMinor: price }) },
      };
    },
    schema: receiptBody,
  });
  return (
    <form onSubmit={of.submit} noValidate className="flex flex-col gap-4 p-5">
      <div className="grid items-start gap-4 sm:grid-cols-2">
        <TextField of={of} name="sizeUl" label={t('Size')} hint={t('As it came, full')} />
        <TextField
          of={of}
          name="priceMinor"
          label={t('Price')}
          hint={t('Of this one; nothing where nobody knows')}
        />
        <TextField of={of} name="lot" label={t('Lot')} />
        <TextField of={of} name="bestBefore" label={t('Best before')} type="date" />
        {container.supplier !== null && (
          <TextField
            of={of}
            name="supplier"
            label={t('Supplier')}
            list="receipt-suppliers"
            hint={t('Of the whole delivery it came with')}
          />
        )}
        <TextField
          of={of}
          name="reason"
          label={t('Why')}
          hint={used ? t('Some of it has been used, so it takes a reason') : t('Where that helps')}
        />
      </div>
      <datalist id="receipt-suppliers">
        {suppliers.map((s) => (
          <option key={s.id} value={s.name} />
        ))}
      </datalist>
      <p className="text-muted">
        {t(
          '{0}Lot and best-before go with what was decanted from it.',
          used
            ? `${t('What was poured before keeps what it cost then; the {0} left cost what this says.', formatVolume(container.heldUl, shop.units))} `
            : '',
        )}
      </p>
      <FormFoot
        save={t('Put it right')}
        saving={of.saving}
        problem={of.problem}
        startAfresh={of.startAfresh}
      />
    </form>
  );
}
