import { useParams } from 'react-router';
import { type Vessel, vesselBody, vesselPatch } from '#contract/equipment.ts';
import { atLeast } from '#contract/roles.ts';
import { VESSEL_KINDS, VESSEL_OUTLINES, type VesselKind } from '#core/mixing/outlines.ts';
import { USUAL_DIALS } from '#core/mixing/starterEquipment.ts';
import { isSuction } from '#core/products/record.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import { patch } from '../lib/api.ts';
import { useSession } from '../lib/session.tsx';
import { t } from '../lib/speech.ts';
import { useShowsProducts } from '../state/onScreen.ts';
import {
  calibrationsQuery,
  devicesQuery,
  isNew,
  peopleQuery,
  placesQuery,
  rowOrNew,
} from '../state/queries.ts';
import { useAsked } from '../state/useAsked.ts';
import { useQuery } from '../state/useQuery.ts';
import { ButtonLink } from '../ui/Button.tsx';
import { NOBODY } from '../ui/codecs.ts';
import { EquipmentDrawing } from '../ui/EquipmentDrawing.tsx';
import { ChoiceField, TextField, TickField } from '../ui/FormFields.tsx';
import { FormFoot } from '../ui/FormFoot.tsx';
import type { Needs } from '../ui/fetched.tsx';
import { Page } from '../ui/Page.tsx';
import { RetireNeeded } from '../ui/RetireNeeded.tsx';
import { useGo } from '../ui/useGo.ts';
import { useRowForm } from '../ui/useRowForm.ts';
import type { TextForm } from '../ui/useTextForm.ts';
import { DepthFields } from './DepthFields.tsx';
import { DialFields } from './DialFields.tsx';
import { DrawSection } from './DrawSection.tsx';
import { VESSEL_NAMES } from './kinds.ts';
import { OutputSection } from './OutputSection.tsx';
import {
  ROLE_OPTIONS,
  readVessel,
  rigInWords,
  typedVessel,
  USUAL_ROLE,
  usualVolumes,
  type VesselTyped,
  vesselFacts,
} from './vesselTyped.ts';

VesselPage.needs = (({ params: { id } }) => [
  rowOrNew<Vessel>('vessels', id),
  ...(isNew(id) ? [] : [devicesQuery, calibrationsQuery(Number(id))]),
]) satisfies Needs;

/** A vessel: its shape, its limits, and what it holds by the books. */
export default function VesselPage() {
  const { id } = useParams();
  const { who } = useSession();
  const [vessel] = useAsked(rowOrNew<Vessel>('vessels', id));
  if (!vessel) return <VesselForm vessel={null} />;
  return atLeast(who.role, 'manager') ? (
    <VesselForm key={vessel.id} vessel={vessel} />
  ) : (
    <VesselFacts vessel={vessel} />
  );
}

function VesselFacts({ vessel }: { vessel: Vessel }) {
  useShowsProducts(...vessel.held.map((h) => h.productId));
  return (
    <Page title={vessel.name}>
      <p className="mb-5">{rigInWords(vessel)}.</p>
      <Delivery vessel={vessel} />
      <VesselFigure vessel={vessel} />
    </Page>
  );
}

/** What comes out of it, as it was measured: the draw of a cannon, the output of a sprayer. */
function Delivery({ vessel }: { vessel: Vessel }) {
  if (isSuction(vessel.kind)) return <DrawSection vessel={vessel} />;
  if (vessel.kind === 'triggerBottle' || vessel.kind === 'pumpSprayer')
    return <OutputSection vessel={vessel} />;
  return null;
}

function VesselFigure({ vessel }: { vessel: Vessel }) {
  const { shop } = useSession();
  const { holds } = vessel;
  const limit = formatVolume(vessel.fillLimitUl, shop.units);
  return (
    <figure>
      <EquipmentDrawing
        outline={VESSEL_OUTLINES[vessel.kind]}
        brimfulUl={vessel.brimfulUl}
        layers={holds ? [{ ul: holds.ul, of: holds.productUl === holds.ul ? 'product' : 'mix' }] : []}
        units={shop.units}
        height={320}
        width={320}
        marks={[{ ul: vessel.fillLimitUl, figure: t('fill limit {0}', limit), tone: 'ink', dashed: true }]}
        label={t('{0}, fill limit {1}', vessel.name, limit)}
      />
      <figcaption className="mt-2 max-w-72">
        {holds
          ? t(
              'By the books it holds {0}: {1} of {2}, mixed by {3}.',
              holds.code,
              formatVolume(holds.ul, shop.units),
              holds.productName,
              holds.personName,
            )
          : t('Empty by the books.')}
      </figcaption>
    </figure>
  );
}

