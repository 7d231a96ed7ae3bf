import { useQuery } from '@tanstack/react-query';
import { useFieldArray } from 'react-hook-form';
import { useNavigate, useParams } from 'react-router';
import { atLeast } from '#contract/people.ts';
import type { Shop } from '#contract/shop.ts';
import { PRODUCT_STATES, type Product, productBody, productPatch } from '#contract/ware.ts';
import { ALL_UNKNOWN, TRAIT_NAMES, TRAITS, type Traits } from '#core/safety/traits.ts';
import { formatPercent, formatStrength } from '#core/strength/formatStrength.ts';
import type { Fraction } from '#core/strength/strength.ts';
import { formatExactVolume } from '#core/units/formatVolume.ts';
import { parseNumber } from '#core/units/parseNumber.ts';
import { parseVolume } from '#core/units/parseVolume.ts';
import { patch } from '../app/api.ts';
import { useSession } from '../app/session.tsx';
import { askAgain, containersQuery, rowQuery } from '../state/queries.ts';
import { Button, ButtonLink } from '../ui/Button.tsx';
import { ChoiceField, NoteField, TextField, TickField } from '../ui/FormFields.tsx';
import { FormFoot } from '../ui/FormFoot.tsx';
import { Page } from '../ui/Page.tsx';
import { Refusal } from '../ui/Refusal.tsx';
import { useRowForm } from '../ui/useRowForm.ts';
import type { TextForm } from '../ui/useTextForm.ts';
import { ContainerList } from './ContainerList.tsx';
import { LabelReading } from './LabelReading.tsx';
import { type LabelTyped, readLabel, typedLabel } from './labelTyped.ts';

/** A product: what it is, what its label says, and what of it is on the shelf. */
export default function ProductPage() {
  const { id } = useParams();
  const { who } = useSession();
  const { data: product, error } = useQuery({
    ...rowQuery<Product>('products', Number(id)),
    enabled: id !== 'new',
  });
  const { data: containers = [] } = useQuery(containersQuery);
  if (error) return <Refusal problem={error} />;
  if (id === 'new') return <ProductForm product={null} />;
  if (!product) return null;
  const mine = containers.filter((c) => c.productId === product.id);
  return (
    <>
      {atLeast(who.role, 'manager') ? (
        <ProductForm key={product.id} product={product} />
      ) : (
        <ProductFacts product={product} />
      )}
      <div className="mx-auto max-w-[1480px] px-4 pb-13 lg:px-8">
        <h2 className="mb-2">On the shelf</h2>
        <ContainerList containers={mine} />
        {atLeast(who.role, 'lead') && !product.retired && (
          <ButtonLink className="mt-3" to={`/stock/receive?product=${product.id}`}>
            Receive a container
          </ButtonLink>
        )}
      </div>
    </>
  );
}

const STATE_NAMES: Record<Product['state'], { name: string; note: string }> = {
  concentrate: { name: 'Concentrate', note: 'mixed with water before use' },
  hyper: { name: 'Hyper-concentrate', note: 'let down to a stock solution first' },
  readyToUse: { name: 'Ready to use', note: 'never diluted' },
};

function ProductFacts({ product }: { product: Product }) {
  const state = STATE_NAMES[product.state];
  return (
    <Page title={product.name}>
      <p>
        {state.name}, {state.note}. {product.caution}
      </p>
      <p className="mt-3">{traitsInWords(product.traits)}</p>
      <ul className="mt-3 max-w-xl border-t border-hairline">
        {product.labelEntries.map((entry) => (
          <li key={entry.id} className="ruled flex justify-between gap-3 border-faint py-2">
            {entry.whatFor}
            <span className="reading">
              {formatStrength(entry.strength)}, {formatPercent(entry.fraction as Fraction)}
            </span>
          </li>
        ))}
      </ul>
    </Page>
  );
}

