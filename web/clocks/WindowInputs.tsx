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
    ['Weather', weather ? `${weatherInWords(weather, shop.units)}, ${from}` : 'nobody knows it'],
    [
      'Laid',
      `${FILM_NAMES[as.film]}, ${Math.round(as.rateMlPerM2)} ml to the m² from the bottle${as.q < 1 ? `, draw ${formatPercent(as.q as Fraction)}` : ''}`,
    ],
    ...(window
      ? ([
          [
            'Panel',
            `starts at ${formatTemperature(window.startC, shop.units)}; dry it would be ${formatTemperature(window.equilibriumC, shop.units)}`,
          ],
          [
            'Dry after',
            window.dryS === null
              ? 'not within 90 min'
              : `about ${formatDuration(Math.round(window.dryS / 5) * 5)}`,
          ],
        ] as [string, string][])
      : []),
    ['Edges dry at', `${Math.round(edgeShare * 100)} % of that, by the shop’s setting`],
    [
      'Film here',
      factor
        ? `${factor.k.toFixed(2)} of the usual, from ${factor.seen.length} ${factor.seen.length === 1 ? 'film' : 'films'} seen to dry`
        : 'as usual: nobody has said yet when one began to dry',
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
