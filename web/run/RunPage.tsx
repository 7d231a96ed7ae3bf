import { Link, useParams } from 'react-router';
import { isOver } from '#core/run/runState.ts';
import { asksCheck } from '#core/run/toDoNow.ts';
import { toSay } from '#core/say.ts';
import { useSession } from '../lib/session.tsx';
import { t } from '../lib/speech.ts';
import { Photos } from '../photos/Photos.tsx';
import { useShowsProducts } from '../state/onScreen.ts';
import { peopleQuery, placesQuery, vesselsQuery } from '../state/queries.ts';
import { useAsked } from '../state/useAsked.ts';
import { Button, ButtonLink } from '../ui/Button.tsx';
import type { Needs } from '../ui/fetched.tsx';
import { More } from '../ui/More.tsx';
import { Page } from '../ui/Page.tsx';
import { Refusal, Watch } from '../ui/Refusal.tsx';
import { Waiting } from '../ui/Waiting.tsx';
import { RunMixes } from './RunMixes.tsx';
import { RunNotes } from './RunNotes.tsx';
import { RunOver } from './RunOver.tsx';
import { TaskActs } from './TaskActs.tsx';
import { TaskList } from './TaskList.tsx';
import { TaskNow } from './TaskNow.tsx';
import { UsedAmounts } from './UsedAmounts.tsx';
import { type RunHere, useRun } from './useRun.ts';
import { useToDo } from './useToDo.ts';

RunPage.needs = (() => [vesselsQuery, peopleQuery, placesQuery]) satisfies Needs;

/** A plan as it is done: the step now, what is pressed for it, and all the rest beneath. */
export default function RunPage() {
  const { key = '' } = useParams();
  const { here, error } = useRun(key);
  if (error) {
    return (
      <Page title={t('Run')} actions={<ButtonLink to="/run">{t('All runs')}</ButtonLink>}>
        <Refusal problem={error} />
      </Page>
    );
  }
  if (!here) return <Waiting />;
  return (
    <Page title={here.run.vehicle}>
      <Whose here={here} />
      {here.stand.finishedMs === null ? <RunOn here={here} /> : <RunOver here={here} />}
    </Page>
  );
}

function RunOn({ here }: { here: RunHere }) {
  const { run, stand, slot } = here;
  const todo = useToDo(stand, slot);
  const all = stand.tasks.every((s) => isOver(s) && !asksCheck(s));
  const laid = todo.now?.stand.task.does.flatMap(
    (d) => run.plan.steps.find((s) => s.id === d.step)?.laid?.productId ?? [],
  );
  useShowsProducts(laid?.[0]);
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] items-start gap-x-13 gap-y-8 lg:grid-cols-[minmax(0,1.2fr)_minmax(0,1fr)]">
      <div className="flex flex-col gap-4">
        {all ? <End here={here} /> : <TaskNow here={here} todo={todo} />}
        {!all && <TaskActs here={here} todo={todo} />}
        <TakeBack here={here} />
      </div>
      <div className="flex flex-col gap-6 max-lg:pb-24">
        <TaskList here={here} now={todo.now?.stand ?? null} />
        {!all && <RunMixes here={here} />}
        <Photos jobId={run.jobId} vehicle={run.vehicle} camera />
        <RunNotes here={here} />
        <GoOnAlone here={here} />
        {!all && (
          <More title={t('End the run before it is done')}>
            <UsedAmounts here={here} />
            <EndButton here={here} look="plain" />
          </More>
        )}
      </div>
    </div>
  );
}

/** Everything is done: what was used is asked once, and the run is ended. */
function End({ here }: { here: RunHere }) {
  return (
    <section aria-label={t('Everything is done')} className="flex flex-col gap-4">
      <h2 className="text-[1.9rem]">{t('Everything is done.')}</h2>
      {here.stand.taken.size === 0 && here.run.plan.mixes.length > 0 && (
        <Watch word={t('Nobody said which bottles were used:')}>
          {t('nothing is booked for this vehicle.')}
        </Watch>
      )}
      <UsedAmounts here={here} />
      <EndButton here={here} look="main" />
    </section>
  );
}

function EndButton({ here, look }: { here: RunHere; look: 'main' | 'plain' }) {
  if (here.slot === null) return <p>{t('Whoever does it ends it: join first.')}</p>;
  return (
    <Button
      look={look}
      bay
      className="w-full lg:max-w-md"
      onClick={() => here.tell({ kind: 'finished' }, toSay('Ended: {0}', here.run.vehicle))}
    >
      {t('End the run')}
    </Button>
  );
}

/** The newest that somebody did here, taken back in one tap. */
function TakeBack({ here }: { here: RunHere }) {
  const { who } = useSession();
  const { last } = here.stand;
  if (!last || last.personId !== who.personId || last.done.kind === 'joined') return null;
  return (
    <button
      type="button"
      className="min-h-12 self-start underline underline-offset-4"
      onClick={() => here.tell({ kind: 'undone', of: last.key })}
    >
      {t('Undo')}
    </button>
  );
}

/** Who works on it, and how far it is. */
function Whose({ here: { stand, run } }: { here: RunHere }) {
  const [people] = useAsked(peopleQuery);
  const by = [...stand.people].sort((a, b) => a[0] - b[0]);
  const names = [...new Set(by.map(([, id]) => people.find((p) => p.id === id)?.name ?? ''))];
  const over = stand.tasks.filter(isOver).length;
  return (
    <div className="-mt-5 mb-4">
      <p className="text-muted">{[...names, t('{0} of {1} done', over, stand.tasks.length)].join(', ')}</p>
      {run.changed && (
        <Watch word={t('The plan was changed since this run began:')}>
          {t('it goes on as it was begun.')} <Link to={`/plan?job=${run.jobId}`}>{t('Its plan')}</Link>
        </Watch>
      )}
      {run.placeId === null && (
        <Watch word={t('No bay is named:')}>{t('what is laid has no clock of its own.')}</Watch>
      )}
    </div>
  );
}

/** The other has gone: whoever is left has all of it to do. */
function GoOnAlone({ here: { stand, slot, tell } }: { here: RunHere }) {
  const { who } = useSession();
  const [people] = useAsked(peopleQuery);
  const other = [...stand.people].find(([, id]) => id !== who.personId);
  if (slot === null || !other) return null;
  return (
    <Button className="self-start" onClick={() => tell({ kind: 'joined', slot: other[0] })}>
      {t('I’ll go on without {0}', people.find((p) => p.id === other[1])?.name ?? '')}
    </Button>
  );
}
