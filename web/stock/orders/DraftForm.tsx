import { type ReactNode, useState } from 'react';
import { useFieldArray } from 'react-hook-form';
import { type Order, orderPatch } from '#contract/orders.ts';
import { MOST_LINES } from '#contract/stock.ts';
import { CONTAINER_KINDS, type ContainerKind } from '#core/mixing/outlines.ts';
import { useSession } from '../../lib/session.tsx';
import { t } from '../../lib/speech.ts';
import { productsQuery } from '../../state/queries.ts';
import { useAsked } from '../../state/useAsked.ts';
import { Button } from '../../ui/Button.tsx';
import {
  choice,
  listOf,
  money,
  number,
  orEmpty,
  parts,
  readBy,
  rowChoice,
  type TypedBy,
  text,
  typedOf,
  volume,
} from '../../ui/codecs.ts';
import { ChoiceField, TextField } from '../../ui/FormFields.tsx';
import { FormFoot } from '../../ui/FormFoot.tsx';
import { useRowForm } from '../../ui/useRowForm.ts';
import { OrderActs } from './OrderActs.tsx';

const LINE = parts({
  productId: rowChoice(),
  kind: choice<ContainerKind>('jug'),
  count: number('upTo50', undefined, '1'),
  sizeUl: volume('5 l'),
  priceMinor: orEmpty(money),
  why: text(),
});
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
  const unsaved = of.form.formState.isDirty || seen !== order.revision;
  return (
    <>
      <form onSubmit={of.submit} noValidate>
        <ol aria-label={t('Lines')} className="border-t-2 border-ink">
          {fields.map((field, i) => (
            <li key={field.id} className="border-b border-hairline py-3">
              <div className="grid grid-cols-2 items-start gap-4 sm:grid-cols-4 xl:grid-cols-[5rem_minmax(0,2fr)_repeat(3,minmax(0,1fr))_minmax(0,3fr)_auto]">
                <TextField of={of} name={`lines.${i}.count`} inputMode="numeric" />
                <div className="sm:col-span-2 xl:col-span-1">
                  <ChoiceField
                    of={of}
                    name={`lines.${i}.productId`}
                    placeholder={t('Choose')}
                    options={products.map((p) => ({ value: String(p.id), name: p.name }))}
                  />
                </div>
                <ChoiceField
                  of={of}
                  name={`lines.${i}.kind`}
                  options={CONTAINER_KINDS.map((value) => ({ value, name: t(value) }))}
                />
                <TextField of={of} name={`lines.${i}.sizeUl`} placeholder={t('such as 5 l')} />
                <TextField
                  of={of}
                  name={`lines.${i}.priceMinor`}
                  label={t('Price each')}
                  placeholder={shop.currency}
                />
                <TextField of={of} name={`lines.${i}.why`} />
                {fields.length > 1 && (
                  <button
                    type="button"
                    className="min-h-12 self-end px-2 underline underline-offset-4"
                    onClick={() => remove(i)}
                  >
                    {t('Leave out')}
                    <span className="sr-only"> {t('line {0}', i + 1)}</span>
                  </button>
                )}
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
