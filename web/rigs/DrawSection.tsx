import type { Vessel } from '#contract/equipment.ts';
import { type Calibration, type MeasuredDraw, SOURCE_NAMES } from '#contract/rigs.ts';
import { atLeast } from '#contract/roles.ts';
import { UNMEASURED_DRAW } from '#core/delivery/draw.ts';
import { formatFlow } from '#core/units/flow.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import { microlitres } from '#core/units/volume.ts';
import { post } from '../lib/api.ts';
import { useSession } from '../lib/session.tsx';
import { t } from '../lib/speech.ts';
import { calibrationsQuery, devicesQuery } from '../state/queries.ts';
import { useCommand } from '../state/useCommand.ts';
import { useQuery } from '../state/useQuery.ts';
import { Button, ButtonLink } from '../ui/Button.tsx';
import { dayOf, shopDay } from '../ui/dates.ts';
import { fetchedChart } from '../ui/fetchedChart.tsx';
import { More } from '../ui/More.tsx';
import { Refusal } from '../ui/Refusal.tsx';
import { Table } from '../ui/Table.tsx';
import { drawInWords } from './drawInWords.ts';

const DrawHistory = fetchedChart(() => import('./DrawHistory.tsx'));

/** What a cannon or a gun draws at each dial position on each machine, how well that is known, and how it came about. */
export function DrawSection({ vessel }: { vessel: Vessel }) {
  const { who, shop } = useSession();
  const { data: devices = [] } = useQuery(devicesQuery);
  const { data: history = [] } = useQuery(calibrationsQuery(vessel.id));
  const counted = history.filter((c) => c.withdrawnAt === null);
  const lead = atLeast(who.role, 'lead');
  const machineIds = [...new Set([vessel.machineId, ...vessel.draws.map((d) => d.machineId)])];
  const machineName = (id: number | null) =>
    devices.find((d) => d.id === id)?.name ?? (id === null ? t('a garden hose') : '');
  const settings = machineIds.flatMap((machineId) => vessel.dials.map((dial) => ({ dial, machineId })));
  return (
    <section aria-label={t('Cannon draw')} className="mb-8 max-w-5xl">
      <h2 className="mb-2">{t('Cannon draw')}</h2>
      <ul className="border-t-2 border-ink">
        {settings.map(({ dial, machineId }) => {
          const draw = vessel.draws.find((d) => d.dialId === dial.id && d.machineId === machineId);
          return (
            <li
              key={`${dial.id} ${machineId}`}
              className="ruled grid grid-cols-[minmax(0,1fr)_auto] items-center gap-x-5 gap-y-1 border-faint py-2 leading-snug sm:grid-cols-[14rem_minmax(0,1fr)_auto]"
            >
              <span>
                {dial.id === vessel.dialId ? <strong>{t('{0}, set now', dial.name)}</strong> : dial.name}
                <span className="block text-[0.94rem] text-muted">{t('on {0}', machineName(machineId))}</span>
              </span>
              <span className="max-sm:row-start-2">
                <DrawWords draw={draw} zone={shop.zone} />
              </span>
              {lead && (
                <ButtonLink
                  className="max-sm:row-span-2"
                  to={`/rigs/vessels/${vessel.id}/measure?dial=${dial.id}&machine=${machineId ?? 0}`}
                >
                  {draw ? t('Measure again') : t('Measure')}
                </ButtonLink>
              )}
            </li>
          );
        })}
      </ul>
      {settings.length === 0 && (
        <p className="mt-2 text-muted">
          {t('It has no dial positions on record. A manager adds them; until then a typical draw is used.')}
        </p>
      )}
      {counted.length > 1 && <DrawHistory counted={counted} vessel={vessel} />}
      {history.length > 0 && <HowMeasured history={history} vessel={vessel} />}
      {lead && <TakeBack vessel={vessel} newest={counted[0]} />}
    </section>
  );
}

/** Every run behind every draw, and where each figure came from. */
function HowMeasured({ history, vessel }: { history: Calibration[]; vessel: Vessel }) {
  const { shop } = useSession();
  const runs = ({ drains }: Calibration) =>
    drains.map(({ drainedUl, seconds, source, leftOut }) => {
      const words = t(
        '{0} in {1} s, {2}',
        formatVolume(microlitres(drainedUl), shop.units),
        seconds,
        t(SOURCE_NAMES[source]),
      );
      return leftOut ? t('{0}, left out', words) : words;
    });
  const dialOf = (c: Calibration) =>
    vessel.dials.find((d) => d.id === c.dialId)?.name ?? t('an old position');
  const flow = ({ flow: found }: Calibration) =>
    found.kind === 'meter'
      ? `${formatFlow(found.mlPerMin, shop.units)}, ${t(SOURCE_NAMES[found.source])}`
      : t(
          '{0} in {1} s, {2}',
          formatVolume(microlitres(found.ul), shop.units),
          found.seconds,
          t(SOURCE_NAMES[found.source]),
        );
  return (
    <More className="mt-3" title={t('Every run ({0})', history.length)} plain>
      <Table
        rows={history}
        keyOf={(c) => c.calibrationId}
        columns={[
          {
            name: t('When'),
            value: (c) => c.at,
            inFile: (c) => `${dayOf(new Date(c.at), shop.zone)}, ${c.personName}`,
            show: (c) => `${shopDay(c.at, shop.zone)}, ${c.personName}`,
          },
          { name: t('Dial'), value: dialOf },
          {
            name: t('Flow'),
            value: (c) => `${flow(c)}, ${c.variant === 'outlet' ? t('at the nozzle') : t('going in')}`,
          },
          {
            name: t('Runs'),
            value: (c) => runs(c).join('; '),
            show: (c) =>
              runs(c).map((words, i) => (
                // biome-ignore lint/suspicious/noArrayIndexKey: runs never change once they are kept
                <span key={i} className="block">
                  {words}
                </span>
              )),
          },
          {
            name: t('Draw'),
            value: (c) => (c.withdrawnAt ? t('taken back by {0}', c.withdrawnBy) : drawInWords(c, c.runs)),
          },
        ]}
      />
    </More>
  );
}

function DrawWords({ draw, zone }: { draw: MeasuredDraw | undefined; zone: string }) {
  if (!draw) return <span className="text-muted">{drawInWords(UNMEASURED_DRAW)}</span>;
  return (
    <>
      <span className="block">{drawInWords(draw, draw.runs)}</span>
      <span className="block text-[0.94rem] text-muted">
        {t(
          '{0}, {1}, with {2}',
          draw.personName,
          shopDay(draw.at, zone),
          draw.liquidName ?? t('plain water'),
        )}
      </span>
    </>
  );
}

/** The way back from a calibration that went wrong: the one before counts again, both stay in the history. */
function TakeBack({ vessel, newest }: { vessel: Vessel; newest: MeasuredDraw | undefined }) {
  const back = useCommand((id: number) => post(`/vessels/${vessel.id}/calibrations/${id}/withdrawals`, {}));
  if (!newest) return null;
  const dial = vessel.dials.find((d) => d.id === newest.dialId)?.name ?? t('an old position');
  return (
    <div className="mt-3 flex flex-wrap items-center gap-3">
      <Button disabled={back.waiting} onClick={() => back.run(newest.calibrationId)}>
        {t('Take the last one back ({0}, {1})', dial, newest.personName)}
      </Button>
      {back.refusal && <Refusal problem={back.refusal} />}
    </div>
  );
}
