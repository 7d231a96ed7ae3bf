import { useState } from 'react';
import { useParams } from 'react-router';
import type { Line } from '#contract/dispensers.ts';
import { atLeast } from '#contract/roles.ts';
import type { Refusal as CoreRefusal } from '#core/outcome.ts';
import { formatExactVolume } from '#core/units/formatVolume.ts';
import { microlitres } from '#core/units/volume.ts';
import { YardStandIns } from '../../demo/YardStandIns.tsx';
import { post } from '../../lib/api.ts';
import { useSession } from '../../lib/session.tsx';
import { t } from '../../lib/speech.ts';
import { checksQuery, lineQuery, productsQuery, queryClient } from '../../state/queries.ts';
import { useAsked } from '../../state/useAsked.ts';
import { useCommand } from '../../state/useCommand.ts';
import { useQuery } from '../../state/useQuery.ts';
import { Button, ButtonLink } from '../../ui/Button.tsx';
import { Either } from '../../ui/Either.tsx';
import type { Needs } from '../../ui/fetched.tsx';
import { TypedField } from '../../ui/Labelled.tsx';
import { Page } from '../../ui/Page.tsx';
import { Refusal, Watch } from '../../ui/Refusal.tsx';
import { useGo } from '../../ui/useGo.ts';
import { KeepBar } from '../measure/KeepBar.tsx';
import { LiveReading } from '../measure/LiveReading.tsx';
import {
  type CheckDraft,
  checkResult,
  type FillTyped,
  FRESH_CHECK,
  FRESH_FILL,
  useChecks,
} from './checkDraft.ts';
import { VerdictWords } from './LinePage.tsx';
import { checkInWords, ratioInWords } from './lineWords.ts';

VerifyLine.needs = (({ params: { id } }) => [lineQuery(Number(id))]) satisfies Needs;

/** The guided verification of a line: fills collected, what the pail lost, and what to do about it. */
export default function VerifyLine() {
  const { id } = useParams();
  const { who } = useSession();
  const [line] = useAsked(lineQuery(Number(id)));
  if (!line.pail || !atLeast(who.role, 'lead')) {
    return (
      <Page title={line.name}>
        <p className="mb-5">
          {line.pail
            ? t('Lines are verified by leads and managers.')
            : t('No pail is connected yet: there is nothing to verify.')}
        </p>
        <ButtonLink to={`/rigs/lines/${line.id}`}>{t('Back to {0}', line.name)}</ButtonLink>
      </Page>
    );
  }
  return <Verification key={line.id} line={line} pail={line.pail} />;
}

const MOST_FILLS = 8;

function Verification({ line, pail }: { line: Line; pail: NonNullable<Line['pail']> }) {
  const { who, shop } = useSession();
  const go = useGo();
  const { data: checks = [] } = useQuery(checksQuery(line.id));
  const { data: products = [] } = useQuery(productsQuery);
  const product = products.find((p) => p.id === pail.productId) ?? null;
  const key = `${who.personId} ${line.id} ${line.tip?.id} ${pail.productId}`;
  const kept = useChecks((state) => state.drafts[key]);
  const { keep, forget } = useChecks.getState();
  const draft = kept ?? FRESH_CHECK;
  const set = (more: Partial<CheckDraft>) =>
    keep(key, { ...(useChecks.getState().drafts[key] ?? draft), ...more });
  const change = (i: number, more: Partial<FillTyped>) => {
    const now = useChecks.getState().drafts[key] ?? draft;
    set({ runs: now.runs.map((run, j) => (i === j ? { ...run, ...more } : run)) });
  };
  const { runs, usedUl, result, body } = checkResult(draft, line, product, checks, shop.units);
  // What was there when the verification began, however fresh the page is kept.
  const [seen] = useState(line.check?.id ?? null);
  const saving = useCommand(
    (known: number | null) => post<Line>(`/lines/${line.id}/checks`, { ...body, seen: known }),
    (after) => {
      forget(key);
      queryClient.setQueryData(lineQuery(line.id).queryKey, after);
      go(`/rigs/lines/${line.id}`);
    },
  );
  const last = draft.runs.length - 1;
  return (
    <Page
      title={t('Verify {0}, {1}', line.code, line.name)}
      actions={<ButtonLink to={`/rigs/lines/${line.id}`}>{t('Back')}</ButtonLink>}
    >
      <div className="grid max-w-6xl gap-x-13 gap-y-8 lg:grid-cols-2">
        <div className="flex flex-col gap-5">
          <p>
            {t('{0} from', pail.productName)} <span className="reading">{pail.code}</span>{' '}
            {t(
              'through “{0}”. Collect two litres or more each time, three times: what comes out, and what the pail lost.',
              line.tip?.name,
            )}
          </p>
          <Either
            label={t('How the product is measured')}
            value={draft.method}
            options={[
              { value: 'scale', name: t('weigh the pail') },
              { value: 'volume', name: t('draw from a measure') },
            ]}
            onChange={(method) => set({ method })}
          />
          <ol className="flex flex-col gap-5">
            {draft.runs.map((typed, i) => {
              const { run, ratio } = runs[i] ?? { run: null, ratio: null };
              const fault = ratio && !ratio.ok ? ratio : run && !run.ok ? run : null;
              // What nothing was typed for yet is not wrong.
              const wrong = fault && wrongNow(fault, typed, draft.method) ? fault : null;
              return (
                // biome-ignore lint/suspicious/noArrayIndexKey: fills are only added at the end
                <li key={i} className="border-t-2 border-ink pt-3">
                  <h2 className="mb-2 flex justify-between">
                    {t('Fill {0}', i + 1)}
                    <span className="reading">{ratio?.ok ? ratioInWords(ratio.value) : ''}</span>
                  </h2>
                  <FillFields draft={draft} typed={typed} i={i} change={change} wrong={wrong} />
                  {wrong && (
                    <div className="mt-2">
                      <Refusal id={wrongId(i)} problem={wrong} />
                    </div>
                  )}
                  {i === last && <Readings line={line} draft={draft} i={i} change={change} />}
                </li>
              );
            })}
          </ol>
          {draft.runs.length < MOST_FILLS && (
            <Button
              bay
              disabled={!runs[last]?.ratio?.ok}
              onClick={() => set({ runs: [...draft.runs, FRESH_FILL] })}
            >
              {t('Another fill')}
            </Button>
          )}
        </div>
        <div className="flex flex-col gap-8">
          <section aria-label={t('Result')} className="border-t-2 border-ink pt-4" aria-live="polite">
            <h2 className="mb-2">{t('What it gives')}</h2>
            {result ? (
              <>
                <p className="reading text-[3.6rem] leading-none text-product" data-testid="reading-ratio">
                  {ratioInWords(result.mean)}
                </p>
                <p className="mt-1 mb-3">
                  {checkInWords({
                    ratio: result.mean,
                    from: result.interval?.from ?? null,
                    to: result.interval?.to ?? null,
                    runs: body?.runs ?? [],
                  })}
                  .
                </p>
                <VerdictWords check={{ verdict: result.verdict }} />
                {result.unlike.length > 0 && (
                  <Watch word={t('One fill is unlike the others.')}>{t('Do another to be sure.')}</Watch>
                )}
                <p className="mt-3 text-muted">
                  {t(
                    'The {0} of product it took is booked as waste.',
                    formatExactVolume(microlitres(usedUl)),
                  )}
                </p>
              </>
            ) : (
              <p className="text-muted">{t('It shows here after the first fill.')}</p>
            )}
            <KeepBar
              saving={saving}
              seen={seen}
              ready={body !== null}
              keep={t('Keep this verification')}
              startOver={kept ? () => forget(key) : null}
            />
          </section>
          <YardStandIns machineId={null} lineId={line.id} />
        </div>
      </div>
    </Page>
  );
}

