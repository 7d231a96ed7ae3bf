import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import type { RecipeRow } from '#contract/recipes.ts';
import { USE_NAMES } from '#core/products/uses.ts';
import { type NotProposed, type Proposal, proposeRecipes } from '#core/recipes/proposeRecipes.ts';
import { SOIL_NAMES } from '#core/soil/soil.ts';
import { post } from '../lib/api.ts';
import { shortSaid, t } from '../lib/speech.ts';
import { productsQuery, recipesQuery, vesselsQuery } from '../state/queries.ts';
import { useAsked } from '../state/useAsked.ts';
import { useCommand } from '../state/useCommand.ts';
import { Button, ButtonLink } from '../ui/Button.tsx';
import type { Needs } from '../ui/fetched.tsx';
import { TypedField } from '../ui/Labelled.tsx';
import { Refusal } from '../ui/Refusal.tsx';
import { Table } from '../ui/Table.tsx';
import { TickBox } from '../ui/Tick.tsx';
import { useGo } from '../ui/useGo.ts';
import { SetUpPage } from './SetUpPage.tsx';

FirstRecipes.needs = (() => [productsQuery, vesselsQuery, recipesQuery]) satisfies Needs;

type Proposed = Extract<Proposal, { recipe: unknown }>;
type Line = Proposed & { key: string; name: string; product: string; vessel: string };

const WHY_NOT: () => Record<NotProposed, string> = () => ({
  readyToUse: t('Ready to use: nothing is mixed.'),
  noLabel: t('It has no label strength yet.'),
  noVessel: t('No bottle, sprayer, cannon or bucket that suits it is there yet.'),
});

const keyOf = (productId: number, use: string): string => `${productId} ${use}`;

/** A recipe for all that stands on the shelf, from its label: looked through, then published in one go. */
export default function FirstRecipes() {
  const [products, vessels, recipes] = useAsked(productsQuery, vesselsQuery, recipesQuery);
  const go = useGo();
  const [off, setOff] = useState<ReadonlySet<string>>(new Set());
  const [reasons, setReasons] = useState<ReadonlyMap<string, string>>(new Map());
  const proposals = useMemo(() => {
    const had = recipes.flatMap((r) => r.draft ?? r.published ?? []);
    return proposeRecipes(
      products,
      vessels,
      had,
      t('Too dirty to wipe: rinse it, or wash it with foam first.'),
      (productId, use) => reasons.get(keyOf(productId, use)) ?? '',
    );
  }, [products, vessels, recipes, reasons]);
  const nameOf = (id: number) => products.find((p) => p.id === id)?.name ?? '';
  const lines = proposals.flatMap((p): Line[] =>
    'recipe' in p
      ? [
          {
            ...p,
            key: keyOf(p.productId, p.use),
            product: nameOf(p.productId),
            name: `${nameOf(p.productId)}, ${t(USE_NAMES[p.use]).toLowerCase()}`.slice(0, 60),
            vessel: vessels.find((v) => v.id === p.recipe.vesselId)?.name ?? '',
          },
        ]
      : [],
  );
  const wantsReason = ({ key, publishable }: Line) =>
    reasons.has(key) || (!publishable.ok && publishable.code === 'recipe.reason');
  const without = proposals.filter((p) => 'not' in p);
  const chosen = lines.filter((l) => l.publishable.ok && !off.has(l.key));
  const publishing = useCommand(
    () =>
      post<RecipeRow[]>('/opening/recipes', {
        why: t('To begin with, from the labels'),
        recipes: chosen.map(({ recipe, name }) => ({ ...recipe, name })),
      }),
    () => go('/yard'),
  );
  return (
    <SetUpPage
      title={t('Recipes to begin with')}
      actions={lines.length === 0 && <ButtonLink to="/recipes">{t('The recipe book')}</ButtonLink>}
    >
      <p className="mb-5 max-w-3xl">
        {t(
          'Drafted from each label, weakest at dust to strongest at caked. Look them through: the crew mixes by what you publish. Each can be changed in the recipe book.',
        )}
      </p>
      {lines.length > 0 ? (
        <Table
          caption={t('Recipes to begin with')}
          onPhone="named"
          rows={lines}
          keyOf={(line) => line.key}
          columns={[
            {
              name: t('Publish'),
              show: (line) => (
                <TickBox
                  label={t('Publish {0}', line.name)}
                  className="size-7"
                  checked={line.publishable.ok && !off.has(line.key)}
                  disabled={!line.publishable.ok}
                  set={(on) => {
                    const next = new Set(off);
                    if (on) next.delete(line.key);
                    else next.add(line.key);
                    setOff(next);
                  }}
                />
              ),
            },
            {
              name: t('Recipe'),
              heads: true,
              wide: 3,
              show: (line) => (
                <>
                  <span className="font-bold">{line.name}</span>
                  <span className="block text-[0.94rem] font-normal text-muted">{line.vessel}</span>
                  {!line.publishable.ok && <Refusal problem={line.publishable} />}
                  {wantsReason(line) && (
                    <div className="my-2 font-normal">
                      <TypedField
                        label={t('Reason')}
                        aria-label={t('Reason, {0}', line.name)}
                        value={reasons.get(line.key) ?? ''}
                        maxLength={200}
                        onChange={(e) => setReasons(new Map(reasons).set(line.key, e.target.value))}
                      />
                    </div>
                  )}
                  {!line.publishable.ok && (
                    <Link to={`/recipes/new?product=${line.productId}`}>{t('Write it yourself')}</Link>
                  )}
                </>
              ),
            },
            ...([0, 1, 2, 3, 4] as const).map((soil) => ({
              name: t(SOIL_NAMES[soil]),
              figure: true,
              show: (line: Line) => {
                const cell = line.recipe.cells[soil];
                return cell?.kind === 'mix' ? shortSaid(cell.strength) : t('not for this');
              },
            })),
          ]}
        />
      ) : (
        <p className="border-t-2 border-ink pt-2">
          {products.length === 0
            ? t('Nothing is on the shelf yet.')
            : t('Everything that can be mixed has its recipe.')}
        </p>
      )}
      {without.length > 0 && (
        <section aria-label={t('Without a recipe')} className="mt-8 max-w-3xl">
          <h2 className="border-b border-ink pb-1">{t('Without a recipe')}</h2>
          <ul>
            {without.map((p) => (
              <li key={`${p.productId} ${p.use}`} className="ruled flex flex-wrap gap-x-4 border-faint py-2">
                <Link to={`/stock/products/${p.productId}`}>{nameOf(p.productId)}</Link>
                <span className="text-muted">{'not' in p && WHY_NOT()[p.not]}</span>
              </li>
            ))}
          </ul>
        </section>
      )}
      {publishing.refusal && <Refusal problem={publishing.refusal} />}
      {lines.length > 0 && (
        <Button
          look="main"
          className="mt-5"
          disabled={chosen.length === 0 || publishing.waiting}
          onClick={() => publishing.run()}
        >
          {publishing.waiting
            ? t('Publishing ...')
            : chosen.length === 1
              ? t('Publish {0}', chosen[0]?.name)
              : t('Publish {0} recipes', chosen.length)}
        </Button>
      )}
    </SetUpPage>
  );
}
