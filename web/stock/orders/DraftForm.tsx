import { type ReactNode, useState } from 'react';
import { useFieldArray } from 'react-hook-form';
import { type Order, orderPatch } from '#contract/orders.ts';
import { MOST_LINES } from '#contract/stock.ts';
import { useSession } from '../../lib/session.tsx';
import { t } from '../../lib/speech.ts';
import { productsQuery } from '../../state/queries.ts';
import { useAsked } from '../../state/useAsked.ts';
import { Button } from '../../ui/Button.tsx';
import { listOf, parts, readBy, type TypedBy, text, typedOf } from '../../ui/codecs.ts';
import { TextField } from '../../ui/FormFields.tsx';
import { FormFoot } from '../../ui/FormFoot.tsx';
import { useRowForm } from '../../ui/useRowForm.ts';
import { WARE } from '../incoming/deliveryTyped.ts';
import { LeaveOut, WareFields } from '../incoming/WareFields.tsx';
import { OrderActs } from './OrderActs.tsx';

const LINE = parts({ ...WARE, why: text() });
const DRAFT = { note: text(), lines: listOf(LINE) };
type DraftTyped = TypedBy<typeof DRAFT>;

/** A draft as it is changed: which products, how many, in which size, and what each is for. */
export function DraftForm({ order, children }: { order: Order; children: ReactNode }) {
  const { shop } = useSession();
  const [products] = useAsked(productsQuery);
  const [seen, setSeen] = useState(order.revision);
  const of = useRowForm<DraftTyped, Order>({
    row: order,
    path: '/orders',
    schema: orderPatch,
    typed: (row) => typedOf(DRAFT, row, shop),
    read: readBy(DRAFT, orderPatch, shop),
    done: (row) => {
      of.form.reset(typedOf(DRAFT, row, shop));
      setSeen(row.revision);
    },
  });
  const { fields, append, remove } = useFieldArray({ control: of.form.control, name: 'lines' });
  // What somebody else changed meanwhile is not sent unseen: saving shows both.
  const asItIs = JSON.stringify(of.form.watch()) === JSON.stringify(typedOf(DRAFT, order, shop));
  const unsaved = !asItIs && (of.form.formState.isDirty || seen !== order.revision);
  return (
    <>
      <form onSubmit={of.submit} noValidate>
        <ol aria-label={t('Lines')} className="border-t-2 border-ink">
          {fields.map((field, i) => (
            <li key={field.id} className="border-b border-hairline py-3">
              <div className="grid grid-cols-2 items-start gap-4 sm:grid-cols-4 xl:grid-cols-[5rem_minmax(0,2fr)_repeat(3,minmax(0,1fr))_minmax(0,3fr)_auto]">
                <WareFields of={of} line={i} products={products} />
                <TextField of={of} name={`lines.${i}.why`} />
                {fields.length > 1 && <LeaveOut line={i} leave={() => remove(i)} />}
              </div>
            </li>
          ))}
        </ol>
        {children}
        <div className="mt-4 max-w-2xl">
          <TextField of={of} name="note" hint={t('For the supplier: it stands on the order.')} />
        </div>
        <FormFoot save={t('Save the draft')} {...of.foot}>
          {fields.length < MOST_LINES && (
            <Button onClick={() => append(LINE.empty, { focusName: `lines.${fields.length}.count` })}>
              {t('Another line')}
            </Button>
          )}
        </FormFoot>
      </form>
      <OrderActs order={order} unsaved={unsaved} />
    </>
  );
}