const hasBoth = (typed: FillTyped, method: CheckDraft['method']): boolean =>
  typed.collected.trim() !== '' &&
  (method === 'volume'
    ? typed.product.trim() !== ''
    : typed.beforeG.trim() !== '' && typed.afterG.trim() !== '');

const wrongNow = ({ at }: CoreRefusal, typed: FillTyped, method: CheckDraft['method']): boolean =>
  at === undefined ? hasBoth(typed, method) : typed[at as 'collected'].trim() !== '';

/** Where what is wrong with a fill is said. */
const wrongId = (i: number): string => `fill-${i}-wrong`;

type FillProps = {
  draft: CheckDraft;
  i: number;
  change: (i: number, more: Partial<FillTyped>) => void;
};

function FillFields(props: FillProps & { typed: FillTyped; wrong: CoreRefusal | null }) {
  const { draft, typed, i, change, wrong } = props;
  const field = (label: string, key: 'collected' | 'product' | 'beforeG' | 'afterG', placeholder: string) => (
    <TypedField
      label={label}
      className="reading min-h-16 text-[1.2rem]"
      value={typed[key]}
      placeholder={placeholder}
      aria-invalid={wrong?.at === key}
      aria-describedby={wrongId(i)}
      onChange={(e) =>
        change(i, {
          [key]: e.target.value,
          ...(key === 'collected'
            ? { collectedSource: 'typed' as const }
            : { productSource: 'typed' as const }),
        })
      }
    />
  );
  return draft.method === 'volume' ? (
    <div className="grid grid-cols-2 gap-3">
      {field(t('Collected, fill {0}', i + 1), 'collected', '2 l')}
      {field(t('Product used, fill {0}', i + 1), 'product', '90 ml')}
    </div>
  ) : (
    <div className="grid grid-cols-3 items-end gap-3">
      {field(t('Pail before, fill {0}', i + 1), 'beforeG', t('grams'))}
      {field(t('Collected, fill {0}', i + 1), 'collected', '2 l')}
      {field(t('Pail after, fill {0}', i + 1), 'afterG', t('grams'))}
    </div>
  );
}

/** What the scale and the flow meter show now, to be taken where a shop has them. */
function Readings({ line, draft, i, change }: FillProps & { line: Line }) {
  const weighing = draft.method === 'scale';
  const before = (draft.runs[i]?.beforeG ?? '') === '';
  return (
    <div className="mt-3 flex flex-col gap-4">
      {weighing && (
        <LiveReading
          kind="scale"
          on={null}
          label={before ? t('Take as before') : t('Take as after')}
          take={(reading, productSource) =>
            reading.kind === 'grams' &&
            change(i, { [before ? 'beforeG' : 'afterG']: reading.grams.toFixed(1), productSource })
          }
        />
      )}
      <LiveReading
        kind="flowMeter"
        on={{ lineId: line.id }}
        label={t('Take what came out')}
        total
        take={(reading, collectedSource) =>
          reading.kind === 'flow' && change(i, { collected: `${reading.totalMl} ml`, collectedSource })
        }
      />
    </div>
  );
}
