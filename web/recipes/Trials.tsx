import { useState } from 'react';
import type { Product } from '#contract/products.ts';
import { BETTER, type Better, type Trial, type TrialSide, trialBody } from '#contract/trials.ts';
import { weatherInWords } from '#core/dwell/weather.ts';
import { costPerWorkingLitre, formatUnitCost, largeMeasure, newestPrice } from '#core/planning/cost.ts';
import { OUTCOME_NAMES, OUTCOMES, type OutcomeKind } from '#core/recipes/outcomes.ts';
import { SOIL_KIND_NAMES, SOIL_KINDS, SOIL_LEVELS, SOIL_NAMES, type SoilKind } from '#core/soil/soil.ts';
import { ZONE_NAMES, ZONES, type Zone } from '#core/soil/zones.ts';
import { patch, post } from '../lib/api.ts';
import { useSession } from '../lib/session.tsx';
import { shortSaid, t } from '../lib/speech.ts';
import { containersQuery, measuresQuery, productsQuery, trialsQuery } from '../state/queries.ts';
import { useAsked } from '../state/useAsked.ts';
import { useCommand } from '../state/useCommand.ts';
import { useQuery } from '../state/useQuery.ts';
import { Button, ButtonLink } from '../ui/Button.tsx';
import { shopDay, timeOfDay } from '../ui/dates.ts';
import { ChoiceField, TextField } from '../ui/FormFields.tsx';
import { FormFoot } from '../ui/FormFoot.tsx';
import type { Needs } from '../ui/fetched.tsx';
import { ListField, TypedField } from '../ui/Labelled.tsx';
import { Page } from '../ui/Page.tsx';
import { Refusal } from '../ui/Refusal.tsx';
import { useTextForm } from '../ui/useTextForm.ts';
import { readStrengthTyped } from './cellTyped.ts';

Trials.needs = (() => [trialsQuery, productsQuery]) satisfies Needs;

/** Half and half: two mixes side by side on one panel, the soil noted before, what came of each after. */
export default function Trials() {
  const [trials, all] = useAsked(trialsQuery, productsQuery);
  const running = trials.filter((t) => t.result === null);
  const closed = trials.filter((t) => t.result !== null);
  return (
    <Page
      title={t('Side-by-side test')}
      actions={<ButtonLink to="/recipes">{t('Back to the book')}</ButtonLink>}
    >
      <div className="grid items-start gap-x-13 gap-y-8 lg:grid-cols-[26rem_minmax(0,1fr)]">
        <NewTrial products={all} />
        <div className="flex flex-col gap-8">
          {running.length > 0 && (
            <section aria-label={t('On the panel now')}>
              <h2 className="mb-2">{t('On the panel now')}</h2>
              <ul className="border-t-2 border-ink">
                {running.map((trial) => (
                  <TrialOf key={trial.id} trial={trial} products={all} />
                ))}
              </ul>
            </section>
          )}
          <section aria-label={t('Results')}>
            <h2 className="mb-2">{t('Results')}</h2>
            <ul className="border-t-2 border-ink">
              {closed.map((trial) => (
                <TrialOf key={trial.id} trial={trial} products={all} />
              ))}
              {closed.length === 0 && (
                <li className="py-2 text-muted">
                  {t('None yet. Tape a panel down the middle, lay one mix on each half, and look at both.')}
                </li>
              )}
            </ul>
          </section>
        </div>
      </div>
    </Page>
  );
}

type TrialTyped = {
  zone: Zone;
  soil: string;
  soilKind: SoilKind;
  left: { productId: string; strength: string };
  right: { productId: string; strength: string };
};

function NewTrial({ products }: { products: Product[] }) {
  const { who, shop } = useSession();
  const { data: measures = [] } = useQuery(measuresQuery);
  const of = useTextForm<TrialTyped, Trial>({
    keptAs: `${who.personId} /trials`,
    values: {
      zone: 'bonnet',
      soil: '2',
      soilKind: 'trafficFilm',
      left: { productId: '', strength: '' },
      right: { productId: '', strength: '' },
    },
    read: ({ zone, soil, soilKind, left, right }) => {
      const side = (typed: TrialTyped['left'], label: string) => {
        const product = products.find((p) => p.id === Number(typed.productId)) ?? null;
        const strength = readStrengthTyped(typed.strength, { shop, product, measures });
        return {
          body: {
            productId: product?.id,
            ...(strength.ok && { strength: strength.value }),
          },
          refusal: strength.ok ? null : { ...strength, of: { name: label } },
        };
      };
      const [a, b] = [side(left, t('Left half')), side(right, t('Right half'))];
      return {
        body: { zone, soil: Number(soil), soilKind, left: a.body, right: b.body },
        refusals: {
          ...(a.refusal && { 'left.strength': a.refusal }),
          ...(b.refusal && { 'right.strength': b.refusal }),
        },
      };
    },
    schema: trialBody,
    send: (body) => post<Trial>('/trials', body),
    done: () => of.form.reset(),
  });
  const options = products.map((p) => ({ value: String(p.id), name: p.name }));
  const half = (side: 'left' | 'right', label: string) => (
    <fieldset className="grid gap-3 border-l-2 border-ink pl-4">
      <legend className="caps mb-1">{label}</legend>
      <ChoiceField
        of={of}
        name={`${side}.productId`}
        label={t('Product, {0}', label.toLowerCase())}
        placeholder={t('Choose a product')}
        options={options}
      />
      <TextField
        of={of}
        name={`${side}.strength`}
        label={t('Strength, {0}', label.toLowerCase())}
        placeholder={t('such as 1:40')}
      />
    </fieldset>
  );
  return (
    <form onSubmit={of.submit} noValidate className="flex flex-col gap-4">
      <h2>{t('A new one')}</h2>
      <ChoiceField
        of={of}
        name="zone"
        options={ZONES.map((value) => ({ value, name: t(ZONE_NAMES[value]) }))}
      />
      <div className="grid grid-cols-2 gap-4">
        <ChoiceField
          of={of}
          name="soil"
          label={t('How dirty, before')}
          options={SOIL_LEVELS.map((k) => ({ value: String(k), name: `${k} ${t(SOIL_NAMES[k])}` }))}
        />
        <ChoiceField
          of={of}
          name="soilKind"
          options={SOIL_KINDS.map((value) => ({ value, name: t(SOIL_KIND_NAMES[value]) }))}
        />
      </div>
      {half('left', t('Left half'))}
      {half('right', t('Right half'))}
      <FormFoot save={t('Apply them')} {...of.foot} />
    </form>
  );
}

