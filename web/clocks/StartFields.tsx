import type { RecipeRow } from '#contract/recipes.ts';
import {
  COLOUR_NAMES,
  COLOURS,
  type Colour,
  MATERIAL_NAMES,
  MATERIALS,
  type Material,
} from '#core/dwell/surroundings.ts';
import { SHELTER_NAMES, SHELTERS, type Shelter } from '#core/dwell/weather.ts';
import type { Refusal as CoreRefusal } from '#core/outcome.ts';
import { cellAt } from '#core/recipes/recipe.ts';
import { BODIES, BODY_NAMES, type Body } from '#core/soil/bodies.ts';
import { SOIL_LEVELS, SOIL_NAMES, type SoilLevel } from '#core/soil/soil.ts';
import { ZONE_NAMES, ZONES, type Zone } from '#core/soil/zones.ts';
import { formatTemperature } from '#core/units/temperature.ts';
import { useSession } from '../lib/session.tsx';
import { t } from '../lib/speech.ts';
import { placesQuery, weatherQuery } from '../state/queries.ts';
import { useQuery } from '../state/useQuery.ts';
import { Either } from '../ui/Either.tsx';
import { ListField, TypedField } from '../ui/Labelled.tsx';
import { Refusal } from '../ui/Refusal.tsx';
import { type StartOf, useVehicle } from './startDraft.ts';

type Props = {
  asked: StartOf;
  recipes: readonly RecipeRow[];
  zones: readonly Zone[];
  startRefusal: CoreRefusal | null;
  ask: (asked: StartOf) => void;
  setZones: (zones: Zone[]) => void;
};

const WATER = 'water';
const PRODUCT = 'product';

/** What is laid, on what, and where it stands. */
export function StartFields({ asked, recipes, zones, startRefusal, ask, setZones }: Props) {
  const { shop } = useSession();
  const { vehicle, body, colour, material, shelter, start, panelText, placeId, set } = useVehicle();
  const { data: places = [] } = useQuery(placesQuery);
  const { data: weather } = useQuery(weatherQuery);
  const recipe =
    asked && 'recipeId' in asked ? recipes.find((r) => r.id === asked.recipeId)?.published : null;
  const panelC = weather?.connected ? weather.reading?.panelC : null;
  const names = <T extends string>(values: readonly T[], of: Record<T, string>) =>
    values.map((value) => ({ value, name: t(of[value]) }));
  return (
    <section aria-label={t('What is laid')} className="flex flex-col gap-4">
      <ListField
        label={t('What goes on')}
        bay
        value={
          asked === null
            ? ''
            : 'recipeId' in asked
              ? String(asked.recipeId)
              : asked.kind === 'water'
                ? WATER
                : PRODUCT
        }
        placeholder={t('Choose a recipe')}
        options={[
          ...(asked && 'kind' in asked && asked.kind === 'product'
            ? [{ value: PRODUCT, name: t('As mixed on the Bench') }]
            : []),
          ...recipes.flatMap(({ id, published }) =>
            published ? [{ value: String(id), name: published.name }] : [],
          ),
          { value: WATER, name: t('Rinse water, before it spots') },
        ]}
        onChange={(value) => {
          if (value === WATER) ask({ kind: 'water' });
          else if (value !== PRODUCT)
            ask({ recipeId: Number(value), soil: asked && 'recipeId' in asked ? asked.soil : 2 });
        }}
      />
      {recipe && asked && 'recipeId' in asked && (
        <Either
          titled
          label={t('How dirty')}
          value={String(asked.soil)}
          options={SOIL_LEVELS.map((k) => ({
            value: String(k),
            name: `${k} ${t(SOIL_NAMES[k])}`,
            disabled: cellAt(recipe, k)?.kind !== 'mix',
          }))}
          onChange={(k) => ask({ ...asked, soil: Number(k) as SoilLevel })}
        />
      )}
      <div className="grid grid-cols-2 gap-3">
        <ListField
          label={t('Bay')}
          bay
          value={placeId === null ? '' : String(placeId)}
          placeholder={t('Choose a bay')}
          options={places
            .filter((p) => p.kind === 'bay' || p.kind === 'van')
            .map((p) => ({ value: String(p.id), name: p.name }))}
          onChange={(id) => set({ placeId: Number(id) })}
        />
        <TypedField
          label={t('Vehicle')}
          placeholder={t('such as silver taxi')}
          maxLength={40}
          value={vehicle}
          className="min-h-16"
          onChange={(e) => set({ vehicle: e.target.value })}
        />
        <ListField
          label={t('Body')}
          value={body}
          options={names(BODIES, BODY_NAMES)}
          onChange={(b) => set({ body: b as Body })}
        />
        <ListField
          label={t('Colour')}
          value={colour}
          options={names(COLOURS, COLOUR_NAMES)}
          onChange={(c) => set({ colour: c as Colour })}
        />
        <ListField
          label={t('Panels')}
          value={material}
          options={names(
            MATERIALS.filter((m) => m !== 'glass' && m !== 'wheel'),
            MATERIAL_NAMES,
          )}
          onChange={(m) => set({ material: m as Material })}
        />
        <ListField
          label={t('It stands')}
          value={shelter}
          options={names(SHELTERS, SHELTER_NAMES)}
          onChange={(s) => set({ shelter: s as Shelter })}
        />
      </div>
      <Either
        titled
        label={t('The panel is')}
        value={start}
        options={[
          { value: 'dry', name: t('dry') },
          { value: 'rinsed', name: t('just rinsed') },
          { value: 'measured', name: t('measured') },
        ]}
        onChange={(value) => set({ start: value as typeof start })}
      />
      {start === 'measured' && (
        <div>
          <TypedField
            label={t('Panel, by thermometer')}
            placeholder={t('such as {0}', formatTemperature(28, shop.units))}
            value={panelText}
            error={startRefusal && panelText.trim() !== '' && <Refusal problem={startRefusal} />}
            onChange={(e) => set({ panelText: e.target.value })}
          />
          {panelC != null && (
            <button
              type="button"
              className="min-h-12 underline underline-offset-4"
              onClick={() => set({ panelText: formatTemperature(panelC, shop.units) })}
            >
              {t(
                'The station’s thermometer on a dark panel says {0}: take that',
                formatTemperature(panelC, shop.units),
              )}
            </button>
          )}
        </div>
      )}
      <fieldset>
        <legend className="caps mb-1 text-muted">{t('Where on it')}</legend>
        <div className="flex flex-wrap gap-2">
          {ZONES.filter((z) => z !== 'interior').map((zone) => {
            const on = zones.includes(zone);
            return (
              <button
                key={zone}
                type="button"
                aria-pressed={on}
                className={`min-h-12 rounded-[2px] border border-ink px-3 ${on ? 'bg-ink text-ground' : ''}`}
                onClick={() => setZones(on ? zones.filter((z) => z !== zone) : [...zones, zone])}
              >
                {t(ZONE_NAMES[zone])}
              </button>
            );
          })}
        </div>
      </fieldset>
    </section>
  );
}
