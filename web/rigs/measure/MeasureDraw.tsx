import { useState } from 'react';
import { useParams, useSearchParams } from 'react-router';
import type { Vessel } from '#contract/equipment.ts';
import { MOST_RUNS } from '#contract/rigs.ts';
import { atLeast } from '#contract/roles.ts';
import { drawOf } from '#core/delivery/drainTest.ts';
import { isSuction } from '#core/products/record.ts';
import { YardStandIns } from '../../demo/YardStandIns.tsx';
import { post } from '../../lib/api.ts';
import { useSession } from '../../lib/session.tsx';
import { t } from '../../lib/speech.ts';
import { devicesQuery, productsQuery, queryClient, rowQuery } from '../../state/queries.ts';
import { useAsked } from '../../state/useAsked.ts';
import { useCommand } from '../../state/useCommand.ts';
import { useQuery } from '../../state/useQuery.ts';
import { ButtonLink } from '../../ui/Button.tsx';
import type { Needs } from '../../ui/fetched.tsx';
import { ListField, TypedField } from '../../ui/Labelled.tsx';
import { Page } from '../../ui/Page.tsx';
import { Refusal, Watch } from '../../ui/Refusal.tsx';
import { useGo } from '../../ui/useGo.ts';
import { drawInWords } from '../drawInWords.ts';
import { DrainRuns } from './DrainRuns.tsx';
import { type DrainDraft, drainResult, freshDrain, timedRun, useDrains } from './drainDraft.ts';
import { FlowFields } from './FlowFields.tsx';
import { KeepBar } from './KeepBar.tsx';
import { StopwatchKey } from './StopwatchKey.tsx';
import { WeighBottle } from './WeighBottle.tsx';

MeasureDraw.needs = (({ params: { id } }) => [rowQuery<Vessel>('vessels', Number(id))]) satisfies Needs;

/** The guided drain test of one dial position on one machine. */
export default function MeasureDraw() {
  const { id } = useParams();
  const { who } = useSession();
  const [vessel] = useAsked(rowQuery<Vessel>('vessels', Number(id)));
  const back = `/rigs/vessels/${vessel.id}`;
  if (!isSuction(vessel.kind) || vessel.dials.length === 0 || !atLeast(who.role, 'lead')) {
    return (
      <Page title={vessel.name}>
        <p className="mb-5">
          {!isSuction(vessel.kind)
            ? t('It delivers what is in it as it is: there is no draw to measure.')
            : vessel.dials.length === 0
              ? t('It has no dial positions on record yet. A manager adds them on its page.')
              : t('Draws are measured by leads and managers.')}
        </p>
        <ButtonLink to={back}>{t('Back to {0}', vessel.name)}</ButtonLink>
      </Page>
    );
  }
  return <DrainTest key={vessel.id} vessel={vessel} />;
}

const UNLIKE_WORDS = () => ({
  two: t('These two are unlike each other.'),
  one: t('One run is unlike the others.'),
  some: t('Some runs are unlike the others.'),
});
const LIQUID_WATER = '0';
const HOSE = '0';

