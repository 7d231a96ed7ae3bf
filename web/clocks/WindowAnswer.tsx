import type { ReactNode } from 'react';
import type { Hindrance } from '#core/dwell/goNoGo.ts';
import type { Remedy, WindowOrRemedies } from '#core/dwell/remedies.ts';
import type { WorkingWindow } from '#core/dwell/workingWindow.ts';
import type { Outcome } from '#core/outcome.ts';
import { formatDuration } from '#core/units/duration.ts';
import { said, spoken, t } from '../lib/speech.ts';
import { More } from '../ui/More.tsx';
import { Refusal, Stop, Watch } from '../ui/Refusal.tsx';
import { DwellBand } from './DwellBand.tsx';

/** The working window, or why there is none and what would open one. */
export function WindowAnswer(props: {
  answer: Outcome<WindowOrRemedies>;
  inputs: ReactNode;
  water: boolean;
}) {
  const { answer, inputs, water } = props;
  if (!answer.ok) return <Refusal problem={answer} />;
  const { value } = answer;
  if (value.opens) {
    return (
      <div>
        <WindowWords window={value.window} water={water} />
        <DwellBand window={value.window} running={null} water={water} />
        <Estimate>{inputs}</Estimate>
      </div>
    );
  }
  return (
    <div>
      <p className="flex gap-3 text-[1.2rem]">
        <span aria-hidden className="w-1.5 shrink-0 bg-stop" />
        <span>
          <strong className="text-stop">{t('It will dry too fast.')}</strong> <NoWindow of={value} />
        </span>
      </p>
      {value.window && <DwellBand window={value.window} running={null} />}
      <h3 className="mt-4 mb-1 text-[1.06rem]">{t('What would give it time, in this order')}</h3>
      <ol aria-label={t('What would give it time')} className="border-t border-ink">
        {value.remedies.map((r, i) => (
          <li
            key={r.kind}
            className="ruled grid grid-cols-[1.6rem_minmax(0,1fr)] border-faint py-2 sm:grid-cols-[1.6rem_minmax(0,1fr)_minmax(0,1.4fr)]"
          >
            <span className="reading text-muted">{i + 1}</span>
            <RemedyWords of={r} />
          </li>
        ))}
      </ol>
      <Estimate>{inputs}</Estimate>
    </div>
  );
}

function NoWindow({ of }: { of: Extract<WindowOrRemedies, { opens: false }> }) {
  return of.refused ? said(of.refused).reason : of.window && spoken().words.driesTooSoon(of.window);
}

function RemedyWords({ of }: { of: Remedy }) {
  const { words, units } = spoken();
  const [what, gives] = words.remedy[of.kind](of.facts, units);
  return (
    <>
      <span className={of.opens ? 'font-bold' : ''}>{what}</span>
      <span className="col-start-2 text-muted sm:col-start-3">
        {of.refused ? said(of.refused).reason : of.window ? words.windowGives(of.window) : gives}
      </span>
    </>
  );
}

function WindowWords({ window, water }: { window: WorkingWindow; water: boolean }) {
  const { rinseByS, shortestS, limit, fromS } = window;
  return (
    <p className="mb-2 text-[1.2rem] leading-snug">
      {water ? t('Dry it off by') : t('Rinse by')}{' '}
      <strong className="reading text-[1.6rem]">{formatDuration(Math.floor(rinseByS))}</strong>
      {water
        ? t(': then it spots.')
        : limit === 'drying'
          ? t(': it begins to dry then.')
          : t(', the longest its label allows.')}{' '}
      {shortestS > 0 && t('Not before {0}', formatDuration(shortestS))}
      {shortestS > 0 &&
        fromS > shortestS &&
        fromS < rinseByS &&
        t(', better from {0}', formatDuration(fromS))}
      {shortestS > 0 && '.'}
    </p>
  );
}

/** What it is worked out from, a tap away; and that it is an estimate. */
export function Estimate({ children }: { children: ReactNode }) {
  return (
    <More
      className="mt-2"
      title={
        <>
          <span className="underline underline-offset-4">{t('An estimate: the eye on the panel wins.')}</span>{' '}
          <span className="text-muted">{t('What it is worked out from')}</span>
        </>
      }
    >
      {children}
    </More>
  );
}

/** What wind, rain, sun and cold mean here. */
export function Hindrances({ of }: { of: readonly Hindrance[] }) {
  const { words, units } = spoken();
  return of.map(({ kind, stops }) => {
    const [word, what] = words.hindrance[kind](units);
    return stops ? (
      <Stop key={kind} reason={`${word}:`} remedy={`${what}.`} />
    ) : (
      <Watch key={kind} word={`${word}:`}>
        {what}.
      </Watch>
    );
  });
}
