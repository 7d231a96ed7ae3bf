import type { UseFormRegisterReturn } from 'react-hook-form';
import { formatPercent, readingInWords } from '#core/strength/formatStrength.ts';
import type { LabelStrength } from '#core/strength/labelStrength.ts';
import type { Strength } from '#core/strength/notation.ts';
import { fractionOf } from '#core/strength/strength.ts';
import { useSession } from '../../lib/session.tsx';
import { t } from '../../lib/speech.ts';
import { readingsOf } from './labelTyped.ts';

const percentOf = (strength: Strength): string => {
  const f = fractionOf(strength);
  return f.ok ? formatPercent(f.value) : '';
};

/** How what is printed is read: a strength in one line, a range with both its ends. */
function inWords({ strength, upTo }: LabelStrength): string {
  const words = readingInWords(strength, t);
  if (upTo === null) return `${percentOf(strength)}: ${words}`;
  const top = readingInWords(upTo, t);
  return t(
    '{0} to {1}: {2}{3}',
    percentOf(strength),
    percentOf(upTo),
    words,
    top === words ? '' : t(', up to {0}', top),
  );
}

/** What the printed words come to; where they can be read two ways, both, to choose from. */
export function LabelReading({
  printed,
  radio,
}: {
  printed: string;
  /** The field the chosen reading is kept in. */
  radio: UseFormRegisterReturn;
}) {
  const { shop } = useSession();
  const readings = readingsOf(printed, shop);
  if (readings.length === 0) return t('As it is printed');
  return (
    <>
      {readings.map((read, i) => {
        const words = inWords(read);
        if (readings.length === 1) return words;
        const value = i === 0 ? 'asWritten' : 'other';
        return (
          <label key={value} className="flex min-h-8 items-center gap-2">
            <input type="radio" className="size-5 shrink-0 accent-ink" value={value} {...radio} />
            {words}
          </label>
        );
      })}
    </>
  );
}
