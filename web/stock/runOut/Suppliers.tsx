import type { Supplier } from '#contract/stock.ts';
import { supplierPatch } from '#contract/stock.ts';
import { formatMoney } from '#core/planning/cost.ts';
import { useSession } from '../../lib/session.tsx';
import { t } from '../../lib/speech.ts';
import { DAYS, money, number, orEmpty, readBy, type TypedBy, typedOf } from '../../ui/codecs.ts';
import { TextField } from '../../ui/FormFields.tsx';
import { FormFoot } from '../../ui/FormFoot.tsx';
import { More } from '../../ui/More.tsx';
import { useRowForm } from '../../ui/useRowForm.ts';

const FIELDS = {
  leadDays: orEmpty(number(undefined, DAYS)),
  minimumMinor: orEmpty(money),
  deliveryMinor: orEmpty(money),
};
type Typed = TypedBy<typeof FIELDS>;

/** What each supplier takes, in days and money: what is to be ordered by when, and how much, follows from it. */
export function Suppliers({ suppliers }: { suppliers: readonly Supplier[] }) {
  const { shop } = useSession();
  if (suppliers.length === 0) return null;
  return (
    <section aria-label={t('Suppliers')} className="no-print mt-8 max-w-2xl">
      <h2 className="border-b-2 border-ink pb-1">{t('Suppliers')}</h2>
      <ul>
        {suppliers.map((supplier) => (
          <li key={supplier.id} className="ruled border-faint py-1">
            <More
              plain
              title={
                <>
                  <strong>{supplier.name}</strong>{' '}
                  <span className="text-muted">
                    {supplier.leadDays === null
                      ? t('lead time not known')
                      : t('takes {0} days', supplier.leadDays)}
                    {supplier.minimumMinor !== null &&
                      `, ${t('from {0} on', formatMoney(supplier.minimumMinor, shop.currency))}`}
                    {supplier.deliveryMinor !== null &&
                      `, ${t('delivery {0}', formatMoney(supplier.deliveryMinor, shop.currency))}`}
                  </span>
                </>
              }
            >
              <Terms supplier={supplier} />
            </More>
          </li>
        ))}
      </ul>
    </section>
  );
}

function Terms({ supplier }: { supplier: Supplier }) {
  const { shop } = useSession();
  const of = useRowForm<Typed, Supplier>({
    row: supplier,
    path: '/suppliers',
    schema: supplierPatch,
    typed: (row) => typedOf(FIELDS, row, shop),
    read: readBy(FIELDS, supplierPatch, shop),
    done: () => undefined,
  });
  return (
    <form onSubmit={of.submit} noValidate className="grid max-w-sm gap-3 pb-3 pl-5">
      <TextField of={of} name="leadDays" hint={t('From the order to the door, weekends counted.')} />
      <TextField of={of} name="minimumMinor" placeholder={shop.currency} />
      <TextField of={of} name="deliveryMinor" placeholder={shop.currency} />
      <FormFoot {...of.foot} save={t('Save')} />
    </form>
  );
}
