import { readVolume } from '#core/units/formatVolume.ts';
import { useSession } from '../app/session.tsx';

/** One of the amounts, as large as can be. */
export function BigFigure({
  order,
  tone,
  ul,
  what,
}: {
  order: string;
  tone: string;
  ul: number | undefined;
  what: string;
}) {
  const { shop } = useSession();
  const read = ul === undefined ? null : readVolume(ul, shop.units);
  return (
    <p className={tone}>
      <span className="caps block text-ink">{order}</span>
      <span
        className="reading flex items-baseline gap-2 text-[3.6rem] leading-none xl:text-[4.2rem]"
        data-testid={`reading-${what}`}
      >
        {read ? read.figure : '–'}
        {read && <span className="text-[1.5rem]">{read.unit}</span>}
      </span>
    </p>
  );
}
