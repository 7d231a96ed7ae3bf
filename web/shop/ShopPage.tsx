import { useQuery } from '@tanstack/react-query';
import { atLeast } from '#contract/people.ts';
import { RATIO_READINGS, type Shop, shopPatch, UNIT_SYSTEMS } from '#contract/shop.ts';
import { PLACE_KINDS, type Place, placeBody } from '#contract/ware.ts';
import { parseHardness, WATER_KINDS, type WaterKind } from '#core/mixing/hardness.ts';
import { post } from '../app/api.ts';
import { useSession } from '../app/session.tsx';
import { askAgain, placesQuery } from '../state/queries.ts';
import { ChoiceField, TextField } from '../ui/FormFields.tsx';
import { FormFoot } from '../ui/FormFoot.tsx';
import { Page } from '../ui/Page.tsx';
import { useRowForm } from '../ui/useRowForm.ts';
import { useTextForm } from '../ui/useTextForm.ts';
import { UNIT_SYSTEM_NAMES } from './units.ts';

/** The shop's own settings and the places containers stand in. */
export default function ShopPage() {
  const { who, settings: shop } = useSession();
  const manager = atLeast(who.role, 'manager');
  return (
    <Page title={shop.name}>
      <div className="grid gap-x-13 gap-y-8 lg:grid-cols-2">
        {manager ? <ShopForm shop={shop} /> : <ShopFacts shop={shop} />}
        <Places manager={manager} />
      </div>
    </Page>
  );
}

const READINGS: Record<Shop['ratioReading'], { name: string; note: string }> = {
  parts: { name: 'Parts', note: '1:12 is 1 part product plus 12 parts water' },
  inTotal: { name: 'In total', note: '1:12 is 1 part product in 12 parts altogether' },
};

const WATER_NAMES: Record<WaterKind, string> = {
  tap: 'tap water',
  softened: 'softened water',
  deionised: 'deionised water',
};

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
      <p className="mt-3 text-muted">A manager changes these.</p>
    </section>
  );
}

type Typed = Pick<Shop, 'name' | 'currency' | 'units' | 'ratioReading' | 'water'> & { hardnessPpm: string };

const typedShop = ({ name, currency, units, ratioReading, water, hardnessPpm }: Shop): Typed => ({
  name,
  currency,
  units,
  ratioReading,
  water,
  hardnessPpm: hardnessPpm === null ? '' : `${hardnessPpm} ppm`,
});

function ShopForm({ shop }: { shop: Shop }) {
  const of = useRowForm<Typed, Shop>({
    row: shop,
    path: '/shop',
    topic: 'shop',
    schema: shopPatch,
    typed: (row) => typedShop(row ?? shop),
    read: (typed) => {
      const hardness = typed.hardnessPpm.trim() === '' ? null : parseHardness(typed.hardnessPpm);
      const hardnessPpm = hardness?.ok ? hardness.value : null;
      return {
        body: { ...typed, hardnessPpm },
        refusals: { ...(hardness && !hardness.ok && { hardnessPpm: hardness }) },
      };
    },
    labels: {
      name: 'Shop name',
      currency: 'Currency',
      units: 'Units shown',
      ratioReading: 'A bare ratio is read in',
      hardnessPpm: 'Hardness of the water',
      water: 'Mixes are made with',
    },
    done: (row) => of.form.reset(typedShop(row)),
  });
  const saved = of.form.formState.isSubmitSuccessful && !of.form.formState.isDirty && !of.problem;
  return (
    <section aria-label="Settings">
      <h2 className="mb-2">Settings</h2>
      <form onSubmit={of.submit} noValidate className="grid max-w-xl gap-4">
        <TextField of={of} name="name" label="Shop name" />
        <TextField of={of} name="currency" label="Currency" maxLength={3} hint="A three-letter code" />
        <ChoiceField
          of={of}
          name="units"
          label="Units shown"
          hint="Changes what is shown, never what is booked. It also settles a bare oz or gal where you type one."
          options={UNIT_SYSTEMS.map((value) => ({ value, name: UNIT_SYSTEM_NAMES[value] }))}
        />
        <ChoiceField
          of={of}
          name="ratioReading"
          label="A bare ratio is read in"
          hint="Labels rarely say. Strengths already saved keep the reading they were given."
          options={RATIO_READINGS.map((value) => ({ value, ...READINGS[value] }))}
        />
        <TextField
          of={of}
          name="hardnessPpm"
          label="Hardness of the water"
          placeholder="such as 210 ppm or 12 dH"
          hint="Doses soaps between their label’s soft and hard water. Empty: not tested, so the label’s own strengths."
        />
        <ChoiceField
          of={of}
          name="water"
          label="Mixes are made with"
          hint="Kept with every batch; changed for one mix on the Bench."
          options={WATER_KINDS.map((value) => ({ value, name: WATER_NAMES[value] }))}
        />
        <p className="text-muted">
          Time zone: {shop.zone}. It was fixed when the books were opened, so that no day changes its length.
        </p>
        <FormFoot save="Save" {...of.foot}>
          {saved && <p className="flex items-center">Saved.</p>}
        </FormFoot>
      </form>
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
      <FormFoot save="Add the place" saving={of.saving} problem={of.problem} />
    </form>
  );
}
