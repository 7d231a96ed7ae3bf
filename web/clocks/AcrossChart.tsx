import type { AcrossVehicle, PanelWork } from '#core/dwell/acrossVehicle.ts';
import { t } from '../lib/speech.ts';
import { bar, Key, stepsTo } from '../ui/timeRule.tsx';
import { clockFigure, panelInWords } from './clockWords.ts';

/** Who does what when: product laid in brass, the wait, rinsed in blue, and the post it has to be rinsed before. */
export function AcrossChart({ across, panels }: { across: AcrossVehicle; panels: readonly PanelWork[] }) {
  const dueS = (id: string, fromS: number) => fromS + (panels.find((p) => p.id === id)?.rinseByS ?? 0);
  const span = across.totalS * 1.04;
  const at = (s: number) => `${Math.min(100, (s / span) * 100)}%`;
  const ticks = stepsTo(span);
  return (
    <figure aria-label={t('When each panel is laid and rinsed')} className="min-w-0">
      <div aria-hidden className="reading relative ml-[9.5rem] h-6 text-[0.88rem] text-muted">
        {ticks.map((s) => (
          <span key={s} className="absolute -translate-x-1/2" style={{ left: at(s) }}>
            {clockFigure(s)}
          </span>
        ))}
      </div>
      {across.sections.map((section, i) => (
        <ol
          // biome-ignore lint/suspicious/noArrayIndexKey: a piece is its number
          key={i}
          aria-label={t('Piece {0}', i + 1)}
          className="border-t border-ink"
        >
          {section.panels.map((p) => {
            const due = dueS(p.id, p.applyFromS);
            return (
              <li key={p.id} className="flex items-center text-[0.94rem]">
                <span className="w-[9.5rem] shrink-0 truncate py-0.5">
                  <span className="reading mr-2">{i + 1}</span>
                  {panelInWords(p.id)}
                  <span className="sr-only">
                    {t(
                      ': laid {0} to {1}, rinsed {2} to {3}',
                      clockFigure(p.applyFromS),
                      clockFigure(p.applyToS),
                      clockFigure(p.rinseFromS),
                      clockFigure(p.rinseToS),
                    )}
                  </span>
                </span>
                <span aria-hidden className="relative h-5 min-w-0 flex-1">
                  <span
                    className="absolute top-1/2 h-px bg-hairline"
                    style={bar(p.applyToS, p.rinseFromS, span)}
                  />
                  <span
                    className="absolute inset-y-1 bg-product"
                    style={bar(p.applyFromS, p.applyToS, span)}
                  />
                  <span className="absolute inset-y-1 bg-water" style={bar(p.rinseFromS, p.rinseToS, span)} />
                  {due < span && (
                    <span className="absolute inset-y-0 w-0.5 bg-stop" style={{ left: at(due) }} />
                  )}
                </span>
              </li>
            );
          })}
        </ol>
      ))}
      <figcaption className="mt-2 flex flex-wrap gap-x-5 border-t border-hairline pt-1.5 text-[0.94rem]">
        <Key className="bg-product" what={t('laid')} />
        <Key className="bg-water" what={t('rinsed')} />
        <Key className="!w-0.5 bg-stop" what={t('has to be rinsed by')} />
      </figcaption>
    </figure>
  );
}
