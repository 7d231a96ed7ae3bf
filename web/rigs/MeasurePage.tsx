import { useParams } from 'react-router';
import { type MeasureRow, measureBody, measurePatch } from '#contract/equipment.ts';
import { atLeast } from '#contract/roles.ts';
import { MEASURE_KINDS, MEASURE_OUTLINES, type MeasureKind } from '#core/mixing/outlines.ts';
import { formatExactVolume, formatVolume } from '#core/units/formatVolume.ts';
import { patch } from '../lib/api.ts';
import { useSession } from '../lib/session.tsx';
import { t } from '../lib/speech.ts';
import { measuresQuery, rowQuery } from '../state/queries.ts';
import { useQuery } from '../state/useQuery.ts';
import { ButtonLink } from '../ui/Button.tsx';
import { EquipmentDrawing } from '../ui/EquipmentDrawing.tsx';
import { ChoiceField, TextField } from '../ui/FormFields.tsx';
import { FormFoot } from '../ui/FormFoot.tsx';
import { Page } from '../ui/Page.tsx';
import { Refusal } from '../ui/Refusal.tsx';
import { RetireButton } from '../ui/RetireButton.tsx';
import { readVolumes } from '../ui/readVolumes.ts';
import { useGo } from '../ui/useGo.ts';
import { useRowForm } from '../ui/useRowForm.ts';
import { CalibrateMeasure } from './CalibrateMeasure.tsx';
import { MEASURE_NAMES, MEASURE_STARTS } from './kinds.ts';

/** A measure: what it holds and how finely it can be read. */
export default function MeasurePage() {
  const { id } = useParams();
  const { who } = useSession();
  const { data: measure, error } = useQuery({
    ...rowQuery<MeasureRow>('measures', Number(id)),
    enabled: id !== 'new',
  });
  if (error) return <Refusal problem={error} />;
  if (id === 'new') return <MeasureForm measure={null} />;
  if (!measure) return null;
  if (atLeast(who.role, 'manager')) return <MeasureForm key={measure.id} measure={measure} />;
  return (
    <Page title={measure.name}>
      <MeasureFigure measure={measure} />
    </Page>
  );
}

function MeasureFigure({ measure }: { measure: MeasureRow }) {
  const { shop } = useSession();
  return (
    <EquipmentDrawing
      outline={MEASURE_OUTLINES[measure.kind]}
      brimfulUl={measure.capacityUl}
      layers={[]}
      units={shop.units}
      height={300}
      width={280}
      label={t(
        '{0}: holds {1}, in steps of {2}',
        measure.name,
        formatVolume(measure.capacityUl, shop.units),
        formatVolume(measure.stepUl, shop.units),
      )}
    />
  );
}

type Typed = { name: string; kind: MeasureKind; capacityUl: string; stepUl: string };

const typedMeasure = (measure: MeasureRow | null): Typed =>
  measure
    ? {
        name: measure.name,
        kind: measure.kind,
        capacityUl: formatExactVolume(measure.capacityUl),
        stepUl: formatExactVolume(measure.stepUl),
      }
    : { name: '', kind: 'cylinder', ...MEASURE_STARTS.cylinder };

const LABELS = () => ({ capacityUl: t('Holds'), stepUl: t('One graduation') }) as const;

function MeasureForm({ measure }: { measure: MeasureRow | null }) {
  const { shop } = useSession();
  const go = useGo();
  const retired = measure?.retired ?? false;
  const of = useRowForm<Typed, MeasureRow>({
    row: measure,
    path: '/measures',
    topic: 'measures',
    schema: measure ? measurePatch : measureBody,
    typed: typedMeasure,
    read: (typed) => {
      const { volumes, refusals } = readVolumes(typed, LABELS(), shop.units);
      const body = { name: typed.name, kind: typed.kind, ...volumes };
      return { body: measure ? { ...body, retired } : body, refusals };
    },
    labels: { name: t('Measure name'), kind: t('Kind'), ...LABELS() },
    done: () => go('/rigs'),
  });
  const { data: measures = [] } = useQuery(measuresQuery);
  const kind = of.form.watch('kind');
  // Caps and pump heads are counted, not read: what one gives has to be found out.
  const counted = kind === 'cap' || kind === 'pump';
  const cylinders = measures.filter((m) => m.kind !== 'cap' && m.kind !== 'pump');
  const setRetired = async (row: MeasureRow) => {
    const { name, kind, capacityUl, stepUl, revision } = row;
    return patch(`/measures/${row.id}`, { name, kind, capacityUl, stepUl, retired: !retired }, revision);
  };
  // A new measure starts as its kind usually is, until its volumes are typed.
  const startAs = (next: MeasureKind) => {
    const { capacityUl, stepUl } = of.form.formState.dirtyFields;
    if (measure || capacityUl || stepUl) return;
    of.form.reset({ ...of.form.getValues(), kind: next, ...MEASURE_STARTS[next] }, { keepErrors: true });
  };
  return (
    <Page
      title={measure ? measure.name : t('Add a measure')}
      actions={
        measure && <RetireButton retired={retired} topic="measures" send={() => setRetired(measure)} />
      }
    >
      {retired && <p className="mb-3 font-bold">{t('Retired: the Bench no longer offers it.')}</p>}
      <div className="grid gap-8 md:grid-cols-[minmax(0,28rem)_auto]">
        <form onSubmit={of.submit} noValidate>
          <div className="grid items-start gap-4 sm:grid-cols-2">
            <TextField of={of} name="name" label={t('Measure name')} hint={t('Such as 250 ml cylinder')} />
            <ChoiceField
              of={of}
              name="kind"
              label={t('Kind')}
              options={MEASURE_KINDS.map((value) => ({ value, name: MEASURE_NAMES()[value] }))}
              onChosen={(value) => startAs(value as MeasureKind)}
            />
            <TextField of={of} name="capacityUl" label={LABELS().capacityUl} />
            <TextField
              of={of}
              name="stepUl"
              label={LABELS().stepUl}
              hint={t('The finest line it can be read to')}
            />
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