function traitsInWords(traits: Traits): string {
  const named = (state: 'yes' | 'unknown') =>
    TRAITS.filter((t) => traits[t] === state).map((t) => TRAIT_NAMES[t].toLowerCase());
  const [has, open] = [named('yes'), named('unknown')];
  return [
    has.length > 0 && `Has: ${has.join('; ')}.`,
    open.length > 0 && `Not known, so treated as there: ${open.join('; ')}.`,
  ]
    .filter(Boolean)
    .join(' ');
}

type Typed = {
  name: string;
  state: Product['state'];
  caution: string;
  gPerMl: string;
  capUl: string;
  shakeFirst: boolean;
  suds: boolean;
  traits: Traits;
  labelEntries: LabelTyped[];
};

const typedProduct = (product: Product | null, shop: Shop): Typed => ({
  name: product?.name ?? '',
  state: product?.state ?? 'concentrate',
  caution: product?.caution ?? '',
  gPerMl: product?.gPerMl ? String(product.gPerMl) : '',
  capUl: product?.capUl ? formatExactVolume(product.capUl) : '',
  shakeFirst: product?.shakeFirst ?? false,
  suds: product?.suds ?? false,
  traits: product?.traits ?? ALL_UNKNOWN,
  labelEntries: product?.labelEntries.map((entry) =>
    typedLabel(entry, { ...shop, gPerMl: product.gPerMl ?? undefined }),
  ) ?? [{ whatFor: 'Everyday', printed: '', reading: 'asWritten', basis: 'bottle' }],
});

const LABELS: Partial<Record<keyof Typed, string>> = {
  name: 'Product name',
  state: 'How it comes',
  caution: 'Caution',
  gPerMl: 'Density',
  capUl: 'Cap',
  shakeFirst: 'Shake first',
  suds: 'Suds',
  traits: 'Traits',
  labelEntries: 'Label strengths',
};

/** Density and cap: empty is unknown, which is not the same as nothing. */
function readFacts(typed: Typed, units: Shop['units']) {
  const density = typed.gPerMl.trim() === '' ? null : parseNumber(typed.gPerMl, 'Density');
  const cap = typed.capUl.trim() === '' ? null : parseVolume(typed.capUl, { system: units, field: 'Cap' });
  return {
    facts: {
      gPerMl: density?.ok ? density.value : null,
      capUl: cap?.ok ? cap.value : null,
    },
    refusals: {
      ...(density && !density.ok && { gPerMl: density }),
      ...(cap && !cap.ok && { capUl: cap }),
    },
  };
}

function ProductForm({ product }: { product: Product | null }) {
  const { shop } = useSession();
  const navigate = useNavigate();
  const retired = product?.retired ?? false;
  const of = useRowForm<Typed, Product>({
    row: product,
    path: '/products',
    topic: 'products',
    schema: product ? productPatch : productBody,
    typed: (row) => typedProduct(row, shop),
    read: (typed) => {
      const { facts, refusals } = readFacts(typed, shop.units);
      const read = readLabel(typed.labelEntries, { ...shop, gPerMl: facts.gPerMl ?? undefined });
      const { name, state, caution, shakeFirst, suds, traits } = typed;
      const body = { name, state, caution, shakeFirst, suds, traits, ...facts, labelEntries: read.entries };
      return { body: product ? { ...body, retired } : body, refusals: { ...refusals, ...read.refusals } };
    },
    labels: LABELS,
    done: (row) => navigate(product ? '/stock' : `/stock/receive?product=${row.id}`),
  });
  return (
    <Page title={product ? product.name : 'Add a product'} actions={product && <Retire product={product} />}>
      {retired && <p className="mb-3 font-bold">Retired: nobody can pour it. Its history stays.</p>}
      <form onSubmit={of.submit} noValidate className="max-w-4xl">
        <div className="grid items-start gap-4 sm:grid-cols-2">
          <TextField of={of} name="name" label="Product name" />
          <ChoiceField
            of={of}
            name="state"
            label="How it comes"
            options={PRODUCT_STATES.map((value) => ({ value, ...STATE_NAMES[value] }))}
          />
          <div className="sm:col-span-2">
            <NoteField
              of={of}
              name="caution"
              label="Caution"
              hint="Shown before every pour. The safety data sheet decides."
            />
          </div>
        </div>
        <div className="mt-4 grid items-start gap-4 sm:grid-cols-2">
          <TextField
            of={of}
            name="gPerMl"
            label="Density"
            hint="Grams to the millilitre, for a scale and for g/L. Empty: not known."
          />
          <TextField
            of={of}
            name="capUl"
            label="Cap"
            hint="What one cap of it holds, such as 7.5 ml. Empty: not known."
          />
          <TickField of={of} name="shakeFirst" label="Shake the container first" />
          <TickField of={of} name="suds" label="Washed with suds: jet the last of the water" />
        </div>
        <TraitFields of={of} />
        <LabelStrengths of={of} />
        <FormFoot save={product ? 'Save' : 'Add the product'} {...of.foot}>
          <ButtonLink to="/stock">Back to Stock</ButtonLink>
        </FormFoot>
      </form>
    </Page>
  );
}

