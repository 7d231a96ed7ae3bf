import type { Supplier } from '#contract/stock.ts';
import { supplierPatch } from '#contract/stock.ts';
import { useSession } from '../../lib/session.tsx';
import { t } from '../../lib/speech.ts';
import { DAYS, number, orEmpty, readBy, typedOf } from '../../ui/codecs.ts';
import { TextField } from '../../ui/FormFields.tsx';
import { FormFoot } from '../../ui/FormFoot.tsx';
import { More } from '../../ui/More.tsx';
import { useRowForm } from '../../ui/useRowForm.ts';

const FIELDS = { leadDays: orEmpty(number(undefined, DAYS)) };
type Typed = { leadDays: string };

/** How long each supplier takes: what is to be ordered by when follows from it. */
export function Suppliers({ suppliers }: { suppliers: readonly Supplier[] }) {
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
                  </span>
                </>
              }
            >
              <LeadTime supplier={supplier} />
            </More>
          </li>
        ))}
      </ul>
    </section>
  );
}

function LeadTime({ supplier }: { supplier: Supplier }) {
  const { shop } = useSession();
  const of = useRowForm<Typed, Supplier>({
    row: supplier,
    path: '/suppliers',
    schema: supplierPatch,
    typed: (row) => typedOf(FIELDS, row, shop) as Typed,
    read: readBy(FIELDS, supplierPatch, shop),
    done: () => undefined,
  });
  return (
    <form onSubmit={of.submit} noValidate className="grid max-w-sm gap-3 pb-3 pl-5">
      <TextField of={of} name="leadDays" hint={t('From the order to the door, weekends counted.')} />
      <FormFoot {...of.foot} save={t('Save')} />
    </form>
  );
}
