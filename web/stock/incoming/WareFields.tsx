import type { FieldPath, FieldValues } from 'react-hook-form';
import type { Product } from '#contract/products.ts';
import { CONTAINER_KINDS } from '#core/mixing/outlines.ts';
import { useSession } from '../../lib/session.tsx';
import { t } from '../../lib/speech.ts';
import { ChoiceField, TextField } from '../../ui/FormFields.tsx';
import type { TextForm } from '../../ui/useTextForm.ts';

/** What stands on a line of a supplier's paper: how many of which product, in which container, for how much. */
export function WareFields<V extends FieldValues>(props: {
  of: TextForm<V>;
  /** Which line it is, from 0. */
  line: number;
  products: readonly Product[];
}) {
  const { of, line, products } = props;
  const { shop } = useSession();
  const at = (name: string) => `lines.${line}.${name}` as FieldPath<V>;
  return (
    <>
      <TextField of={of} name={at('count')} inputMode="numeric" />
      <div className="sm:col-span-2 xl:col-span-1">
        <ChoiceField
          of={of}
          name={at('productId')}
          placeholder={t('Choose')}
          options={products.map((p) => ({ value: String(p.id), name: p.name }))}
        />
      </div>
      <ChoiceField
        of={of}
        name={at('kind')}
        options={CONTAINER_KINDS.map((value) => ({ value, name: t(value) }))}
      />
      <TextField of={of} name={at('sizeUl')} placeholder={t('such as 5 l')} />
      <TextField of={of} name={at('priceMinor')} label={t('Price each')} placeholder={shop.currency} />
    </>
  );
}

/** Takes a line off, where others stay. */
export function LeaveOut({ line, leave }: { line: number; leave: () => void }) {
  return (
    <button type="button" className="min-h-12 self-end px-2 underline underline-offset-4" onClick={leave}>
      {t('Leave out')}
      <span className="sr-only"> {t('line {0}', line + 1)}</span>
    </button>
  );
}
