import { useState } from 'react';
import { useFieldArray } from 'react-hook-form';
import { PRODUCT_STATES, type Product, productBody, productPatch } from '#contract/products.ts';
import type { Shop } from '#contract/shop.ts';
import { FAMILIES, FAMILY_NAMES, type Family } from '#core/products/family.ts';
import { familyStart } from '#core/products/starts.ts';
import { USE_KINDS, USE_NAMES } from '#core/products/uses.ts';
import { useSession } from '../../lib/session.tsx';
import { t } from '../../lib/speech.ts';
import { productsQuery } from '../../state/queries.ts';
import { useQuery } from '../../state/useQuery.ts';
import { Button, ButtonLink } from '../../ui/Button.tsx';
import { Fold } from '../../ui/Fold.tsx';
import { ChoiceField, NoteField, TextField } from '../../ui/FormFields.tsx';
import { FormFoot } from '../../ui/FormFoot.tsx';
import { Legend } from '../../ui/Legend.tsx';
import { Page } from '../../ui/Page.tsx';
import { Refusal } from '../../ui/Refusal.tsx';
import { useGo } from '../../ui/useGo.ts';
import { useRowForm } from '../../ui/useRowForm.ts';
import type { TextForm } from '../../ui/useTextForm.ts';
import { LabelReading } from './LabelReading.tsx';
import { type ProductTyped, readProduct, typedProduct, typedStart, usesFor } from './productTyped.ts';
import { STATE_NAMES } from './productWords.ts';
import { Facts, GoodOn, Safety, ToMix } from './RecordFields.tsx';
import { UseFields } from './UseFields.tsx';

type Of = { of: TextForm<ProductTyped> };

/** A product, new or changed, with its whole record. A new one starts as its family usually is. */
export function ProductForm({ product }: { product: Product | null }) {
  const { shop } = useSession();
  const go = useGo();
  const of = useRowForm<ProductTyped, Product>({
    row: product,
    path: '/products',
    schema: product ? productPatch : productBody,
    typed: (row) => typedProduct(row, shop),
    read: (typed) => {
      const { body, refusals } = readProduct(typed, shop, product);
      return { body: product ? { ...body, retired: product.retired } : body, refusals };
    },
    done: (row) => go(product ? `/stock/products/${row.id}` : `/stock/receive?product=${row.id}`),
  });
  return (
    <Page title={product ? t('Change {0}', product.name) : t('Add a product')}>
      <form onSubmit={of.submit} noValidate className="max-w-5xl">
        <Basics of={of} fresh={product === null} />
        <LabelStrengths of={of} />
        <UseFields of={of} />
        <Facts of={of} />
        <GoodOn of={of} />
        <ToMix of={of} />
        <Safety of={of} />
        <Replaces of={of} product={product} />
        <FormFoot save={product ? t('Save') : t('Add the product')} {...of.foot}>
          <ButtonLink to={product ? `/stock/products/${product.id}` : '/stock'}>
            {product ? t('Cancel') : t('Back to Stock')}
          </ButtonLink>
        </FormFoot>
      </form>
    </Page>
  );
}

const PAIRS = 'grid items-start gap-4 sm:grid-cols-2';

function Basics({ of, fresh }: Of & { fresh: boolean }) {
  const { shop } = useSession();
  return (
    <div className={PAIRS}>
      <TextField of={of} name="name" />
      <ChoiceField
        of={of}
        name="record.family"
        hint={fresh ? t('Fills in what such a product usually is. Its label and sheet decide.') : undefined}
        options={FAMILIES.map((value) => ({ value, name: t(FAMILY_NAMES[value]) }))}
        {...(fresh && { onChosen: (family: string) => startFrom(of, family as Family, shop) })}
      />
      <ChoiceField
        of={of}
        name="state"
        options={PRODUCT_STATES.map((value) => ({ value, ...STATE_NAMES()[value] }))}
      />
      <NoteField of={of} name="caution" hint={t('Shown before every pour.')} />
    </div>
  );
}