const TRAIT_OPTIONS = [
  { value: 'unknown', name: 'not known' },
  { value: 'no', name: 'no' },
  { value: 'yes', name: 'yes' },
];

/** What it is made of, from its safety data sheet; what nobody has entered counts as there. */
function TraitFields({ of }: { of: TextForm<Typed> }) {
  return (
    <fieldset className="mt-5">
      <legend className="font-reading mb-1 text-[1.2rem] font-semibold">
        What it is, by its safety data sheet
      </legend>
      <p className="mb-3 text-muted">
        Acid, chlorine and sulfide decide what it may follow in a vessel; what is not known counts as there,
        so look it up. The rest is kept on record.
      </p>
      <div className="grid items-start gap-4 sm:grid-cols-2 lg:grid-cols-3">
        {TRAITS.map((trait) => (
          <ChoiceField
            key={trait}
            of={of}
            name={`traits.${trait}`}
            label={TRAIT_NAMES[trait]}
            options={TRAIT_OPTIONS}
          />
        ))}
      </div>
    </fieldset>
  );
}

const BASIS_OPTIONS = [
  { value: 'bottle', name: 'in the bottle' },
  { value: 'bucket', name: 'in the bucket' },
  { value: 'panel', name: 'on the panel' },
];

function LabelStrengths({ of }: { of: TextForm<Typed> }) {
  const { fields, append, remove } = useFieldArray({ control: of.form.control, name: 'labelEntries' });
  return (
    <fieldset className="mt-5">
      <legend className="font-reading mb-2 text-[1.2rem] font-semibold">Strengths on the label</legend>
      {fields.map((field, i) => (
        <div
          key={field.id}
          className="ruled grid items-start gap-3 border-faint py-3 sm:grid-cols-[1fr_1fr_9rem_auto]"
        >
          <TextField of={of} name={`labelEntries.${i}.whatFor`} label="What for" />
          <TextField
            of={of}
            name={`labelEntries.${i}.printed`}
            label="Label strength"
            hint={<LabelReading of={of} at={i} />}
            placeholder="1:12, 1 in 12, 4%, 30 ml/l"
          />
          <ChoiceField of={of} name={`labelEntries.${i}.basis`} label="Holds" options={BASIS_OPTIONS} />
          <Button className="sm:mt-6" onClick={() => remove(i)}>
            Remove
          </Button>
        </div>
      ))}
      <Button
        className="mt-3"
        onClick={() => append({ whatFor: '', printed: '', reading: 'asWritten', basis: 'bottle' })}
      >
        Add a strength
      </Button>
      {of.faultAt('labelEntries') && <Refusal problem={of.faultAt('labelEntries')} />}
    </fieldset>
  );
}

/** Out of use, or back: the history stays either way. */
function Retire({ product }: { product: Product }) {
  const { id, revision, retired, ...facts } = product;
  const labelEntries = product.labelEntries.map(({ id: _, fraction: __, ...entry }) => entry);
  return (
    <Button
      onClick={async () => {
        await patch(`/products/${id}`, { ...facts, labelEntries, retired: !retired }, revision);
        askAgain('products');
      }}
    >
      {retired ? 'Bring it back' : 'Retire it'}
    </Button>
  );
}
