import { useQuery } from '@tanstack/react-query';
import { useNavigate, useParams } from 'react-router';
import { atLeast } from '#contract/people.ts';
import { type Vessel, vesselBody, vesselPatch } from '#contract/ware.ts';
import { VESSEL_KINDS, VESSEL_OUTLINES, type VesselKind } from '#core/mixing/outlines.ts';
import { formatExactVolume, formatVolume } from '#core/units/formatVolume.ts';
import type { UnitSystem } from '#core/units/volume.ts';
import { patch } from '../app/api.ts';
import { useSession } from '../app/session.tsx';
import { askAgain, rowQuery } from '../state/queries.ts';
import { Button, ButtonLink } from '../ui/Button.tsx';
import { ChoiceField, TextField, TickField } from '../ui/FormFields.tsx';
import { FormFoot } from '../ui/FormFoot.tsx';
import { Page } from '../ui/Page.tsx';
import { Refusal } from '../ui/Refusal.tsx';
import { readVolumes } from '../ui/readVolumes.ts';
import { useRowForm } from '../ui/useRowForm.ts';
import { WareDrawing } from '../ui/WareDrawing.tsx';
import { DepthFields } from './DepthFields.tsx';
import { type DepthTyped, readDepth, typedDepth } from './depthTyped.ts';
import { VESSEL_NAMES, VESSEL_STARTS } from './kinds.ts';

/** A vessel: its shape, its limits, and what it holds by the books. */
export default function VesselPage() {
  const { id } = useParams();
  const { who } = useSession();
  const { data: vessel, error } = useQuery({
    ...rowQuery<Vessel>('vessels', Number(id)),
    enabled: id !== 'new',
  });
  if (error) return <Refusal problem={error} />;
  if (id === 'new') return <VesselForm vessel={null} />;
  if (!vessel) return null;
  return atLeast(who.role, 'manager') ? (
    <VesselForm key={vessel.id} vessel={vessel} />
  ) : (
    <VesselFacts vessel={vessel} />
  );
}

function VesselFacts({ vessel }: { vessel: Vessel }) {
  return (
    <Page title={vessel.name}>
      <VesselFigure vessel={vessel} />
    </Page>
  );
}

function VesselFigure({ vessel }: { vessel: Vessel }) {
  const { shop } = useSession();
  const { holds } = vessel;
  const limit = formatVolume(vessel.fillLimitUl, shop.units);
  return (
    <figure>
      <WareDrawing
        outline={VESSEL_OUTLINES[vessel.kind]}
        brimfulUl={vessel.brimfulUl}
        layers={holds ? [{ ul: holds.ul, of: 'product' }] : []}
        units={shop.units}
        height={320}
        width={320}
        marks={[{ ul: vessel.fillLimitUl, figure: `fill limit ${limit}`, tone: 'ink', dashed: true }]}
        label={`${vessel.name}, fill limit ${limit}`}
      />
      <figcaption className="mt-2 max-w-72">
        {holds
          ? `By the books it holds ${holds.code}: ${formatVolume(holds.ul, shop.units)} of ${holds.productName}, mixed by ${holds.personName}.`
          : 'Empty by the books.'}
      </figcaption>
    </figure>
  );
}

type Typed = {
  name: string;
  kind: VesselKind;
  brimfulUl: string;
  fillLimitUl: string;
  smallestUl: string;
  displacementUl: string;
  deadUl: string;
  twoLines: boolean;
  depth: DepthTyped;
};

const typedVessel = (vessel: Vessel | null): Typed =>
  vessel
    ? {
        name: vessel.name,
        kind: vessel.kind,
        brimfulUl: formatExactVolume(vessel.brimfulUl),
        fillLimitUl: formatExactVolume(vessel.fillLimitUl),
        smallestUl: formatExactVolume(vessel.smallestUl),
        displacementUl: formatExactVolume(vessel.displacementUl),
        deadUl: formatExactVolume(vessel.deadUl),
        twoLines: vessel.twoLines,
        depth: typedDepth(vessel.depth),
      }
    : {
        name: '',
        kind: 'triggerBottle',
        ...VESSEL_STARTS.triggerBottle,
        displacementUl: '0',
        deadUl: '0',
        twoLines: false,
        depth: typedDepth(null),
      };

const LABELS = {
  brimfulUl: 'Brimful',
  fillLimitUl: 'Fill limit',
  smallestUl: 'Smallest sensible mix',
} as const;
const SPARE_LABELS = { displacementUl: 'Taken up by a guard', deadUl: 'Left in the bottom' } as const;

function bodyOf(typed: Typed, system: UnitSystem) {
  const { volumes, refusals } = readVolumes(typed, LABELS, system);
  const spare = readVolumes(typed, SPARE_LABELS, system, { orNothing: true });
  const shape = readDepth(typed.depth, system);
  return {
    body: {
      name: typed.name,
      kind: typed.kind,
      twoLines: typed.twoLines,
      depth: shape.depth,
      ...volumes,
      ...spare.volumes,
    },
    refusals: { ...refusals, ...spare.refusals, ...shape.refusals },
  };
}

