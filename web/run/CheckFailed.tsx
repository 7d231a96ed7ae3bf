import { formatMoney } from '#core/planning/cost.ts';
import type { Remedy } from '#core/run/remediesOf.ts';
import type { FailThen } from '#core/run/runEvents.ts';
import type { TaskStand } from '#core/run/runState.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import { useSession } from '../lib/session.tsx';
import { shortSaid, t } from '../lib/speech.ts';
import { Button } from '../ui/Button.tsx';
import { Watch } from '../ui/Refusal.tsx';
import type { RunHere } from './useRun.ts';
import { useRunActs } from './useRunActs.ts';

/** What is done where it is not clean yet, each with what it takes. */
export function CheckFailed({ here, of, close }: { here: RunHere; of: TaskStand; close: () => void }) {
  const acts = useRunActs(here);
  const remedies = remediesFor(here, of);
  const answer = (then: FailThen) => {
    acts.fail(of, then);
    close();
  };
  return (
    <section aria-label={t('Not clean yet')} className="flex flex-col gap-2">
      <h3>{t('Not clean yet: what then?')}</h3>
      {remedies.map((remedy) => (
        <div key={remedy.kind}>
          <Button
            bay
            className="w-full flex-col gap-0 py-1.5 leading-tight"
            onClick={() => answer(remedy.kind)}
          >
            <span>{NAMES()[remedy.kind]}</span>
            <Takes remedy={remedy} />
          </Button>
          {remedy.risks.map((risk) => (
            <Watch key={risk[0]} word={t(...risk)}>
              {''}
            </Watch>
          ))}
        </div>
      ))}
      <Button bay className="w-full flex-col gap-0 py-1.5 leading-tight" onClick={() => answer('goodEnough')}>
        <span>{t('Good enough as it is')}</span>
        <span className="text-[0.94rem] font-normal text-muted">
          {t('takes nothing; the record says so')}
        </span>
      </Button>
      <Button bay onClick={close}>
        {t('Look again')}
      </Button>
    </section>
  );
}

const NAMES = (): Record<Remedy['kind'], string> => ({
  repeat: t('The same again'),
  stronger: t('One step stronger'),
  other: t('Another product'),
});

function Takes({ remedy: { laid, minutes, productUl, minor, kind } }: { remedy: Remedy }) {
  const { shop } = useSession();
  return (
    <span className="text-[0.94rem] font-normal text-muted">
      {[
        laid && kind !== 'repeat' && `${shortSaid(laid.strength)} ${laid.product}`,
        t('{0} min', Math.max(1, Math.round(minutes))),
        productUl !== null && t('{0} of product', formatVolume(productUl, shop.units)),
        minor !== null && minor > 0 && formatMoney(minor, shop.currency),
      ]
        .filter(Boolean)
        .join(', ')}
    </span>
  );
}

/** Of the steps a task is done for, the last that can be put right. */
function remediesFor({ run }: RunHere, { task }: TaskStand): readonly Remedy[] {
  const steps = task.does.flatMap((d) => run.plan.steps.find((s) => s.id === d.step) ?? []);
  return steps.findLast((s) => s.remedies.length > 0)?.remedies ?? [];
}
