import type { Act, Instrument } from '#contract/instruments.ts';
import { post } from '../lib/api.ts';
import { t } from '../lib/speech.ts';
import { instrumentsQuery } from '../state/queries.ts';
import { useCommand } from '../state/useCommand.ts';
import { useQuery } from '../state/useQuery.ts';
import { Button } from '../ui/Button.tsx';
import { More } from '../ui/More.tsx';
import { Refusal } from '../ui/Refusal.tsx';

/**
 * The hands of the demo: what would be done to the real machine, scale or line. It is only there where the instruments
 * are stand-ins, and says so.
 */
export function YardStandIns({ machineId, lineId }: { machineId: number | null; lineId: number | null }) {
  const { data: all = [] } = useQuery(instrumentsQuery);
  const act = useCommand(({ id, act }: { id: string; act: Act }) =>
    post<Instrument>(`/instruments/${id}/acts`, { act }),
  );
  const here = all.filter(
    (i) => i.source === 'simulated' && (i.kind === 'scale' || isOn(i, machineId, lineId)),
  );
  if (here.length === 0) return null;
  return (
    <More
      className="border border-dashed border-hairline p-3"
      title={t('Stand-ins: your hands in the demo')}
      plain
    >
      <p className="mb-3 text-[0.94rem] text-muted">
        {t(
          'Nothing real is connected. These keys do to the simulated yard what you would do at the machine.',
        )}
      </p>
      {here.map((i) => (
        <div key={i.id} className="mb-3">
          <p className="caps mb-1 text-muted">{i.name}</p>
          <div className="flex flex-wrap gap-3">
            {i.acts.map(({ act: what, name }) => (
              <Button key={what} onClick={() => act.run({ id: i.id, act: what })}>
                {name}
              </Button>
            ))}
          </div>
        </div>
      ))}
      {act.refusal && <Refusal problem={act.refusal} />}
    </More>
  );
}

const isOn = ({ on }: Instrument, machineId: number | null, lineId: number | null): boolean =>
  on !== null && ('deviceId' in on ? on.deviceId === machineId : on.lineId === lineId);
