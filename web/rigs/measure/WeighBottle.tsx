import { t } from '../../lib/speech.ts';
import type { DrainDraft } from './drainDraft.ts';
import { LiveReading } from './LiveReading.tsx';

/**
 * What drained, by weighing the bottle full and empty, where the shop has a scale. Water and thin mixes weigh a gram to
 * the millilitre.
 */
export function WeighBottle(props: { draft: DrainDraft; set: (more: Partial<DrainDraft>) => void }) {
  const { draft, set } = props;
  const { fullG } = draft;
  return (
    <>
      <LiveReading
        kind="scale"
        on={null}
        label={fullG === null ? t('Weigh it full') : t('Weigh it drained')}
        take={(reading, source) => {
          if (reading.kind !== 'grams') return;
          if (fullG === null) set({ fullG: reading.grams });
          else if (reading.grams < fullG) {
            const drainedText = `${(fullG - reading.grams).toFixed(0)} ml`;
            set({ fullG: null, drainedText, drainedSource: source, stepText: '2 ml' });
          }
        }}
      />
      {fullG !== null && (
        <p>{t('Full it weighs {0} g. Drain it, put it on again and weigh it.', fullG.toFixed(1))}</p>
      )}
    </>
  );
}
