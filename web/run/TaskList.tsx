import { useState } from 'react';
import { isOver, type TaskStand } from '#core/run/runState.ts';
import { mayBegin } from '#core/run/toDoNow.ts';
import { useSession } from '../lib/session.tsx';
import { t } from '../lib/speech.ts';
import { timeOfDay } from '../ui/dates.ts';
import { pieceName, standName, taskName } from './runWords.ts';
import type { RunHere } from './useRun.ts';
import { useRunActs } from './useRunActs.ts';

/** All that is done, in the order of the course; what may be begun out of turn has its button. */
export function TaskList({ here, now }: { here: RunHere; now: TaskStand | null }) {
  const { stand } = here;
  const [whole, setWhole] = useState(false);
  const ready = new Set(here.slot === null ? [] : mayBegin(stand));
  const left = stand.tasks.filter((s) => !isOver(s));
  const shown = whole ? stand.tasks : left;
  const over = stand.tasks.length - left.length;
  return (
    <section aria-label={t('The steps')}>
      <div className="flex items-baseline justify-between gap-3">
        <h2 className="text-[1.3rem]">{t('The steps')}</h2>
        {over > 0 && (
          <button
            type="button"
            className="min-h-12 underline underline-offset-4"
            onClick={() => setWhole(!whole)}
          >
            {whole
              ? t('Only what is left')
              : over === 1
                ? t('With the one that is over')
                : t('With the {0} that are over', over)}
          </button>
        )}
      </div>
      <ol className="border-t border-ink">
        {shown.map((s) => (
          <Line key={s.task.id} here={here} of={s} isNow={s === now} ready={ready.has(s)} />
        ))}
      </ol>
    </section>
  );
}

function Line(props: { here: RunHere; of: TaskStand; isNow: boolean; ready: boolean }) {
  const { here, of, isNow, ready } = props;
  const { shop } = useSession();
  const acts = useRunActs(here);
  const when = of.endedMs === null ? '' : timeOfDay(new Date(of.endedMs).toISOString(), shop.zone);
  const said = isNow ? t('now') : standName(of);
  const mixes = of.task.does[0]?.what === 'mix';
  return (
    <li className="ruled flex min-h-12 flex-wrap items-center gap-x-3 border-faint py-1">
      <span
        aria-hidden
        className={`h-4 w-1.5 shrink-0 ${of.state === 'done' ? 'bg-ink' : of.state === 'skipped' ? 'bg-hairline' : isNow || of.state === 'runs' ? 'hatch' : 'border border-hairline'}`}
      />
      <span
        className={`min-w-0 flex-1 leading-tight ${of.state === 'skipped' ? 'line-through decoration-1' : ''}`}
      >
        {taskName(here.run.plan, of)}
        {pieceName(of) && <span className="text-muted"> {pieceName(of)}</span>}
        {of.instead && <span className="block text-[0.94rem]">{of.instead.product}</span>}
      </span>
      {(said || when) && (
        <span className="text-right text-[0.94rem] text-muted">
          {[said, when].filter(Boolean).join(', ')}
        </span>
      )}
      {ready && !isNow && of.state === 'waits' && !mixes && (
        <button
          type="button"
          className="min-h-12 px-2 underline underline-offset-4"
          onClick={() => (of.task.lastsS < 1 ? acts.end(of) : acts.begin(of))}
        >
          {t('Do it now')}
        </button>
      )}
      {of.state === 'skipped' && here.slot !== null && of.skipped && (
        <button
          type="button"
          className="min-h-12 px-2 underline underline-offset-4"
          onClick={() => acts.begin(of)}
        >
          {t('Do it after all')}
        </button>
      )}
    </li>
  );
}
