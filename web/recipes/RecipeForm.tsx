import { useMemo } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import type { Vessel } from '#contract/equipment.ts';
import type { Product } from '#contract/products.ts';
import { type RecipeRow, recipeBody, recipePatch } from '#contract/recipes.ts';
import { DELIVERY_NAMES } from '#core/products/delivery.ts';
import { deliveryOf, isSuction } from '#core/products/record.ts';
import { FILM_NAMES, FILMS, USE_KINDS, USE_NAMES } from '#core/products/uses.ts';
import {
  AGITATION_NAMES,
  AGITATIONS,
  DIRECTION_NAMES,
  DIRECTIONS,
  RINSE_NAMES,
  RINSES,
} from '#core/recipes/recipe.ts';
import { SOIL_KIND_NAMES, SOIL_KINDS } from '#core/soil/soil.ts';
import { ZONE_NAMES, ZONES } from '#core/soil/zones.ts';
import { useSession } from '../lib/session.tsx';
import { t } from '../lib/speech.ts';
import { devicesQuery, measuresQuery, productsQuery, vesselsQuery } from '../state/queries.ts';
import { useAsked } from '../state/useAsked.ts';
import { Button } from '../ui/Button.tsx';
import { Fold } from '../ui/Fold.tsx';
import { ChoiceField, NoteField, TextField } from '../ui/FormFields.tsx';
import { FormFoot } from '../ui/FormFoot.tsx';
import { Legend } from '../ui/Legend.tsx';
import { Page } from '../ui/Page.tsx';
import { TickList } from '../ui/TriTable.tsx';
import { useGo } from '../ui/useGo.ts';
import { useRowForm } from '../ui/useRowForm.ts';
import { LevelFields } from './LevelFields.tsx';
import { draftTyped, EMPTY_RECIPE, HOSE, type RecipeTyped, readRecipe, typedRecipe } from './recipeTyped.ts';
import { now } from './useBook.ts';

const options = <T extends string>(values: readonly T[], names: Record<T, string>) =>
  values.map((value) => ({ value, name: t(names[value]) }));

