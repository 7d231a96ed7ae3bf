import type { ReactNode } from 'react';
import { Link } from 'react-router';
import type { MeasureRow, Vessel } from '#contract/equipment.ts';
import type { Product } from '#contract/products.ts';
import type { Device } from '#contract/rigs.ts';
import { atLeast } from '#contract/roles.ts';
import { markedIn } from '#core/mixing/chooseMeasure.ts';
import { MEASURE_OUTLINES, VESSEL_OUTLINES } from '#core/mixing/outlines.ts';
import { MEASURE_SPREAD } from '#core/mixing/tolerance.ts';
import { isSuction } from '#core/products/record.ts';
import { formatFlow } from '#core/units/flow.ts';
import { formatExactVolume, formatVolume } from '#core/units/formatVolume.ts';
import type { UnitSystem } from '#core/units/units.ts';
import { PrinterShelf } from '../labels/PrinterShelf.tsx';
import { useSession } from '../lib/session.tsx';
import { t } from '../lib/speech.ts';
import {
  devicesQuery,
  linesQuery,
  measuresQuery,
  placesQuery,
  productsQuery,
  retiredQuery,
  vesselsQuery,
} from '../state/queries.ts';
import { useAsked } from '../state/useAsked.ts';
import { useQuery } from '../state/useQuery.ts';
import { ButtonLink } from '../ui/Button.tsx';
import type { Needs } from '../ui/fetched.tsx';
import { More } from '../ui/More.tsx';
import { Page } from '../ui/Page.tsx';
import { LineList } from './dispenser/Dispenser.tsx';
import { drawInWords } from './drawInWords.ts';
import { MEASURE_NAMES } from './kinds.ts';
import { outputInWords } from './OutputSection.tsx';
import { Silhouette } from './Silhouette.tsx';
import { rigInWords } from './vesselTyped.ts';

const NEEDS = [vesselsQuery, measuresQuery, devicesQuery, productsQuery] as const;
Rigs.needs = (() => NEEDS) satisfies Needs;

/** Everything a mix is made in or measured with. */
export default function Rigs() {
  const { who, shop } = useSession();
  const [vessels, measures, devices, products] = useAsked(...NEEDS);
  const manager = atLeast(who.role, 'manager');
  return (
    <Page
      title={t('Rigs')}
      actions={
        manager && (
          <>
            <ButtonLink to="/rigs/vessels/new">{t('Add a vessel')}</ButtonLink>
            <ButtonLink to="/rigs/measures/new">{t('Add a measure')}</ButtonLink>
            <ButtonLink to="/rigs/devices/new?kind=pressureWasher">{t('Add a machine')}</ButtonLink>
            <ButtonLink to="/rigs/devices/new?kind=dispenser">{t('Add a dispenser')}</ButtonLink>
          </>
        )
      }
    >
      <div className="grid gap-x-13 gap-y-8 xl:grid-cols-[3fr_2fr]">
        <section aria-label={t('Vessels')}>
          <h2 className="mb-2">{t('Vessels')}</h2>
          <Ledger empty={t('No vessels yet. A manager adds the first one.')}>
            {vessels.map((v) => (
              <Row
                key={v.id}
                to={`/rigs/vessels/${v.id}`}
                name={v.name}
                kind={rigInWords(v)}
                figure={<Silhouette outline={VESSEL_OUTLINES[v.kind]} />}
              >
                <span className="block">
                  {t('up to')} <span className="reading">{formatVolume(v.fillLimitUl, shop.units)}</span>
                </span>
                <span className="block text-[0.94rem] text-muted">
                  {v.holds
                    ? t('holds {0} {1}', formatVolume(v.holds.ul, shop.units), v.holds.productName)
                    : t('empty')}
                </span>
                {deliversInWords(v) && <span className="block text-[0.94rem]">{deliversInWords(v)}</span>}
              </Row>
            ))}
          </Ledger>
          {manager && <Retired kind="vessels" />}
        </section>
        <section aria-label={t('Measures')}>
          <h2 className="mb-2">{t('Measures')}</h2>
          <Ledger empty={t('No measures yet. A manager adds the first one.')}>
            {measures.map((m) => (
              <Row
                key={m.id}
                to={`/rigs/measures/${m.id}`}
                name={m.name}
                kind={measureInWords(m, products)}
                figure={<Silhouette outline={MEASURE_OUTLINES[m.kind]} />}
              >
                <span className="reading block">{formatVolume(m.capacityUl, markedIn(m, shop.units))}</span>
                <span className="block text-[0.94rem] text-muted">
                  {readInWords(m, markedIn(m, shop.units))}
                </span>
              </Row>
            ))}
          </Ledger>
          {manager && <Retired kind="measures" />}
          <Dispensers devices={devices} />
          <Machines devices={devices} manager={manager} />
          <div className="mt-8">
            <PrinterShelf />
          </div>
        </section>
      </div>
    </Page>
  );
}