function VesselForm({ vessel }: { vessel: Vessel | null }) {
  const { shop } = useSession();
  const go = useGo();
  const retired = vessel?.retired ?? false;
  const of = useRowForm<VesselTyped, Vessel>({
    row: vessel,
    path: '/vessels',
    schema: vessel ? vesselPatch : vesselBody,
    typed: (row) => typedVessel(row, shop),
    read: (typed) => {
      const { body, refusals } = readVessel(typed, shop, vessel);
      return { body: vessel ? { ...body, retired } : body, refusals };
    },
    done: () => go('/rigs'),
  });
  const kind = of.form.watch('kind');
  const setRetired = (row: Vessel) =>
    patch(`/vessels/${row.id}`, { ...vesselFacts(row), retired: !retired }, row.revision);
  // A new vessel starts as its kind usually is, until its volumes are typed.
  const startAs = (next: VesselKind) => {
    const { brimfulUl, fillLimitUl, smallestUl, role, dials } = of.form.formState.dirtyFields;
    if (vessel || brimfulUl || fillLimitUl || smallestUl) return;
    const usual = {
      ...usualVolumes(next, shop),
      ...(!role && { role: USUAL_ROLE[next] ?? 'any' }),
      ...(!dials && { dials: isSuction(next) ? USUAL_DIALS.map((name) => ({ id: null, name })) : [] }),
    };
    of.form.reset(
      { ...of.form.getValues(), kind: next, ...usual },
      { keepErrors: true, keepDirtyValues: true },
    );
  };
  return (
    <Page
      title={vessel ? vessel.name : t('Add a vessel')}
      actions={
        vessel && (
          <RetireNeeded
            retired={retired}
            send={() => setRetired(vessel)}
            needs={({ vesselId }) => vesselId === vessel.id}
          />
        )
      }
    >
      {retired && (
        <p className="mb-3 font-bold">{t('Retired: nothing can be mixed in it. Its history stays.')}</p>
      )}
      {vessel && <Delivery vessel={vessel} />}
      <div className="grid gap-8 md:grid-cols-[minmax(0,28rem)_auto]">
        <form onSubmit={of.submit} noValidate>
          <div className="grid items-start gap-4 sm:grid-cols-2">
            <div className="sm:col-span-2">
              <TextField
                of={of}
                name="name"
                hint={t('As people call it, such as Trigger bottle, white cap')}
              />
            </div>
            <div className="sm:col-span-2">
              <ChoiceField
                of={of}
                name="kind"
                options={VESSEL_KINDS.map((value) => ({ value, name: VESSEL_NAMES()[value] }))}
                onChosen={(value) => startAs(value as VesselKind)}
              />
            </div>
            <TextField of={of} name="brimfulUl" hint={t('Filled to the very top')} />
            <TextField of={of} name="fillLimitUl" hint={t('As full as it may be; a sprayer needs air')} />
            <TextField of={of} name="smallestUl" hint={t('Less is not worth mixing in it')} />
            <TextField of={of} name="displacementUl" hint={t('A grit guard lifts every line')} />
            <TextField
              of={of}
              name="deadUl"
              hint={t('Never drawn up; counts when mixing for several vehicles')}
            />
            <TickField of={of} name="twoLines" label={t('It has two printed lines')} />
            <KeptFields of={of} cannon={isSuction(kind)} />
            <DepthFields of={of} />
          </div>
          <FormFoot save={vessel ? t('Save') : t('Add the vessel')} {...of.foot}>
            <ButtonLink to="/rigs">{t('Back to Rigs')}</ButtonLink>
          </FormFoot>
        </form>
        {vessel ? <VesselFigure vessel={vessel} /> : <Preview kind={kind} typed={of.form.watch()} />}
      </div>
    </Page>
  );
}

/** What it is kept for, where, by whom; for a cannon also its dial and its machine. */
function KeptFields({ of, cannon }: { of: TextForm<VesselTyped>; cannon: boolean }) {
  const { data: places = [] } = useQuery(placesQuery);
  const { data: people = [] } = useQuery(peopleQuery);
  const { data: devices = [] } = useQuery(devicesQuery);
  const listed = (rows: { id: number; name: string }[], none: string) => [
    { value: NOBODY, name: none },
    ...rows.map(({ id, name }) => ({ value: String(id), name })),
  ];
  const machines = devices.filter((d) => d.kind === 'pressureWasher');
  return (
    <>
      <ChoiceField of={of} name="role" options={ROLE_OPTIONS()} />
      <ChoiceField of={of} name="placeId" options={listed(places, t('Nowhere in particular'))} />
      <ChoiceField
        of={of}
        name="keeperId"
        options={listed(
          people.filter((p) => !p.retired),
          t('Everyone'),
        )}
      />
      {cannon && (
        <>
          <ChoiceField of={of} name="machineId" options={listed(machines, t('A garden hose'))} />
          <TextField of={of} name="orificeMm" placeholder="1.1 mm" />
          <DialFields of={of} />
        </>
      )}
    </>
  );
}

/** The vessel as it would be drawn, while what is typed makes one. */
function Preview({ kind, typed }: { kind: VesselKind; typed: VesselTyped }) {
  const { shop } = useSession();
  const { body } = readVessel(typed, shop);
  const { brimfulUl, fillLimitUl } = body;
  if (!brimfulUl || !fillLimitUl || fillLimitUl > brimfulUl) return null;
  return (
    <EquipmentDrawing
      outline={VESSEL_OUTLINES[kind]}
      brimfulUl={brimfulUl}
      layers={[]}
      units={shop.units}
      height={320}
      width={320}
      marks={[{ ul: fillLimitUl, figure: t('fill limit'), tone: 'ink', dashed: true }]}
      label={t('A {0} of {1}', VESSEL_NAMES()[kind].toLowerCase(), formatVolume(brimfulUl, shop.units))}
    />
  );
}