/** A recipe to be written or changed; it is kept as a draft until it is published. */
export function RecipeForm({ row }: { row: RecipeRow | null }) {
  const [products, vessels, devices, measures] = useAsked(
    productsQuery,
    vesselsQuery,
    devicesQuery,
    measuresQuery,
  );
  const { shop } = useSession();
  const go = useGo();
  const navigate = useNavigate();
  const [params] = useSearchParams();
  const was = row && now(row);
  const asked = products.find((p) => p.id === Number(params.get('product')));
  const begun = useMemo(() => (asked ? begin(asked, vessels) : EMPTY_RECIPE), [asked, vessels]);
  const of = useRowForm<RecipeTyped, RecipeRow>({
    row,
    path: '/recipes',
    schema: row ? recipePatch : recipeBody,
    typed: (r) => (r ? typedRecipe(now(r)) : begun),
    read: (typed) => {
      const { body, refusals } = readRecipe(typed, { shop, products, vessels, measures, was });
      return { body: row ? { ...body, retired: row.retired } : body, refusals };
    },
    done: (saved) => go(`/recipes/${saved.id}`),
  });
  const { form } = of;
  const [productId, vesselId, use, dialId, machineId, onPanel] = form.watch([
    'productId',
    'vesselId',
    'use',
    'dialId',
    'machineId',
    'onPanel',
  ]);
  const product = products.find((p) => p.id === Number(productId)) ?? null;
  const vessel = vessels.find((v) => v.id === Number(vesselId)) ?? null;
  const suction = vessel !== null && isSuction(vessel.kind);
  const draft = product && draftTyped({ use, dialId, machineId, onPanel }, product, vessel);
  const untouched = () => form.getValues('cells').every((c) => c.strength === '' && c.kind === 'mix');
  const fill = () => draft && form.setValue('cells', draft, { shouldDirty: true });
  const chooseProduct = (id: string) => {
    const chosen = products.find((p) => p.id === Number(id));
    const first = chosen?.uses[0]?.kind ?? chosen?.labelEntries[0]?.use;
    if (!chosen || !first) return;
    if (!chosen.uses.some((u) => u.kind === use)) form.setValue('use', first);
    const film = chosen.uses.find((u) => u.kind === first)?.film;
    if (film) form.setValue('film', film);
    if (!form.getValues('name'))
      form.setValue('name', `${chosen.name}, ${t(USE_NAMES[first]).toLowerCase()}`);
  };
  const chooseVessel = (id: string) => {
    const chosen = vessels.find((v) => v.id === Number(id));
    if (!chosen) return;
    form.setValue('dialId', String(chosen.dialId ?? chosen.dials[0]?.id ?? ''));
    form.setValue('machineId', chosen.machineId === null ? HOSE : String(chosen.machineId));
    if (!product || !untouched()) return;
    const values = form.getValues();
    const made = draftTyped(values, product, chosen);
    if (made) form.setValue('cells', made);
  };
  const uses = USE_KINDS.filter((k) => !product || product.uses.some((u) => u.kind === k) || k === use);
  return (
    <Page title={was ? t('Change {0}', was.name) : t('Write a recipe')}>
      <form onSubmit={of.submit} noValidate className="flex flex-col gap-8">
        <div className="grid items-start gap-x-8 gap-y-4 sm:grid-cols-2 xl:grid-cols-4">
          <ChoiceField
            of={of}
            name="productId"
            placeholder={t('Choose a product')}
            options={products.map((p) => ({ value: String(p.id), name: p.name }))}
            onChosen={chooseProduct}
          />
          <ChoiceField of={of} name="use" options={options(uses, USE_NAMES)} />
          <ChoiceField
            of={of}
            name="vesselId"
            placeholder={t('Choose what it is mixed in')}
            options={vessels.map((v) => ({
              value: String(v.id),
              name: v.name,
              note: t(DELIVERY_NAMES[deliveryOf(v.kind) ?? 'bucket']),
            }))}
            onChosen={chooseVessel}
          />
          <TextField of={of} name="name" maxLength={60} hint={t('As it is called in the bay')} />
          {suction && (
            <>
              <ChoiceField
                of={of}
                name="dialId"
                label={t('Dial')}
                placeholder={t('Choose where it is set')}
                options={vessel.dials.map((d) => ({ value: String(d.id), name: d.name }))}
              />
              <ChoiceField
                of={of}
                name="machineId"
                options={[
                  ...devices
                    .filter((d) => d.kind === 'pressureWasher')
                    .map((d) => ({ value: String(d.id), name: d.name })),
                  { value: HOSE, name: t('On a garden hose') },
                ]}
              />
              <ChoiceField
                of={of}
                name="onPanel"
                label={t('Strengths hold')}
                hint={t('On the panel, the bottle is worked out from the draw.')}
                options={[
                  { value: 'no', name: t('In the bottle') },
                  { value: 'yes', name: t('On the panel') },
                ]}
              />
            </>
          )}
        </div>
        <section aria-label={t('Soil levels')}>
          <div className="mb-2 flex flex-wrap items-end justify-between gap-3">
            <h2>{t('By soil level')}</h2>
            {draft && <Button onClick={fill}>{t('Draft all levels from the label')}</Button>}
          </div>
          <p className="mb-2 text-[0.94rem] text-muted pointer-coarse:hidden">
            {t('Arrow keys go from field to field; Tab does once you type.')}
          </p>
          <LevelFields of={of} product={product} vessel={vessel} was={was} />
        </section>
        <div>
          <Fold
            of={of}
            name={t('What soil and where')}
            says={aimed(form.watch('soilKinds'), form.watch('zones'))}
          >
            <div className="grid items-start gap-x-13 gap-y-8 lg:grid-cols-3">
              <fieldset>
                <Legend>{t('What soil')}</Legend>
                <p className="mb-1 text-[0.94rem] text-muted">{t('Tick none for all of it.')}</p>
                <TickList of={of} at="soilKinds" options={options(SOIL_KINDS, SOIL_KIND_NAMES)} />
              </fieldset>
              <fieldset className="lg:col-span-2">
                <Legend>{t('Where')}</Legend>
                <p className="mb-1 text-[0.94rem] text-muted">{t('Tick none for wherever its use is.')}</p>
                <TickList of={of} at="zones" options={options(ZONES, ZONE_NAMES)} />
              </fieldset>
            </div>
          </Fold>
          <Fold of={of} name={t('How it is done')} says={done(form.watch())}>
            <div className="grid items-start gap-x-8 gap-y-4 sm:grid-cols-2 xl:grid-cols-4">
              <ChoiceField
                of={of}
                name="film"
                options={[...options(FILMS, FILM_NAMES), { value: 'none', name: t('washed or wiped on') }]}
              />
              <TextField
                of={of}
                name="rateMlPerM2"
                label={t('Rate, ml per m²')}
                inputMode="decimal"
                placeholder={t('as usual')}
                hint={t('Of what is in the vessel')}
              />
              <ChoiceField of={of} name="agitation" options={options(AGITATIONS, AGITATION_NAMES)} />
              <ChoiceField of={of} name="rinse" options={options(RINSES, RINSE_NAMES)} />
              <ChoiceField of={of} name="direction" options={options(DIRECTIONS, DIRECTION_NAMES)} />
              <TextField
                of={of}
                name="cleanCheck"
                maxLength={200}
                hint={t('How it is seen that it is clean')}
              />
            </div>
            <div className="mt-4 grid gap-x-8 gap-y-4 sm:grid-cols-2">
              <NoteField of={of} name="cautions" hint={t('Beside those on the product’s own record.')} />
              <NoteField of={of} name="notes" />
            </div>
          </Fold>
        </div>
        <FormFoot save={t('Keep as a draft')} {...of.foot}>
          <Button onClick={() => navigate(row ? `/recipes/${row.id}` : '/recipes')}>{t('Cancel')}</Button>
        </FormFoot>
      </form>
    </Page>
  );
}

