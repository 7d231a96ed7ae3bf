import { PLACE_KINDS, type Place, placeBody } from '#contract/equipment.ts';
import { atLeast } from '#contract/roles.ts';
import type { Shop } from '#contract/shop.ts';
import { formatPercent } from '#core/strength/formatStrength.ts';
import type { Fraction } from '#core/strength/strength.ts';
import { post } from '../lib/api.ts';
import { useSession } from '../lib/session.tsx';
import { askAgain, placesQuery } from '../state/queries.ts';
import { useQuery } from '../state/useQuery.ts';
import { ChoiceField, TextField } from '../ui/FormFields.tsx';
import { FormFoot } from '../ui/FormFoot.tsx';
import { Page } from '../ui/Page.tsx';
import { useTextForm } from '../ui/useTextForm.ts';
import { CopiesSection } from './CopiesSection.tsx';
import { ShopForm } from './ShopForm.tsx';
import { READINGS, SCHOOL_WORDS, WATER_NAMES } from './shopWords.ts';
import { UNIT_SYSTEM_NAMES } from './units.ts';
import { WeatherSection } from './WeatherSection.tsx';

/** The shop's own settings and the places containers stand in. */
export default function ShopPage() {
  const { who, settings: shop } = useSession();
  const manager = atLeast(who.role, 'manager');
  return (
    <Page title={shop.name}>
      <div className="grid gap-x-13 gap-y-8 lg:grid-cols-2">
        {manager ? <ShopForm shop={shop} /> : <ShopFacts shop={shop} />}
        <div className="flex flex-col gap-8">
          <WeatherSection shop={shop} />
          <Places manager={manager} />
          {manager && <CopiesSection shop={shop} />}
        </div>
      </div>
    </Page>
  );
}

function ShopFacts({ shop }: { shop: Shop }) {
  return (
    <section aria-label="Settings">
      <h2 className="mb-2">Settings</h2>
      <p>{UNIT_SYSTEM_NAMES[shop.units]}.</p>
      <p>
        A bare ratio is read in {READINGS[shop.ratioReading].name.toLowerCase()}:{' '}
        {READINGS[shop.ratioReading].note}.
      </p>
      <p>
        Mixes are made with {WATER_NAMES[shop.water]}
        {shop.hardnessPpm !== null && `; the tap runs at ${Math.round(shop.hardnessPpm)} ppm`}.
      </p>
      <p>
        Whole-car pre-washes stay between {formatPercent(shop.preWashFloor as Fraction)} and{' '}
        {formatPercent(shop.preWashCeiling as Fraction)} on the panel, neutral foams over{' '}
        {formatPercent(shop.foamFloor as Fraction)}.
      </p>
      <p>{SCHOOL_WORDS.measuring[shop.measuring]}.</p>
      <p>{SCHOOL_WORDS.glass[shop.glass]}.</p>
      {shop.wasteWater && <p>Waste water: {shop.wasteWater}</p>}
      <p className="mt-3 text-muted">A manager changes these.</p>
    </section>
  );
}

function Places({ manager }: { manager: boolean }) {
  const { data: places = [] } = useQuery(placesQuery);
  return (
    <section aria-label="Places">
      <h2 className="mb-2">Places</h2>
      <ul className="mb-5 max-w-xl border-t border-hairline">
        {places.map((place) => (
          <li key={place.id} className="ruled flex justify-between border-faint py-2">
            {place.name} <span className="text-muted">{place.kind}</span>
          </li>
        ))}
      </ul>
      {manager && <AddPlace />}
    </section>
  );
}

function AddPlace() {
  const of = useTextForm({
    values: { name: '', kind: 'bay' as Place['kind'] },
    read: (typed) => ({ body: typed }),
    schema: placeBody,
    send: (body) => post<Place>('/places', body),
    done: () => {
      askAgain('places');
      of.form.reset();
    },
  });
  return (
    <form onSubmit={of.submit} noValidate className="max-w-xl">
      <div className="grid items-start gap-4 sm:grid-cols-2">
        <TextField of={of} name="name" label="Place name" />
        <ChoiceField
          of={of}
          name="kind"
          label="Kind"
          options={PLACE_KINDS.map((value) => ({ value, name: value }))}
        />
      </div>
      <FormFoot save="Add the place" saving={of.saving} problem={of.problem} startAfresh={of.startAfresh} />
    </form>
  );
}
