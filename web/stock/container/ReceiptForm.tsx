import { receiptBody } from '#contract/stock.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import { useSession } from '../../lib/session.tsx';
import { t } from '../../lib/speech.ts';
import { suppliersQuery } from '../../state/queries.ts';
import { useQuery } from '../../state/useQuery.ts';
import { amount, dayOrEmpty, money, orEmpty, text } from '../../ui/codecs.ts';
import { TextField } from '../../ui/FormFields.tsx';
import { FormFoot } from '../../ui/FormFoot.tsx';
import { type FormProps, useAct } from './containerAct.ts';

const RECEIPT = {
  sizeUl: amount(),
  priceMinor: orEmpty(money),
  lot: text(),
  bestBefore: dayOrEmpty,
  supplier: text(),
  reason: text(),
};

/** What is on the supplier's paper, put right. */
export function ReceiptForm(props: FormProps) {
  const { container } = props;
  const { shop } = useSession();
  const { data: suppliers = [] } = useQuery(suppliersQuery);
  const used = container.heldUl !== container.sizeUl;
  const of = useAct(props, 'receipts', RECEIPT, receiptBody, {
    row: { ...container, supplier: container.supplier ?? '', reason: '' },
    read: (_, { body, refusals }) =>
      container.supplier === null
        ? { body: { ...(body as object), supplier: null }, refusals }
        : { body, refusals },
  });
  return (
    <form onSubmit={of.submit} noValidate className="flex flex-col gap-4 p-5">
      <div className="grid items-start gap-4 sm:grid-cols-2">
        <TextField of={of} name="sizeUl" hint={t('As it came, full')} />
        <TextField of={of} name="priceMinor" hint={t('Of this one; nothing where nobody knows')} />
        <TextField of={of} name="lot" />
        <TextField of={of} name="bestBefore" type="date" />
        {container.supplier !== null && (
          <TextField
            of={of}
            name="supplier"
            list="receipt-suppliers"
            hint={t('Of the whole delivery it came with')}
          />
        )}
        <TextField
          of={of}
          name="reason"
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
      <FormFoot save={t('Put it right')} {...of.foot} />
    </form>
  );
}
