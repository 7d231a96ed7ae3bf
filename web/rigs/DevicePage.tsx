import { useParams, useSearchParams } from 'react-router';
import { type Device, type DeviceKind, deviceBody, devicePatch } from '#contract/rigs.ts';
import { atLeast } from '#contract/roles.ts';
import { formatFlow } from '#core/units/flow.ts';
import { patch } from '../lib/api.ts';
import { useSession } from '../lib/session.tsx';
import { t } from '../lib/speech.ts';
import { placesQuery, rowOrNew } from '../state/queries.ts';
import { useAsked } from '../state/useAsked.ts';
import { useQuery } from '../state/useQuery.ts';
import { ButtonLink } from '../ui/Button.tsx';
import {
  BAR,
  flow,
  NOBODY,
  number,
  orEmpty,
  readBy,
  rowOrNobody,
  type TypedBy,
  text,
  typedOf,
} from '../ui/codecs.ts';
import { ChoiceField, NoteField, TextField } from '../ui/FormFields.tsx';
import { FormFoot } from '../ui/FormFoot.tsx';
import type { Needs } from '../ui/fetched.tsx';
import { Page } from '../ui/Page.tsx';
import { RetireButton } from '../ui/RetireButton.tsx';
import { useGo } from '../ui/useGo.ts';
import { useRowForm } from '../ui/useRowForm.ts';
import { Dispenser } from './dispenser/Dispenser.tsx';
import { DEVICE_NAMES } from './kinds.ts';

DevicePage.needs = (({ params: { id } }) => [rowOrNew<Device>('devices', id)]) satisfies Needs;

/** A machine: where it stands and what its plate says. */
export default function DevicePage() {
  const { id } = useParams();
  const [search] = useSearchParams();
  const { who, shop } = useSession();
  const [device] = useAsked(rowOrNew<Device>('devices', id));
  const kind: DeviceKind = search.get('kind') === 'dispenser' ? 'dispenser' : 'pressureWasher';
  if (!device) return <DeviceForm device={null} kind={kind} />;
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

const DEVICE = {
  name: text(),
  placeId: rowOrNobody,
  plateMlPerMin: orEmpty(flow),
  plateBar: orEmpty(number('bar', BAR)),
  note: text(),
};

function DeviceForm({ device, kind }: { device: Device | null; kind: DeviceKind }) {
  const { shop } = useSession();
  const go = useGo();
  const { data: places = [] } = useQuery(placesQuery);
  const retired = device?.retired ?? false;
  const of = useRowForm<TypedBy<typeof DEVICE>, Device>({
    row: device,
    path: '/devices',
    schema: device ? devicePatch : deviceBody,
    typed: (row) => typedOf(DEVICE, row, shop),
    read: readBy(DEVICE, deviceBody, shop, device, () => ({ kind, ...(device && { retired }) })),
    done: () => go('/rigs'),
  });
  const setRetired = ({ id, revision, retired: was, ...facts }: Device) =>
    patch(`/devices/${id}`, { ...facts, retired: !was }, revision);
  const what = DEVICE_NAMES()[kind].toLowerCase();
  return (
    <Page
      title={device ? device.name : t('Add a {0}', what)}
      actions={device && <RetireButton retired={retired} send={() => setRetired(device)} />}
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
              hint={t('As people call it, such as {0}, bay 2', DEVICE_NAMES()[kind])}
            />
          </div>
          <ChoiceField
            of={of}
            name="placeId"
            options={[
              { value: NOBODY, name: t('Nowhere in particular') },
              ...places.map(({ id, name }) => ({ value: String(id), name })),
            ]}
          />
          <TextField
            of={of}
            name="plateMlPerMin"
            placeholder="8 l/min"
            hint={
              kind === 'dispenser'
                ? t('Of water through it')
                : t('What really flows is measured with the cannon fitted')
            }
          />
          <TextField of={of} name="plateBar" placeholder="120 bar" />
          <div className="sm:col-span-2">
            <NoteField of={of} name="note" />
          </div>
        </div>
        <FormFoot save={device ? t('Save') : t('Add the {0}', what)} {...of.foot}>
          <ButtonLink to="/rigs">{t('Back to Rigs')}</ButtonLink>
        </FormFoot>
      </form>
    </Page>
  );
}