function DrainTest({ vessel }: { vessel: Vessel }) {
  const { who, shop } = useSession();
  const go = useGo();
  const [search, setSearch] = useSearchParams();
  const { data: devices = [] } = useQuery(devicesQuery);
  const { data: products = [] } = useQuery(productsQuery);
  const dial = vessel.dials.find((d) => d.id === Number(search.get('dial'))) ?? vessel.dials[0];
  const asked = search.get('machine');
  const machineId = asked === null ? vessel.machineId : Number(asked) || null;
  const key = `${who.personId} ${vessel.id} ${dial?.id} ${machineId ?? 0}`;
  const kept = useDrains((state) => state.drafts[key]);
  const keep = useDrains((state) => state.keep);
  const forget = useDrains((state) => state.forget);
  const draft = kept ?? freshDrain(vessel);
  const set = (more: Partial<DrainDraft>) =>
    keep(key, { ...(useDrains.getState().drafts[key] ?? draft), ...more });
  const { flow, runs, result, unlike, refusals, body } = drainResult(draft, vessel, shop.units);

  const newest = vessel.draws.find((d) => d.dialId === dial?.id && d.machineId === machineId);
  // What was there when the test began: a calibration someone else saves meanwhile is a clash, however fresh the page.
  const fresh = { key, id: newest?.calibrationId ?? null };
  const [seen, setSeen] = useState<{ key: string; id: number | null }>(fresh);
  if (seen.key !== key) setSeen(fresh);
  const saving = useCommand(
    (known: number | null) =>
      post<Vessel>(`/vessels/${vessel.id}/calibrations`, {
        ...body,
        dialId: dial?.id,
        machineId,
        seen: known,
      }),
    (after) => {
      forget(key);
      queryClient.setQueryData(rowQuery<Vessel>('vessels', vessel.id).queryKey, after);
      go(`/rigs/vessels/${vessel.id}`);
    },
  );
  const setUp = (name: string, value: string) => {
    saving.forget();
    setSearch(
      (before) => {
        before.set(name, value);
        return before;
      },
      { replace: true },
    );
  };
  const machines = devices.filter((d) => d.kind === 'pressureWasher');
  return (
    <Page
      title={t('Measure what {0} draws', vessel.name)}
      actions={<ButtonLink to={`/rigs/vessels/${vessel.id}`}>{t('Back')}</ButtonLink>}
    >
      <div className="grid max-w-6xl gap-x-13 gap-y-8 lg:grid-cols-2">
        <div className="flex flex-col gap-8">
          <section aria-label={t('How it is set')} className="grid gap-4 sm:grid-cols-2">
            <h2 className="sm:col-span-2">{t('1. Set it')}</h2>
            <ListField
              label={t('Dial')}
              bay
              value={String(dial?.id ?? '')}
              options={vessel.dials.map((d) => ({ value: String(d.id), name: d.name }))}
              onChange={(value) => setUp('dial', value)}
            />
            <ListField
              label={t('Used on')}
              bay
              value={String(machineId ?? HOSE)}
              options={[
                ...machines.map((m) => ({ value: String(m.id), name: m.name })),
                { value: HOSE, name: t('a garden hose') },
              ]}
              onChange={(value) => setUp('machine', value)}
            />
            <div className="sm:col-span-2">
              <ListField
                label={t('In the bottle')}
                hint={t('Plain water does; the mix you use tells more, since thick liquid is drawn slower.')}
                bay
                value={String(draft.liquidId)}
                options={[
                  { value: LIQUID_WATER, name: t('plain water') },
                  ...products
                    .filter((p) => p.state !== 'hyper')
                    .map((p) => ({ value: String(p.id), name: p.name, note: t('mixed as it is used') })),
                ]}
                onChange={(value) => set({ liquidId: Number(value) })}
              />
            </div>
          </section>
          <FlowFields
            draft={draft}
            set={set}
            machineId={machineId}
            refusal={refusals.flow}
            flow={flow.ok ? flow.value : null}
          />
          <YardStandIns machineId={machineId} lineId={null} />
        </div>
        <div className="flex flex-col gap-5">
          <section aria-label={t('Drain it')} className="flex flex-col gap-4">
            <h2>{t('3. Drain the bottle')}</h2>
            <p>
              {t(
                'Start as you pull the trigger, stop as it begins to suck air. Three runs are good, five are better.',
              )}
            </p>
            <div className="grid grid-cols-[3fr_2fr] gap-4">
              <TypedField
                label={t('Drained each time')}
                className="reading min-h-16 text-[1.4rem]"
                value={draft.drainedText}
                onChange={(e) => set({ drainedText: e.target.value, drainedSource: 'typed' })}
              />
              <TypedField
                label={t('Read to')}
                error={refusals.step && <Refusal problem={refusals.step} />}
                className="reading min-h-16 text-[1.4rem]"
                value={draft.stepText}
                onChange={(e) => set({ stepText: e.target.value })}
              />
            </div>
            <WeighBottle draft={draft} set={set} />
            {draft.runs.length < MOST_RUNS ? (
              <StopwatchKey
                watch={draft.runWatch}
                set={(runWatch) => set({ runWatch })}
                start={t('Trigger pulled')}
                stop={t('It sucks air')}
                space
                done={(seconds) => {
                  const now = useDrains.getState().drafts[key] ?? draft;
                  set({ runs: [...now.runs, timedRun(now, seconds)] });
                }}
              />
            ) : (
              <p className="font-bold">{t('{0} runs are enough: keep them, or start over.', MOST_RUNS)}</p>
            )}
            <DrainRuns draft={draft} runs={runs} unlike={unlike} set={set} />
          </section>
          <section aria-label={t('Result')} className="border-t-2 border-ink pt-4" aria-live="polite">
            <h2 className="mb-2">{t('4. Cannon draw')}</h2>
            {result ? (
              <>
                <p className="reading text-[3.6rem] leading-none text-product" data-testid="reading-draw">
                  {Number((result.mean * 100).toPrecision(3))} %
                </p>
                <p className="mt-1">{drawInWords(drawOf(result), result.runs)}.</p>
              </>
            ) : (
              <p className="text-muted">{t('It shows here after the flow and the first run.')}</p>
            )}
            {newest && (
              <p className="mt-1 text-muted">{t('Until now: {0}.', drawInWords(newest, newest.runs))}</p>
            )}
            {unlike.length > 0 && (
              <div className="mt-3">
                <Watch word={UNLIKE_WORDS()[result?.runs === 2 ? 'two' : unlike.length > 1 ? 'some' : 'one']}>
                  {t(
                    'It counts until you leave it out. {0}',
                    result?.runs === 2 ? t('Do a third.') : t('Do another to be sure.'),
                  )}
                </Watch>
              </div>
            )}
            <KeepBar
              saving={saving}
              seen={seen.id}
              ready={body !== null}
              keep={t('Keep this draw')}
              startOver={kept ? () => forget(key) : null}
            />
          </section>
        </div>
      </div>
    </Page>
  );
}
