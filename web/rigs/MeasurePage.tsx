import { useParams } from 'react-router';
import { type MeasureRow, measureBody, measurePatch } from '#contract/equipment.ts';
import type { Product } from '#contract/products.ts';
import { atLeast } from '#contract/roles.ts';
import { markedIn } from '#core/mixing/chooseMeasure.ts';
import { MEASURE_KINDS, MEASURE_OUTLINES, type MeasureKind } from '#core/mixing/outlines.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import { patch } from '../lib/api.ts';
import { useSession } from '../lib/session.tsx';
import { t } from '../lib/speech.ts';
import { measuresQuery, productsQuery, rowOrNew } from '../state/queries.ts';
import { useAsked } from '../state/useAsked.ts';
import { ButtonLink } from '../ui/Button.tsx';
import { NOBODY } from '../ui/codecs.ts';
import { EquipmentDrawing } from '../ui/EquipmentDrawing.tsx';
import { ChoiceField, TextField } from '../ui/FormFields.tsx';
import { FormFoot } from '../ui/FormFoot.tsx';
import type { Needs } from '../ui/fetched.tsx';
import { Page } from '../ui/Page.tsx';
import { RetireButton } from '../ui/RetireButton.tsx';
import { useGo } from '../ui/useGo.ts';
import { useRowForm } from '../ui/useRowForm.ts';
import { CalibrateMeasure } from './CalibrateMeasure.tsx';
import { MEASURE_NAMES } from './kinds.ts';
import { type MeasureTyped, readMeasure, typedMeasure, usualMeasure } from './measureTyped.ts';

MeasurePage.needs = (({ params: { id } }) => [
  rowOrNew<MeasureRow>('measures', id),
  measuresQuery,
  productsQuery,
]) satisfies Needs;

/** A measure: what it holds and how finely it can be read. */
export default function MeasurePage() {
  const { id } = useParams();
  const { who } = useSession();
  const [measure] = useAsked(rowOrNew<MeasureRow>('measures', id));
  if (!measure) return <MeasureForm measure={null} />;
  if (atLeast(who.role, 'manager')) return <MeasureForm key={measure.id} measure={measure} />;
  return (
    <Page title={measure.name}>
      <MeasureFigure measure={measure} />
    </Page>
  );
}

function MeasureFigure({ measure }: { measure: MeasureRow }) {
  const { shop } = useSession();
  const units = markedIn(measure, shop.units);
  return (
    <EquipmentDrawing
      outline={MEASURE_OUTLINES[measure.kind]}
      brimfulUl={measure.capacityUl}
      layers={[]}
      units={units}
      height={300}
      width={280}
      label={t(
        '{0}: holds {1}, in steps of {2}',
        measure.name,
        formatVolume(measure.capacityUl, units),
        formatVolume(measure.stepUl, units),
      )}
    />
  );
}

/** A product that was retired since is still what it sits on. */
const retiredSeat = (measure: MeasureRow | null, products: readonly Product[]) =>
  measure?.productId == null || products.some((p) => p.id === measure.productId)
    ? []
    : [{ value: String(measure.productId), name: t('A retired product') }];

function MeasureForm({ measure }: { measure: MeasureRow | null }) {
  const { shop } = useSession();
  const go = useGo();
  const retired = measure?.retired ?? false;
  const of = useRowForm<MeasureTyped, MeasureRow>({
    row: measure,
    path: '/measures',
    schema: measure ? measurePatch : measureBody,
    typed: (row) => typedMeasure(row, shop),
    read: (typed) => readMeasure(typed, shop, measure),
    done: () => go('/rigs'),
  });
  const [measures, products] = useAsked(measuresQuery, productsQuery);
  const kind = of.form.watch('kind');
  // Caps and pump heads are counted, not read: what one gives has to be found out.
  const counted = kind === 'cap' || kind === 'pump';
  const cylinders = measures.filter((m) => m.kind !== 'cap' && m.kind !== 'pump');
  const setRetired = async (row: MeasureRow) => {
    const { name, kind, capacityUl, stepUl, productId, revision } = row;
    const body = { name, kind, capacityUl, stepUl, productId, retired: !retired };
    return patch(`/measures/${row.id}`, body, revision);
  };
  // A new measure starts as its kind usually is, until its volumes are typed.
  const startAs = (next: MeasureKind) => {
    const { capacityUl, stepUl } = of.form.formState.dirtyFields;
    if (measure || capacityUl || stepUl) return;
    of.form.reset({ ...of.form.getValues(), kind: next, ...usualMeasure(next) }, { keepErrors: true });
  };
  return (
    <Page
      title={measure ? measure.name : t('Add a measure')}
      actions={measure && <RetireButton retired={retired} send={() => setRetired(measure)} />}
    >
      {retired && <p className="mb-3 font-bold">{t('Retired: the Bench no longer offers it.')}</p>}
      <div className="grid gap-8 md:grid-cols-[minmax(0,28rem)_auto]">
        <form onSubmit={of.submit} noValidate>
          <div className="grid items-start gap-4 sm:grid-cols-2">
            <TextField of={of} name="name" hint={t('Such as 250 ml cylinder')} />
            <ChoiceField
              of={of}
              name="kind"
              options={MEASURE_KINDS.map((value) => ({ value, name: MEASURE_NAMES()[value] }))}
              onChosen={(value) => startAs(value as MeasureKind)}
            />
            <TextField of={of} name="capacityUl" />
            <TextField of={of} name="stepUl" hint={t('The finest line it can be read to')} />
            {kind === 'pump' && (
              <ChoiceField
                of={of}
                name="productId"
                hint={t('If it stays on one product, it measures no other.')}
                options={[
                  { value: NOBODY, name: t('Any product') },
                  ...products.map(({ id, name }) => ({ value: String(id), name })),
                  ...retiredSeat(measure, products),
                ]}
              />
            )}
          </div>
          <FormFoot save={measure ? t('Save') : t('Add the measure')} {...of.foot}>
            <ButtonLink to="/rigs">{t('Back to Rigs')}</ButtonLink>
          </FormFoot>
        </form>
        {counted ? (
          <CalibrateMeasure
            cylinders={cylinders}
            use={(each) => {
              of.form.setValue('capacityUl', each, { shouldDirty: true });
              of.form.setValue('stepUl', each, { shouldDirty: true });
            }}
          />
        ) : (
          measure && <MeasureFigure measure={measure} />
        )}
      </div>
    </Page>
  );
}