function VesselForm({ vessel }: { vessel: Vessel | null }) {
  const { shop } = useSession();
  const navigate = useNavigate();
  const retired = vessel?.retired ?? false;
  const of = useRowForm<Typed, Vessel>({
    row: vessel,
    path: '/vessels',
    topic: 'vessels',
    schema: vessel ? vesselPatch : vesselBody,
    typed: typedVessel,
    read: (typed) => {
      const { body, refusals } = bodyOf(typed, shop.units);
      return { body: vessel ? { ...body, retired } : body, refusals };
    },
    labels: {
      name: 'Vessel name',
      kind: 'Kind',
      ...LABELS,
      ...SPARE_LABELS,
      twoLines: 'Two printed lines',
      depth: 'Inside shape',
    },
    done: () => navigate('/rigs'),
  });
  const kind = of.form.watch('kind');
  const setRetired = async (row: Vessel) => {
    const { id, revision, holds: _, lastHeld: __, ...facts } = row;
    await patch(`/vessels/${id}`, { ...facts, retired: !retired }, revision);
    askAgain('vessels');
  };
  // A new vessel starts as its kind usually is, until its volumes are typed.
  const startAs = (next: VesselKind) => {
    const { brimfulUl, fillLimitUl, smallestUl } = of.form.formState.dirtyFields;
    if (vessel || brimfulUl || fillLimitUl || smallestUl) return;
    of.form.reset({ ...of.form.getValues(), kind: next, ...VESSEL_STARTS[next] }, { keepErrors: true });
  };
  return (
    <Page
      title={vessel ? vessel.name : 'Add a vessel'}
      actions={
        vessel && (
          <Button onClick={() => void setRetired(vessel)}>{retired ? 'Bring it back' : 'Retire it'}</Button>
        )
      }
    >
      {retired && <p className="mb-3 font-bold">Retired: nothing can be mixed in it. Its history stays.</p>}
      <div className="grid gap-8 md:grid-cols-[minmax(0,28rem)_auto]">
        <form onSubmit={of.submit} noValidate>
          <div className="grid items-start gap-4 sm:grid-cols-2">
            <div className="sm:col-span-2">
              <TextField
                of={of}
                name="name"
                label="Vessel name"
                hint="As people call it, such as Trigger bottle, white cap"
              />
            </div>
            <div className="sm:col-span-2">
              <ChoiceField
                of={of}
                name="kind"
                label="Kind"
                options={VESSEL_KINDS.map((value) => ({ value, name: VESSEL_NAMES[value] }))}
                onChosen={(value) => startAs(value as VesselKind)}
              />
            </div>
            <TextField of={of} name="brimfulUl" label={LABELS.brimfulUl} hint="Filled to the very top" />
            <TextField
              of={of}
              name="fillLimitUl"
              label={LABELS.fillLimitUl}
              hint="As full as it may be; a sprayer needs air"
            />
            <TextField
              of={of}
              name="smallestUl"
              label={LABELS.smallestUl}
              hint="Less is not worth mixing in it"
            />
            <TextField
              of={of}
              name="displacementUl"
              label={SPARE_LABELS.displacementUl}
              hint="A grit guard lifts every line"
            />
            <TextField
              of={of}
              name="deadUl"
              label={SPARE_LABELS.deadUl}
              hint="Never drawn up; counts when mixing for several vehicles"
            />
            <TickField of={of} name="twoLines" label="It has two printed lines" />
            <DepthFields of={of} />
          </div>
          <FormFoot save={vessel ? 'Save' : 'Add the vessel'} {...of.foot}>
            <ButtonLink to="/rigs">Back to Rigs</ButtonLink>
          </FormFoot>
        </form>
        {vessel ? <VesselFigure vessel={vessel} /> : <Preview kind={kind} typed={of.form.watch()} />}
      </div>
    </Page>
  );
}

/** The vessel as it would be drawn, while what is typed makes one. */
function Preview({ kind, typed }: { kind: VesselKind; typed: Typed }) {
  const { shop } = useSession();
  const { body } = bodyOf(typed, shop.units);
  const { brimfulUl, fillLimitUl } = body;
  if (!brimfulUl || !fillLimitUl || fillLimitUl > brimfulUl) return null;
  return (
    <WareDrawing
      outline={VESSEL_OUTLINES[kind]}
      brimfulUl={brimfulUl}
      layers={[]}
      units={shop.units}
      height={320}
      width={320}
      marks={[{ ul: fillLimitUl, figure: 'fill limit', tone: 'ink', dashed: true }]}
      label={`A ${VESSEL_NAMES[kind].toLowerCase()} of ${formatVolume(brimfulUl, shop.units)}`}
    />
  );
}