const aimed = (kinds: RecipeTyped['soilKinds'], zones: RecipeTyped['zones']): string =>
  [
    kinds.length > 0 ? kinds.map((k) => t(SOIL_KIND_NAMES[k])).join(', ') : t('all soil'),
    zones.length > 0 ? zones.map((z) => t(ZONE_NAMES[z])).join(', ') : t('wherever its use is'),
  ].join('; ');

const done = ({ agitation, rinse, direction, cleanCheck }: RecipeTyped): string =>
  [
    t(AGITATION_NAMES[agitation]),
    t('rinse: {0}', t(RINSE_NAMES[rinse])),
    direction !== 'any' && t(DIRECTION_NAMES[direction]),
    cleanCheck,
  ]
    .filter(Boolean)
    .join(', ');

/** A new recipe of a product: its first use, in a vessel that suits it, drafted from its label. */
function begin(product: Product, vessels: readonly Vessel[]): RecipeTyped {
  const use = product.uses[0]?.kind ?? product.labelEntries[0]?.use ?? 'other';
  const vessel =
    vessels.find((v) => product.record.delivery.some((d) => d === deliveryOf(v.kind))) ?? vessels[0] ?? null;
  const typed: RecipeTyped = {
    ...EMPTY_RECIPE,
    name: `${product.name}, ${t(USE_NAMES[use]).toLowerCase()}`,
    productId: String(product.id),
    use,
    vesselId: vessel ? String(vessel.id) : '',
    dialId: String(vessel?.dialId ?? vessel?.dials[0]?.id ?? ''),
    machineId: vessel?.machineId == null ? HOSE : String(vessel.machineId),
    film: product.uses[0]?.film ?? 'none',
  };
  return { ...typed, cells: draftTyped(typed, product, vessel) ?? EMPTY_RECIPE.cells };
}