/** Wall dispensers with what each line gives. */
function Dispensers({ devices }: { devices: Device[] }) {
  const { data: lines = [] } = useQuery(linesQuery);
  return devices
    .filter((d) => d.kind === 'dispenser')
    .map((d) => (
      <section key={d.id} aria-label={d.name} className="mt-8">
        <h2 className="mb-2">
          <Link to={`/rigs/devices/${d.id}`}>{d.name}</Link>
        </h2>
        <LineList lines={lines.filter((l) => l.deviceId === d.id)} />
      </section>
    ));
}

/** Pressure washers, and where they stand. */
function Machines({ devices, manager }: { devices: Device[]; manager: boolean }) {
  const { shop } = useSession();
  const { data: places = [] } = useQuery(placesQuery);
  const machines = devices.filter((d) => d.kind === 'pressureWasher');
  return (
    <section aria-label={t('Machines')} className="mt-8">
      <h2 className="mb-2">{t('Machines')}</h2>
      <ul className="border-t-2 border-ink">
        {machines.map((d) => (
          <li key={d.id} className="ruled border-faint">
            <Link
              to={`/rigs/devices/${d.id}`}
              className="flex min-h-17 items-center gap-5 py-2 leading-tight no-underline hover:underline"
            >
              <span className="flex-1">
                {d.name}
                <span className="block text-[0.94rem] text-muted">
                  {places.find((p) => p.id === d.placeId)?.name}
                </span>
              </span>
              <span className="text-right">
                {d.plateMlPerMin && (
                  <span className="reading block">{formatFlow(d.plateMlPerMin, shop.units)}</span>
                )}
                {d.plateBar && (
                  <span className="block text-[0.94rem] text-muted">
                    {t('{0} bar, by its plate', d.plateBar)}
                  </span>
                )}
              </span>
            </Link>
          </li>
        ))}
      </ul>
      {machines.length === 0 && (
        <p className="mt-2 text-muted">{t('None yet. Cannons are then used on a garden hose.')}</p>
      )}
      {manager && <Retired kind="devices" />}
    </section>
  );
}

/** What a measure is, and what it sits on. */
function measureInWords({ kind, productId }: MeasureRow, products: readonly Product[]): string {
  const onIt = products.find((p) => p.id === productId);
  return onIt ? t('Pump head on {0}', onIt.name) : MEASURE_NAMES()[kind];
}

/** How finely a measure is read, and how far off that may be. */
function readInWords({ kind, stepUl }: MeasureRow, units: UnitSystem): string {
  if (kind === 'cap' || kind === 'pump') return t('each, give or take {0} %', MEASURE_SPREAD[kind] * 100);
  return t('in steps of {0}, ± {1}', formatVolume(stepUl, units), formatExactVolume(stepUl / 2));
}

/** What comes out of a rig, as far as it was measured. */
function deliversInWords(v: Vessel): string | null {
  if (v.output) return outputInWords(v.output);
  if (!isSuction(v.kind)) return null;
  const rig = v.draws.find((d) => d.dialId === v.dialId && d.machineId === v.machineId);
  const dial = v.dials.find((d) => d.id === v.dialId)?.name;
  if (!rig) return t('draw not measured');
  return t('{0}: draws {1}', dial, drawInWords(rig));
}

function Ledger({ children, empty }: { children: ReactNode[]; empty: string }) {
  return children.length > 0 ? <ul className="border-t-2 border-ink">{children}</ul> : <p>{empty}</p>;
}

function Row(props: { to: string; name: string; kind: string; figure: ReactNode; children: ReactNode }) {
  const { to, name, kind, figure, children } = props;
  return (
    <li className="ruled border-faint">
      <Link
        to={to}
        className="grid min-h-17 grid-cols-[3rem_minmax(0,1fr)] items-center gap-x-5 py-2 no-underline hover:underline sm:flex"
      >
        <span className="flex h-13 w-12 shrink-0 items-end justify-center">{figure}</span>
        <span className="leading-tight sm:flex-1">
          <span className="block">{name}</span>
          <span className="block text-[0.94rem] text-muted">{kind}</span>
        </span>
        <span className="leading-tight max-sm:col-start-2 max-sm:mt-1 sm:text-right">{children}</span>
      </Link>
    </li>
  );
}

/** What is out of use, for whoever may bring it back. */
function Retired({ kind }: { kind: 'vessels' | 'measures' | 'devices' }) {
  const { data = [] } = useQuery(retiredQuery<Vessel | MeasureRow | Device>(kind));
  if (data.length === 0) return null;
  return (
    <More className="mt-3" title={t('Out of use ({0})', data.length)} plain>
      <ul>
        {data.map((row) => (
          <li key={row.id}>
            <Link className="flex min-h-12 items-center" to={`/rigs/${kind}/${row.id}`}>
              {row.name}
            </Link>
          </li>
        ))}
      </ul>
    </More>
  );
}
