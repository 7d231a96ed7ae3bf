import type { FilmFactor } from '#contract/clocks.ts';
import type { LaidAs } from '#core/dwell/laidProduct.ts';
import type { Weather } from '#core/dwell/weather.ts';
import { weatherInWords } from '#core/dwell/weather.ts';
import type { WorkingWindow } from '#core/dwell/workingWindow.ts';
import { FILM_NAMES } from '#core/products/uses.ts';
import { formatPercent } from '#core/strength/formatStrength.ts';
import type { Fraction } from '#core/strength/strength.ts';
import { formatDuration } from '#core/units/duration.ts';
import { formatTemperature } from '#core/units/temperature.ts';
import { useSession } from '../lib/session.tsx';
import { t } from '../lib/speech.ts';

type Props = {
  as: LaidAs;
  weather: Weather | null;
  from: string;
  window: WorkingWindow | null;
  edgeShare: number;
  factor: FilmFactor | null;
};

/** Everything a window is worked out from, in a ruled list. */
export function WindowInputs({ as, weather, from, window, edgeShare, factor }: Props) {
  const { shop } = useSession();
  const facts: [string, string][] = [
    [t('Weather'), weather ? `${weatherInWords(weather, shop.units, t)}, ${from}` : t('not known')],
    [
      t('Laid'),
      t(
        '{0}, {1} ml to the m² from the bottle{2}',
        t(FILM_NAMES[as.film]),
        Math.round(as.rateMlPerM2),
        as.q < 1 ? t(', draw {0}', formatPercent(as.q as Fraction)) : '',
      ),
    ],
    ...(window
      ? ([
          [
            t('Panel'),
            t(
              'starts at {0}; dry it would be {1}',
              formatTemperature(window.startC, shop.units),
              formatTemperature(window.equilibriumC, shop.units),
            ),
          ],
          [
            t('Dry after'),
            window.dryS === null
              ? t('not within 90 min')
              : t('about {0}', formatDuration(Math.round(window.dryS / 5) * 5)),
          ],
        ] as [string, string][])
      : []),
    [t('Edges dry at'), t('{0} % of that, by the shop’s setting', Math.round(edgeShare * 100))],
    [
      t('Film here'),
      factor
        ? t(
            '{0} of the usual, from {1} {2} seen to dry',
            factor.k.toFixed(2),
            factor.seen.length,
            factor.seen.length === 1 ? t('film') : t('films'),
          )
        : t('as usual: nobody has said yet when one began to dry'),
    ],
  ];
  return (
    <dl className="border-t border-hairline">
      {facts.map(([name, what]) => (
        <div
          key={name}
          className="ruled grid grid-cols-[7rem_minmax(0,1fr)] gap-3 border-faint py-1.5 leading-snug"
        >
          <dt className="text-muted">{name}</dt>
          <dd>{what}</dd>
        </div>
      ))}
    </dl>
  );
}
