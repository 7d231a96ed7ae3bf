import type { ReadVolume } from '#core/units/formatVolume.ts';

const LARGE = 'text-[2.9rem] scrolled:text-[1.75rem] sm:text-[3.6rem] xl:text-[4.6rem]';
const LESS = 'text-[2rem] scrolled:text-[1.25rem] sm:text-[3rem] xl:text-[3.3rem]';
const LEAST = 'text-[1.7rem] scrolled:text-[1.1rem] sm:text-[2.2rem] xl:text-[2.6rem]';

/**
 * A volume set in large type, its unit small beside it. Gallons with ounces, and long units where there are many, go on a
 * second line rather than into their neighbour.
 *
 * @param many where it stands beside more than one other
 */
export function LargeVolume(props: { what: string; read: ReadVolume | null; many: boolean }) {
  const { what, read, many } = props;
  const parts = read ? partsOf(read) : [];
  const long = read !== null && (parts.length > 1 || read.unit.length > 2);
  const size = long ? (many ? LEAST : LESS) : many || (read && read.figure.length > 5) ? LESS : LARGE;
  return (
    <p className="reading flex flex-wrap items-baseline gap-x-2 leading-none" data-testid={`reading-${what}`}>
      {!read && <span className={size}>–</span>}
      {parts.map(({ figure, unit }) => (
        <span
          key={unit}
          className={`flex items-baseline gap-x-1.5 whitespace-nowrap ${many && long ? 'max-sm:flex-wrap' : ''}`}
        >
          <span className={size}>{figure}</span>
          <span
            className={
              many || long
                ? `text-[1.1rem] ${many && long ? 'scrolled:text-[0.8rem]' : 'scrolled:text-base'}`
                : 'text-[1.3rem] scrolled:text-base xl:text-[1.7rem]'
            }
          >
            {unit}
          </span>
        </span>
      ))}
    </p>
  );
}

/** `4 gal 37 US fl oz` is two figures, each with its unit. */
function partsOf({ figure, unit }: ReadVolume): ReadVolume[] {
  const [, gallons, ounces] = /^(-?\d+) gal (\d+)$/.exec(figure) ?? [];
  return gallons && ounces
    ? [
        { figure: gallons, unit: 'gal' },
        { figure: ounces, unit },
      ]
    : [{ figure, unit }];
}
