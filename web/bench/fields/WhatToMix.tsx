import { ChevronDown } from 'lucide-react';
import { useState } from 'react';
import type { Product } from '#contract/products.ts';
import { USE_KINDS, USE_NAMES } from '#core/products/uses.ts';
import { useSession } from '../../lib/session.tsx';
import { t } from '../../lib/speech.ts';
import { TextInput } from '../../ui/Field.tsx';
import { ListField } from '../../ui/Labelled.tsx';
import { Refusal } from '../../ui/Refusal.tsx';
import { type BenchDraft, type Favourite, useBench } from '../mix/benchDraft.ts';
import type { BenchMix } from '../mix/benchMix.ts';
import type { Equipment } from '../mix/equipment.ts';
import { firstOf } from '../mix/firstOf.ts';
import { offeredVessel } from '../mix/offered.ts';
import { useJustPoured } from '../pour/PourPlace.tsx';

type Props = {
  draft: BenchDraft;
  bench: BenchMix;
  equipment: Equipment;
  set: (change: Partial<BenchDraft>) => void;
};

/** From here on the recipe says what vessel, or the product: none was chosen in its place yet. */
const ANEW = {
  recipeLeft: false,
  vesselId: null,
  containerId: null,
  restId: null,
  measure: null,
} satisfies Partial<BenchDraft>;

/** What is mixed: a recipe of the book with one tap, the last ones first, or a product. */
export function WhatToMix({ draft, bench, equipment, set }: Props) {
  const { recipe, product, refusals } = bench;
  const [changing, setChanging] = useState(false);
  const { poured } = useJustPoured();
  const nothingYet = !recipe && !product;
  const byRecipe = (id: number) => {
    setChanging(false);
    // What was asked of the last pour is answered: the next one is a fill again.
    set({ ...ANEW, ...(poured && { mode: 'fill' }), recipeId: id, soil: null, productId: null });
  };
  const byProduct = (id: string) => {
    setChanging(false);
    const picked = equipment.products.find((p) => p.id === Number(id));
    const chosen = recipe ? undefined : equipment.vessels.find((v) => v.id === draft.vesselId);
    set({
      ...(recipe && ANEW),
      recipeId: null,
      productId: picked?.id ?? null,
      containerId: null,
      restId: null,
      ...firstOf(picked, picked ? (chosen ?? offeredVessel(picked, equipment)) : null),
    });
  };
  const open = nothingYet || changing;
  return (
    <>
      {equipment.recipes.length > 0 && !nothingYet && (
        <button
          type="button"
          aria-expanded={open}
          className="flex min-h-16 w-full items-center justify-between gap-3 rounded-[2px] border border-ink bg-raised px-3 text-left text-lg"
          onClick={() => setChanging(!changing)}
        >
          <span className="min-w-0 leading-tight">
            <span className="caps block text-[0.8rem] text-muted">{t('Recipe')}</span>
            <span className="block truncate">
              {recipe ? recipe.version.name : t('By product, no recipe')}
            </span>
          </span>
          <ChevronDown aria-hidden size={20} className="shrink-0" />
        </button>
      )}
      {refusals.recipe && !recipe?.cell && <Refusal problem={refusals.recipe} />}
      {open && (
        <Kept
          choose={(asked) => {
            setChanging(false);
            set(asked);
          }}
        />
      )}
      {open && <Last equipment={equipment} choose={byRecipe} />}
      {(open || !recipe) && (
        <ListField
          label={t('Product')}
          bay
          value={!recipe && product ? String(product.id) : ''}
          placeholder={t('Choose a product')}
          options={equipment.products.map((p) => ({
            value: String(p.id),
            name: p.name,
            note: STATES()[p.state],
          }))}
          onChange={byProduct}
        />
      )}
      {open && <Book equipment={equipment} choose={byRecipe} />}
    </>
  );
}

const STATES: () => Record<Product['state'], string> = () => ({
  concentrate: t('concentrate'),
  hyper: t('hyper-concentrate: let down before use'),
  readyToUse: t('ready to use: never diluted'),
});

