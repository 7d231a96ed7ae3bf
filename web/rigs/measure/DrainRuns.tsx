import { formatPercent } from '#core/strength/formatStrength.ts';
import type { Fraction } from '#core/strength/strength.ts';
import { t } from '../../lib/speech.ts';
import { Button } from '../../ui/Button.tsx';
import { TextInput } from '../../ui/Field.tsx';
import { Refusal } from '../../ui/Refusal.tsx';
import type { DrainDraft, DrainResult, RunTyped } from './drainDraft.ts';

/** The runs so far. Each can be put right, and one that went wrong is left out by a person, never by the program. */
export function DrainRuns(props: {
  draft: DrainDraft;
  runs: DrainResult['runs'];
  unlike: number[];
  set: (more: Partial<DrainDraft>) => void;
}) {
  const { draft, runs, unlike, set } = props;
  const change = (i: number, more: Partial<RunTyped>) =>
    set({ runs: draft.runs.map((run, j) => (i === j ? { ...run, ...more } : run)) });
  return (
    <>
      {draft.runs.length > 0 && (
        <ol className="border-t-2 border-ink">
          {draft.runs.map((run, i) => {
            const { q = null, drainedUl = null, seconds = null } = runs[i] ?? {};
            const wrong = q !== null && !q.ok;
            return (
              // biome-ignore lint/suspicious/noArrayIndexKey: runs are only added at the end
              <li key={i} className="ruled border-faint py-2">
                <div
                  className={`grid grid-cols-[1.2rem_1fr_1fr_4rem] items-center gap-2 ${run.leftOut ? 'line-through' : ''}`}
                >
                  <span className="reading">{i + 1}</span>
                  <TextInput
                    aria-label={t('Drained in run {0}', i + 1)}
                    className="reading"
                    value={run.drained}
                    aria-invalid={wrong && drainedUl === null}
                    onChange={(e) => change(i, { drained: e.target.value })}
                  />
                  <TextInput
                    aria-label={t('Seconds of run {0}', i + 1)}
                    className="reading"
                    inputMode="decimal"
                    value={run.seconds}
                    aria-invalid={wrong && drainedUl !== null && seconds === null}
                    onChange={(e) => change(i, { seconds: e.target.value, source: 'typed' })}
                  />
                  <span className="reading text-right whitespace-nowrap">
                    {q?.ok ? formatPercent(q.value as Fraction) : '–'}
                  </span>
                </div>
                {q && !q.ok && <Refusal problem={q} />}
                <div className="flex items-center justify-between gap-3">
                  <span className="font-bold">
                    {run.leftOut
                      ? t('Left out, kept on record')
                      : unlike.includes(i)
                        ? t('Unlike the others')
                        : ''}
                  </span>
                  <button
                    type="button"
                    className="min-h-12 underline underline-offset-4"
                    onClick={() => change(i, { leftOut: !run.leftOut })}
                  >
                    {run.leftOut ? t('Count it') : t('Leave it out')}
                  </button>
                </div>
              </li>
            );
          })}
        </ol>
      )}
      <Button
        onClick={() =>
          set({
            runs: [
              ...draft.runs,
              { drained: draft.drainedText, seconds: '', source: 'typed', leftOut: false },
            ],
          })
        }
      >
        {t('Type a run instead')}
      </Button>
    </>
  );
}
