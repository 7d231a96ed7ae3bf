import { useParams, useSearchParams } from 'react-router';
import { type Device, type DeviceKind, deviceBody, devicePatch } from '#contract/rigs.ts';
import { atLeast } from '#contract/roles.ts';
import type { Refusal as CoreRefusal } from '#core/outcome.ts';
import { formatFlow, parseFlow } from '#core/units/flow.ts';
import { parseNumber } from '#core/units/parseNumber.ts';
import type { UnitSystem } from '#core/units/units.ts';
import { patch } from '../lib/api.ts';
import { useSession } from '../lib/session.tsx';
import { t } from '../lib/speech.ts';
import { placesQuery, rowQuery } from '../state/queries.ts';
import { useQuery } from '../state/useQuery.ts';
import { ButtonLink } from '../ui/Button.tsx';
import { ChoiceField, NoteField, TextField } from '../ui/FormFields.tsx';
import { FormFoot } from '../ui/FormFoot.tsx';
import { Page } from '../ui/Page.tsx';
import { Refusal } from '../ui/Refusal.tsx';
import { RetireButton } from '../ui/RetireButton.tsx';
import { useGo } from '../ui/useGo.ts';
import { useRowForm } from '../ui/useRowForm.ts';
import { Dispenser } from './dispenser/Dispenser.tsx';
import { DEVICE_NAMES } from './kinds.ts';
import { NOBODY } from './vesselTyped.ts';

/** A machine: where it stands and what its plate says. */
export default function DevicePage() {
  const { id } = useParams();
  const [search] = useSearchParams();
  const { who, shop } = useSession();
  const { data: device, error } = useQuery({
    ...rowQuery<Device>('devices', Number(id)),
    enabled: id !== 'new',
  });
  if (error) return <Refusal problem={error} />;
  const kind: DeviceKind = search.get('kind') === 'dispenser' ? 'dispenser' : 'pressureWasher';
  if (id === 'new') return <DeviceForm device={null} kind={kind} />;
  if (!device) return null;
  if (atLeast(who.role, 'manager')) return <DeviceForm key={device.id} device={device} kind={device.kind} />;
  return (
    <Page title={device.name}>
      {device.kind === 'dispenser' && <Dispenser device={device} />}
      <p>
        {[
          DEVICE_NAMES()[device.kind],
          device.plateMlPerMin && t('{0} on its plate', formatFlow(device.plateMlPerMin, shop.units)),
          device.plateBar && `${device.plateBar} bar`,
        ]
          .filter(Boolean)
          .join(', ')}
        .
      </p>
      {device.note && <p className="mt-3">{device.note}</p>}
    </Page>
  );
}

type Typed = { name: string; placeId: string; plateMlPerMin: string; plateBar: string; note: string };

const typedDevice = (device: Device | null, units: UnitSystem): Typed => ({
  name: device?.name ?? '',
  placeId: device?.placeId ? String(device.placeId) : NOBODY,
  plateMlPerMin: device?.plateMlPerMin ? formatFlow(device.plateMlPerMin, units) : '',
  plateBar: device?.plateBar ? `${device.plateBar} bar` : '',
  note: device?.note ?? '',
});

function readDevice(typed: Typed, kind: DeviceKind, units: UnitSystem) {
  const refusals: Record<string, CoreRefusal> = {};
  const optional = (name: 'plateMlPerMin' | 'plateBar'): number | null => {
    if (typed[name].trim() === '') return null;
    const read =
      name === 'plateMlPerMin'
        ? parseFlow(typed[name], t('Flow on its plate'), units)
        : parseNumber(typed[name].replace(/\s*bar\s*$/i, ''), t('Pressure on its plate'), 'bar');
    if (read.ok) return read.value;
    refusals[name] = read;
    return null;
  };
  const body = {
    name: typed.name,
    kind,
    placeId: typed.placeId === NOBODY ? null : Number(typed.placeId),
    plateMlPerMin: optional('plateMlPerMin'),
    plateBar: optional('plateBar'),
    note: typed.note,
  };
  return { body, refusals };
}

function DeviceForm({ device, kind }: { device: Device | null; kind: DeviceKind }) {
  const { shop } = useSession();
  const go = useGo();
  const { data: places = [] } = useQuery(placesQuery);
  const retired = device?.retired ?? false;
  const of = useRowForm<Typed, Device>({
    row: device,
    path: '/devices',
    topic: 'devices',
    schema: device ? devicePatch : deviceBody,
    typed: (row) => typedDevice(row, shop.units),
    read: (typed) => {
      const { body, refusals } = readDevice(typed, kind, shop.units);
      return { body: device ? { ...body, retired } : body, refusals };
    },
    labels: {
      name: t('Name'),
      placeId: t('Where it is'),
      plateMlPerMin: t('Flow on its plate'),
      plateBar: t('Pressure on its plate'),
      note: t('Note'),
    },
    done: () => go('/rigs'),
  });
  const setRetired = ({ id, revision, retired: was, ...facts }: Device) =>
    patch(`/devices/${id}`, { ...facts, retired: !was }, revision);
  const what = DEVICE_NAMES()[kind].toLowerCase();
  return (
    <Page
      title={device ? device.name : t('Add a {0}', what)}
      actions={device && <RetireButton retired={retired} topic="devices" send={() => setRetired(device)} />}
    >
      {retired && (
        <p className="mb-3 font-bold">
          {t('Retired: it is no longer offered. What was measured on it stays.')}
        </p>
      )}
      {device?.kind === 'dispenser' && <Dispenser device={device} />}
      <form onSubmit={of.submit} noValidate className="max-w-md">
        <div className="grid items-start gap-4 sm:grid-cols-2">
          <div className="sm:col-span-2">
            <TextField
              of={of}
              name="name"
              label={t('Name')}
              hint={t('As people call it, such as {0}, bay 2', DEVICE_NAMES()[kind])}
            />
          </div>
          <ChoiceField
            of={of}
            name="placeId"
            label={t('Where it is')}
            options={[
              { value: NOBODY, name: t('Nowhere in particular') },
              ...places.map(({ id, name }) => ({ value: String(id), name })),
            ]}
          />
          <TextField
            of={of}
            name="plateMlPerMin"
            label={t('Flow on its plate')}
            placeholder="8 l/min"
            hint={
              kind === 'dispenser'
                ? t('Of water through it')
                : t('What really flows is measured with the cannon fitted')
            }
          />
          <TextField of={of} name="plateBar" label={t('Pressure on its plate')} placeholder="120 bar" />
          <div className="sm:col-span-2">
            <NoteField of={of} name="note" label={t('Note')} />
          </div>
        </div>
        <FormFoot save={device ? t('Save') : t('Add the {0}', what)} {...of.foot}>
          <ButtonLink to="/rigs">{t('Back to Rigs')}</ButtonLink>
        </FormFoot>
      </form>
    </Page>
  );
}
