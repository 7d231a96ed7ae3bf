import { STANDS } from '#core/planning/assessment.ts';
import type { Way } from '#core/planning/completePlan.ts';
import type { Soak } from '#core/planning/soakOf.ts';
import { formatDuration } from '#core/units/duration.ts';
import { said, t } from '../lib/speech.ts';
import { Button } from '../ui/Button.tsx';
import { Stop } from '../ui/Refusal.tsx';
import { STAND_WORDS } from './planWords.ts';

/** How what is laid is done across the vehicle: in how many pieces, how long it waits, and by when it is off. */
export function Lies({
  soak,
  waitS,
  ways,
  stand,
}: {
  soak: Soak;
  /** How long the first piece lies in the course, in seconds. */
  waitS: number;
  ways: readonly Way[];
  stand: (to: Way['stand']) => void;
}) {
  const { steps, across, cooled, stretches, againS, refused, panels } = soak;
  if (!across) {
    const { reason, remedy } = refused ? said(refused) : { reason: '', remedy: '' };
    return (
      <Stop reason={`${t('It dries before it is off.')} ${reason}`} remedy={remedy}>
        <div className="flex flex-wrap gap-3">
          {ways
            .filter((w) => STANDS.includes(w.stand))
            .map((way) => (
              <Button key={way.stand} bay onClick={() => stand(way.stand)}>
                {t('Do it {0}: {1} min', STAND_WORDS()[way.stand], Math.round(way.elapsedS / 60))}
              </Button>
            ))}
        </div>
      </Stop>
    );
  }
  const { sections, walk } = across;
  const due = Math.min(...panels.map((p) => p.rinseByS));
  const said_ = [
    sections.length === 1
      ? t('All of it at once')
      : stretches > 1
        ? t('Stretch by stretch, {0} in all, each to its end', sections.length)
        : t('In {0} pieces, each to its end', sections.length),
    walk.from === 'bottomUp' ? t('from the bottom up') : t('from the top down'),
    againS === null
      ? waitS >= 1
        ? t('wait {0}', formatDuration(Math.round(waitS)))
        : null
      : t('laid again {0} after each panel was laid, before it dries', formatDuration(Math.floor(againS))),
    walk.rinse === 'same' ? t('off in the order it was laid') : t('the last off first'),
    t('off within {0} on each panel', formatDuration(Math.floor(due))),
  ].filter(Boolean);
  return (
    <p className="leading-snug">
      {cooled && <strong>{t('Rinse the panels cool first.')} </strong>}
      {steps.length > 1 && `${t('The foam goes over it while it lies.')} `}
      {said_.join(', ')}.
    </p>
  );
}
