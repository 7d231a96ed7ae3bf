import { Link } from 'react-router';
import { PLACE_KINDS, type Place, placeBody } from '#contract/equipment.ts';
import { atLeast } from '#contract/roles.ts';
import type { Shop } from '#contract/shop.ts';
import { formatPercent } from '#core/strength/formatStrength.ts';
import type { Fraction } from '#core/strength/strength.ts';
import { post } from '../lib/api.ts';
import { useSession } from '../lib/session.tsx';
import { t } from '../lib/speech.ts';
import { canKeep } from '../offline/keep.ts';
import { placesQuery } from '../state/queries.ts';
import { useQuery } from '../state/useQuery.ts';
import { ChoiceField, TextField } from '../ui/FormFields.tsx';
import { FormFoot } from '../ui/FormFoot.tsx';
import { Page } from '../ui/Page.tsx';
import { useTextForm } from '../ui/useTextForm.ts';
import { CopiesSection } from './CopiesSection.tsx';
import { PlainLacks } from './PlainLacks.tsx';
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
          {!canKeep() && (
            <section aria-label={t('This device')}>
              <h2 className="mb-2">{t('This device')}</h2>
              <PlainLacks />
              <a className="inline-flex min-h-12 items-center" href="/trust">
                {t('To a safe connection')}
              </a>
            </section>
          )}
          <Places manager={manager} />
          {manager && <CopiesSection shop={shop} />}
          {manager && (
            <p>
              <Link to="/opening/file">{t('Set-up as a file')}</Link>
            </p>
          )}
        </div>
      </div>
    </Page>
  );
}

function ShopFacts({ shop }: { shop: Shop }) {
  return (
    <section aria-label={t('Settings')}>
      <h2 className="mb-2">{t('Settings')}</h2>
      <p>{UNIT_SYSTEM_NAMES()[shop.units]}.</p>
      <p>
        {t(
          'A bare ratio is read in {0}: {1}.',
          READINGS()[shop.ratioReading].name.toLowerCase(),
          READINGS()[shop.ratioReading].note,
        )}
      </p>
      <p>
        {t(
          'Mixes are made with {0}{1}.',
          WATER_NAMES()[shop.water],
          shop.hardnessPpm !== null && t('; the tap runs at {0} ppm', Math.round(shop.hardnessPpm)),
        )}
      </p>
      <p>
        {t(
          'Whole-car pre-washes stay between {0} and {1} on the panel, neutral foams over {2}.',
          formatPercent(shop.preWashFloor as Fraction),
          formatPercent(shop.preWashCeiling as Fraction),
          formatPercent(shop.foamFloor as Fraction),
        )}
      </p>
      <p>{SCHOOL_WORDS().measuring[shop.measuring]}.</p>
      <p>{SCHOOL_WORDS().glass[shop.glass]}.</p>
      {shop.wasteWater && <p>{t('Waste water: {0}', shop.wasteWater)}</p>}
      <p className="mt-3 text-muted">{t('A manager changes these.')}</p>
    </section>
  );
}

function Places({ manager }: { manager: boolean }) {
  const { data: places = [] } = useQuery(placesQuery);
  return (
    <section aria-label={t('Places')}>
      <h2 className="mb-2">{t('Places')}</h2>
      <ul className="mb-5 max-w-xl border-t border-hairline">
        {places.map((place) => (
          <li key={place.id} className="ruled flex justify-between border-faint py-2">
            {place.name} <span className="text-muted">{t(place.kind)}</span>
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
    done: () => of.form.reset(),
  });
  return (
    <form onSubmit={of.submit} noValidate className="max-w-xl">
      <div className="grid items-start gap-4 sm:grid-cols-2">
        <TextField of={of} name="name" />
        <ChoiceField of={of} name="kind" options={PLACE_KINDS.map((value) => ({ value, name: t(value) }))} />
      </div>
      <FormFoot save={t('Add the place')} {...of.foot} />
    </form>
  );
}
