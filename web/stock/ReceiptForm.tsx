import { receiptBody } from '#contract/stock.ts';
import { majorOf, parseMoney } from '#core/planning/cost.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import { parseVolume } from '#core/units/parseVolume.ts';
import { useSession } from '../lib/session.tsx';
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
      const size = parseVolume(typed.sizeUl, { system: shop.units, field: 'Size', askUnit: true });
      const price = typed.priceMinor.trim() ? parseMoney(typed.priceMinor, shop.currency, 'Price') : null;
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
        <TextField of={of} name="sizeUl" label="Size" hint="As it came, full" />
        <TextField of={of} name="priceMinor" label="Price" hint="Of this one; nothing where nobody knows" />
        <TextField of={of} name="lot" label="Lot" />
        <TextField of={of} name="bestBefore" label="Best before" type="date" />
        {container.supplier !== null && (
          <TextField
            of={of}
            name="supplier"
            label="Supplier"
            list="receipt-suppliers"
            hint="Of the whole delivery it came with"
          />
        )}
        <TextField
          of={of}
          name="reason"
          label="Why"
          hint={used ? 'Some of it has been used, so it takes a reason' : 'Where that helps'}
        />
      </div>
      <datalist id="receipt-suppliers">
        {suppliers.map((s) => (
          <option key={s.id} value={s.name} />
        ))}
      </datalist>
      <p className="text-muted">
        {used
          ? `What was poured before keeps what it cost then; the ${formatVolume(container.heldUl, shop.units)} left cost what this says. `
          : ''}
        Lot and best-before go with what was decanted from it.
      </p>
      <FormFoot save="Put it right" saving={of.saving} problem={of.problem} startAfresh={of.startAfresh} />
    </form>
  );
}