/** A new product takes what its family usually is, wherever nothing was entered by hand. */
function startFrom(of: TextForm<ProductTyped>, family: Family, shop: Shop): void {
  const { form } = of;
  const untouched = (name: Parameters<typeof form.getFieldState>[0]) => !form.getFieldState(name).isDirty;
  const start = typedStart(family, shop);
  for (const key of [
    'thickness',
    'protection',
    'useByDays',
    'delivery',
    'hazards',
    'care',
    'firstAid',
    'spill',
  ] as const) {
    if (untouched(`record.${key}`)) form.setValue(`record.${key}`, start[key]);
  }
  const { use, foams } = familyStart(family);
  if (untouched('suds')) form.setValue('suds', foams);
  for (const i of form.getValues('labelEntries').keys()) {
    if (untouched(`labelEntries.${i}.use`)) form.setValue(`labelEntries.${i}.use`, use);
  }
  form.setValue('uses', usesFor(form.getValues('labelEntries'), [], family, shop));
}

const BASIS_OPTIONS = () => [
  { value: 'bottle', name: t('in the bottle') },
  { value: 'bucket', name: t('in the bucket') },
  { value: 'panel', name: t('on the panel') },
];

function LabelStrengths({ of }: Of) {
  const { shop } = useSession();
  const { form } = of;
  const { fields, append, remove } = useFieldArray({ control: form.control, name: 'labelEntries' });
  const [stood] = useState(() => (fields.length > 1 ? fields.map((f) => f.id) : []));
  const follow = () => {
    const { labelEntries, uses, record } = form.getValues();
    form.setValue('uses', usesFor(labelEntries, uses, record.family, shop));
  };
  return (
    <fieldset className="mt-8 mb-6">
      <Legend>{t('Strengths on the label')}</Legend>
      {fields.map((field, i) => {
        const fieldsOfIt = (
          <div className="ruled grid items-start gap-3 border-faint py-3 sm:grid-cols-[1fr_11rem_1fr_9rem_auto]">
            <TextField of={of} name={`labelEntries.${i}.whatFor`} />
            <ChoiceField
              of={of}
              name={`labelEntries.${i}.use`}
              options={USE_KINDS.map((value) => ({ value, name: t(USE_NAMES[value]) }))}
              onChosen={follow}
            />
            <TextField
              of={of}
              name={`labelEntries.${i}.printed`}
              hint={
                <LabelReading
                  printed={form.watch(`labelEntries.${i}.printed`) ?? ''}
                  radio={form.register(`labelEntries.${i}.reading`)}
                />
              }
              placeholder={t('1:12, 1 in 12, 4%, 30 ml/l')}
            />
            <ChoiceField of={of} name={`labelEntries.${i}.basis`} options={BASIS_OPTIONS()} />
            <Button
              className="sm:mt-6"
              onClick={() => {
                remove(i);
                follow();
              }}
            >
              {t('Remove')}
            </Button>
          </div>
        );
        // Of several that stand there already each is a line, until it is opened.
        if (!stood.includes(field.id)) return <div key={field.id}>{fieldsOfIt}</div>;
        const [whatFor, printed] = form.watch([`labelEntries.${i}.whatFor`, `labelEntries.${i}.printed`]);
        return (
          <Fold key={field.id} of={of} name={whatFor} says={printed}>
            {fieldsOfIt}
          </Fold>
        );
      })}
      <Button
        className="mt-3"
        onClick={() => {
          const { use } = familyStart(form.getValues('record.family'));
          append({ whatFor: '', printed: '', reading: 'asWritten', basis: 'bottle', use });
          follow();
        }}
      >
        {t('Add a strength')}
      </Button>
      {of.faultAt('labelEntries') && <Refusal problem={of.faultAt('labelEntries')} />}
    </fieldset>
  );
}

const NONE = 'none';

function Replaces({ of, product }: Of & { product: Product | null }) {
  const { data: products = [] } = useQuery(productsQuery);
  const chosen = of.form.watch('record.replaces.productId');
  return (
    <Fold
      of={of}
      name={t('Instead of another product')}
      says={products.find((p) => String(p.id) === chosen)?.name ?? t('nothing')}
    >
      <div className={PAIRS}>
        <ChoiceField
          of={of}
          name="record.replaces.productId"
          placeholder={t('nothing')}
          options={[
            { value: NONE, name: t('nothing') },
            ...products
              .filter((p) => p.id !== product?.id)
              .map((p) => ({ value: String(p.id), name: p.name })),
          ]}
          onChosen={(id) => id === NONE && of.form.setValue('record.replaces.productId', '')}
        />
        {chosen !== '' && chosen !== NONE && (
          <TextField
            of={of}
            name="record.replaces.k"
            hint={t('1 part of this stands for so many parts of the other, such as 4.')}
          />
        )}
      </div>
    </Fold>
  );
}