const BETTER_NAMES: () => Record<Better, string> = () => ({
  left: t('left came cleaner'),
  right: t('right came cleaner'),
  same: t('no difference'),
});

function TrialOf({ trial, products }: { trial: Trial; products: Product[] }) {
  const { shop } = useSession();
  const { zone, soil, soilKind, result, startedAt, startedBy } = trial;
  return (
    <li className="ruled border-faint py-3">
      <p>
        <strong>
          {t(ZONE_NAMES[zone]).charAt(0).toUpperCase() + t(ZONE_NAMES[zone]).slice(1)}, {t(SOIL_NAMES[soil])}
        </strong>{' '}
        ({t(SOIL_KIND_NAMES[soilKind])}), {startedBy}, {shopDay(startedAt, shop.zone)}{' '}
        {timeOfDay(startedAt, shop.zone)}
        {trial.weather && (
          <span className="block text-[0.94rem] text-muted">
            {weatherInWords(trial.weather, shop.units, t)}
          </span>
        )}
      </p>
      <div className="mt-1 grid grid-cols-2 border border-hairline">
        <Half side="left" of={trial.left} trial={trial} products={products} />
        <Half side="right" of={trial.right} trial={trial} products={products} />
      </div>
      {result ? (
        <p className="mt-1">
          <strong className="first-letter:uppercase">{BETTER_NAMES()[result.better]}</strong>
          {result.note && `. ${result.note}`}
        </p>
      ) : (
        <Result trial={trial} />
      )}
    </li>
  );
}

/** One half: what lies on it, what a litre of it costs, and what came of it. */
function Half(props: { side: 'left' | 'right'; of: TrialSide; trial: Trial; products: Product[] }) {
  const { side, of, trial, products } = props;
  const { shop } = useSession();
  const { data: containers = [] } = useQuery(containersQuery);
  const price = newestPrice(of.productId, containers);
  const { result } = trial;
  const won = result?.better === side;
  return (
    <div className={`p-3 leading-snug ${side === 'left' ? 'border-r-2 border-dashed border-ink' : ''}`}>
      <p className="caps text-muted">{side === 'left' ? t('Left half') : t('Right half')}</p>
      <p>{products.find((p) => p.id === of.productId)?.name ?? t('a product no longer there')}</p>
      <p className={`reading text-[1.3rem] ${won ? 'underline decoration-4 underline-offset-4' : ''}`}>
        {shortSaid(of.strength)}
      </p>
      <p className="text-muted">
        {price
          ? t(
              '{0} a {1}',
              formatUnitCost(costPerWorkingLitre(price, of.fraction), shop.currency, shop.units),
              t(largeMeasure(shop.units)),
            )
          : t('no price')}
      </p>
      {result && <p>{t(OUTCOME_NAMES[result[side]])}</p>}
    </div>
  );
}

function Result({ trial }: { trial: Trial }) {
  const [better, setBetter] = useState<Better>('same');
  const [left, setLeft] = useState<OutcomeKind>('good');
  const [right, setRight] = useState<OutcomeKind>('good');
  const [words, setWords] = useState('');
  const closing = useCommand(() =>
    patch(`/trials/${trial.id}`, { better, left, right, note: words }, trial.revision),
  );
  const outcomes = OUTCOMES.map((value) => ({ value, name: t(OUTCOME_NAMES[value]) }));
  return (
    <div className="mt-3 grid items-end gap-3 sm:grid-cols-2">
      <ListField
        label={t('Left half')}
        value={left}
        options={outcomes}
        onChange={(kind) => setLeft(kind as OutcomeKind)}
      />
      <ListField
        label={t('Right half')}
        value={right}
        options={outcomes}
        onChange={(kind) => setRight(kind as OutcomeKind)}
      />
      <ListField
        label={t('Cleaner')}
        value={better}
        options={BETTER.map((value) => ({ value, name: BETTER_NAMES()[value] }))}
        onChange={(which) => setBetter(which as Better)}
      />
      <TypedField
        label={t('Note')}
        value={words}
        maxLength={300}
        onChange={(event) => setWords(event.target.value)}
      />
      {closing.refusal && <Refusal problem={closing.refusal} />}
      <Button look="main" disabled={closing.waiting} onClick={() => closing.run()}>
        {t('Save the result')}
      </Button>
    </div>
  );
}