type Choosing = { equipment: Equipment; choose: (id: number) => void };

const publishedOf = ({ recipes }: Equipment) =>
  recipes.flatMap(({ id, published }) => (published ? [{ id, version: published }] : []));
type Published = ReturnType<typeof publishedOf>[number];

/** What whoever is here poured by last, on this device. */
function Last({ equipment, choose }: Choosing) {
  const { who } = useSession();
  const lately = useBench((state) => state.lately?.[who.personId]) ?? NONE;
  const book = publishedOf(equipment);
  const last = lately.flatMap((id) => book.find((r) => r.id === id) ?? []);
  if (last.length === 0) return null;
  return <Recipes name={t('Mixed last')} recipes={last} equipment={equipment} choose={choose} />;
}
const NONE: number[] = [];

/** Whole mixes whoever is here keeps on this device: what, how strong and in which vessel, with one tap. */
function Kept({ choose }: { choose: (asked: BenchDraft) => void }) {
  const { who } = useSession();
  const kept = useBench((state) => state.favourites[who.personId]) ?? NONE_KEPT;
  if (kept.length === 0) return null;
  return (
    <Rows name={t('Mixes you keep')}>
      {kept.map(({ name, asked }) => (
        <Row key={name} name={name} choose={() => choose(asked)} />
      ))}
    </Rows>
  );
}
const NONE_KEPT: Favourite[] = [];

const MANY = 6;

/** Everything in the book by job, found by a word of it. */
function Book({ equipment, choose }: Choosing) {
  const [words, setWords] = useState('');
  const all = publishedOf(equipment);
  if (all.length === 0) return null;
  const nameOf = (id: number) => equipment.products.find((p) => p.id === id)?.name ?? '';
  const sought = words.trim().toLowerCase();
  const found = all.filter(({ version }) =>
    [version.name, t(USE_NAMES[version.use]), nameOf(version.productId)].some((said) =>
      said.toLowerCase().includes(sought),
    ),
  );
  return (
    <>
      {all.length > MANY && (
        <TextInput
          aria-label={t('Search the recipes')}
          placeholder={t('Search the recipes')}
          type="search"
          className="min-h-16 text-lg placeholder:text-lg"
          value={words}
          onChange={(event) => setWords(event.target.value)}
        />
      )}
      {USE_KINDS.map((use) => {
        const of = found.filter(({ version }) => version.use === use);
        return (
          of.length > 0 && (
            <Recipes key={use} name={t(USE_NAMES[use])} recipes={of} equipment={equipment} choose={choose} />
          )
        );
      })}
      {found.length === 0 && <p className="text-muted">{t('No recipe has that in it.')}</p>}
    </>
  );
}

function Recipes({
  name,
  recipes,
  equipment,
  choose,
}: Choosing & { name: string; recipes: readonly Published[] }) {
  return (
    <Rows name={name}>
      {recipes.map(({ id, version }) => (
        <Row
          key={id}
          name={version.name}
          under={
            equipment.products.find((p) => p.id === version.productId)?.name ?? t('a product no longer there')
          }
          choose={() => choose(id)}
        />
      ))}
    </Rows>
  );
}

function Rows({ name, children }: { name: string; children: React.ReactNode }) {
  return (
    <section aria-label={name}>
      <h2 className="caps border-b border-ink text-[0.9rem] text-muted">{name}</h2>
      <ul>{children}</ul>
    </section>
  );
}

function Row({ name, under, choose }: { name: string; under?: string; choose: () => void }) {
  return (
    <li className="ruled border-faint">
      <button
        type="button"
        className="flex min-h-16 w-full flex-col justify-center py-1 text-left leading-tight lg:min-h-13"
        onClick={choose}
      >
        <span className="text-lg">{name}</span>
        {under && <span className="text-[0.9rem] text-muted">{under}</span>}
      </button>
    </li>
  );
}
