import { useState } from 'react';
import { SKIP_NAMES, SKIP_REASONS, type SkipReason } from '#core/run/runEvents.ts';
import { isOver, type TaskStand } from '#core/run/runState.ts';
import { asksCheck, type RunNow } from '#core/run/toDoNow.ts';
import { useSession } from '../lib/session.tsx';
import { t } from '../lib/speech.ts';
import { peopleQuery } from '../state/queries.ts';
import { useAsked } from '../state/useAsked.ts';
import { Button, ButtonLink } from '../ui/Button.tsx';
import { benchPath } from './benchPath.ts';
import { CheckFailed } from './CheckFailed.tsx';
import type { RunHere } from './useRun.ts';
import { useRunActs } from './useRunActs.ts';

/** What is pressed: begin, done, passed or not, left out; at the bottom, under the thumb. */
export function TaskActs({ here, todo }: { here: RunHere; todo: RunNow }) {
  const { now } = todo;
  const [open, setOpen] = useState<'leaveOut' | 'failed' | null>(null);
  const [of, setOf] = useState<string | null>(null);
  const id = now?.stand.task.id ?? null;
  // What was opened belongs to the step it was opened for.
  if (id !== of) {
    setOf(id);
    setOpen(null);
  }
  return (
    <div className="bg-ground max-lg:fixed max-lg:inset-x-0 max-lg:bottom-(--above-places) max-lg:z-[5] max-lg:max-h-[62vh] max-lg:overflow-y-auto max-lg:border-t max-lg:border-ink max-lg:px-4 max-lg:py-2">
      {now && open === 'leaveOut' && <LeaveOut here={here} of={now.stand} close={() => setOpen(null)} />}
      {now && open === 'failed' && <CheckFailed here={here} of={now.stand} close={() => setOpen(null)} />}
      {open === null && <Acts here={here} todo={todo} open={setOpen} />}
    </div>
  );
}

function Acts(props: { here: RunHere; todo: RunNow; open: (what: 'leaveOut' | 'failed') => void }) {
  const { here, todo, open } = props;
  const { who, shop } = useSession();
  const acts = useRunActs(here);
  const { now } = todo;
  if (here.slot === null) return <Join here={here} />;
  if (!now) return <Nothing here={here} />;
  const of = now.stand;
  const { task, state, begunBy } = of;
  if (asksCheck(of)) {
    return (
      <div className="grid grid-cols-2 gap-3">
        <Button look="main" bay onClick={() => acts.pass(of)}>
          {t('Clean')}
        </Button>
        <Button bay onClick={() => open('failed')}>
          {t('Not yet')}
        </Button>
      </div>
    );
  }
  const mixing = task.does[0]?.what === 'mix';
  // What lies there is never left on.
  const leave =
    state === 'waits' && task.takesOff === null && !['setUp', 'packUp'].includes(task.does[0]?.what ?? '');
  const once = task.lastsS < 1;
  return (
    <div className="flex flex-wrap gap-3">
      {state === 'runs' ? (
        <Button look="main" bay className="min-w-40 flex-1" onClick={() => acts.end(of)}>
          {begunBy === who.personId ? t('Done') : t('It is done')}
        </Button>
      ) : mixing ? (
        <>
          <ButtonLink
            look="main"
            bay
            className="min-w-40 flex-1"
            to={benchPath(here.run, task.does[0]?.mix ?? 0, shop.units)}
          >
            {t('Mix it')}
          </ButtonLink>
          <Button bay onClick={() => acts.end(of)}>
            {t('It is mixed')}
          </Button>
        </>
      ) : once ? (
        <Button look="main" bay className="min-w-40 flex-1" onClick={() => acts.end(of)}>
          {t('Done')}
        </Button>
      ) : now.fromMs !== null ? (
        <Button bay className="min-w-40 flex-1" onClick={() => acts.begin(of)}>
          {task.takesOff === null ? t('Begin anyway') : t('Take it off already')}
        </Button>
      ) : (
        <Button look="main" bay className="min-w-40 flex-1" onClick={() => acts.begin(of)}>
          {t('Begin')}
        </Button>
      )}
      {leave && (
        <Button bay onClick={() => open('leaveOut')}>
          {t('Leave it out')}
        </Button>
      )}
    </div>
  );
}

/** Whoever only looks on joins as the second, or takes over. */
function Join({ here }: { here: RunHere }) {
  const { stand, tell } = here;
  const [people] = useAsked(peopleQuery);
  const there = [...new Set(stand.people.values())];
  const helps = stand.people.has(0) && there.length < 2;
  return (
    <div className="flex flex-wrap gap-3">
      {!stand.people.has(0) && (
        <Button look="main" bay className="flex-1" onClick={() => tell({ kind: 'joined', slot: 0 })}>
          {t('I’ll do it')}
        </Button>
      )}
      {helps && (
        <Button look="main" bay className="flex-1" onClick={() => tell({ kind: 'joined', slot: 1 })}>
          {t('I’ll help')}
        </Button>
      )}
      {there.map((id) => (
        <Button
          key={id}
          bay
          className="flex-1"
          onClick={() => {
            for (const [slot, of] of stand.people) if (of === id) tell({ kind: 'joined', slot });
          }}
        >
          {there.length === 1
            ? t('I’ll take it over')
            : t('In place of {0}', people.find((p) => p.id === id)?.name ?? '')}
        </Button>
      ))}
    </div>
  );
}

function Nothing({ here }: { here: RunHere }) {
  const { stand } = here;
  if (stand.tasks.every(isOver)) return null;
  return (
    <p className="flex min-h-16 items-center text-lg">
      {stand.tasks.some((s) => s.state === 'runs')
        ? t('Nothing for you at the moment: the other is not done yet.')
        : t('Nothing for you at the moment: the next step is the other’s.')}
    </p>
  );
}

/** Why something is left out: one tap. */
function LeaveOut({ here, of, close }: { here: RunHere; of: TaskStand; close: () => void }) {
  const acts = useRunActs(here);
  const leave = (reason: SkipReason) => {
    acts.leaveOut(of, reason, '');
    close();
  };
  return (
    <section aria-label={t('Why is it left out?')}>
      <h3 className="mb-2">{t('Why is it left out?')}</h3>
      <div className="grid grid-cols-2 gap-3">
        {SKIP_REASONS.map((reason) => (
          <Button
            key={reason}
            bay
            className="leading-tight first-letter:uppercase"
            onClick={() => leave(reason)}
          >
            {t(SKIP_NAMES[reason])}
          </Button>
        ))}
        <Button bay className="col-span-2" onClick={close}>
          {t('Put it back in')}
        </Button>
      </div>
    </section>
  );
}
