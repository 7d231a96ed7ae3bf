import { type KeyboardEvent, memo } from 'react';
import { formatPercent, readingInWords } from '#core/strength/formatStrength.ts';
import type { Strength } from '#core/strength/notation.ts';
import { type Fraction, fractionOf, sameStrength } from '#core/strength/strength.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import type { UnitSystem } from '#core/units/units.ts';
import { useSession } from '../../lib/session.tsx';
import { strengthSaid, t } from '../../lib/speech.ts';
import { InShopUnits } from '../../stock/product/LabelTable.tsx';
import { Marks } from '../../ui/Marks.tsx';
import type { BenchMix } from '../mix/benchMix.ts';
import { type LadderMark, ladderMarkKey } from '../mix/ladderMarks.ts';
import { namedVolumes, strengthKeys } from '../mix/namedVolumes.ts';
import { AmountField } from './AmountField.tsx';
import type { MixFieldsProps as Props } from './mixFieldsProps.ts';

/** How strong, where no recipe says it. */
export function ByProductFields({ draft, bench, equipment, set, choose }: Props) {
  const { shop } = useSession();
  const { product, vessel, refusals } = bench;
  const names = namedVolumes(product, vessel, equipment.measures);
  const forOthers = bench.marks.length === 0 && (product?.labelEntries.length ?? 0) > 0;
  const chosen = markOf(bench);

  const stepMark = (event: KeyboardEvent) => {
    const by = event.key === 'ArrowUp' ? -1 : event.key === 'ArrowDown' ? 1 : 0;
    const entries = bench.marks;
    if (by === 0 || entries.length === 0) return;
    event.preventDefault();
    const at = chosen ? entries.indexOf(chosen) : by < 0 ? entries.length : -1;
    const next = entries[Math.max(0, Math.min(entries.length - 1, at + by))];
    if (next) choose(next.strength, next.basis);
  };

  return (
    <>
      {bench.marks.length > 0 && (
        <LabelMarks entries={bench.marks} chosen={chosen ? ladderMarkKey(chosen) : ''} choose={choose} />
      )}

      <AmountField
        label={t('Strength')}
        value={draft.strengthText}
        refusal={refusals.strength}
        of="strength"
        words={strengthKeys(names, vessel, shop.units)}
        hint={
          bench.strength?.ok
            ? `${strengthInWords(bench.strength.value)}${bench.onPanel ? t(', on the panel') : ''}`
            : forOthers
              ? t('Its label speaks of a bucket, not of this: type how strong')
              : t('Such as 1:12, 1 in 12, 4% or 30 ml/l')
        }
        onChange={(strengthText) => set({ strengthText, picked: null })}
        onKeyDown={stepMark}
      />
      {bench.other && bench.strength?.ok && bench.plan && (
        <BothReadings
          chosen={{
            strength: bench.strength.value,
            productUl: bench.measuring?.wantedUl ?? bench.plan.productUl,
          }}
          other={bench.other}
          units={shop.units}
          choose={choose}
        />
      )}
    </>
  );
}

function strengthInWords(strength: Strength): string {
  const f = fractionOf(strength);
  const words = readingInWords(strength, t);
  if (!f.ok) return words;
  return strength.notation === 'percent' ? words : `${formatPercent(f.value)}: ${words}`;
}

function markOf({ typed, marks, rig, onPanel }: BenchMix): LadderMark | undefined {
  if (typed === null) return undefined;
  const there = (e: LadderMark) => rig === null || (e.basis === 'panel') === onPanel;
  return marks.find((e) => there(e) && sameStrength(e.fraction as Fraction, typed));
}

const END_WORDS = () => ({ only: '', weaker: t(', at least'), stronger: t(', at most') }) as const;

/** The label's strengths as marks, the chosen one marked. */
const LabelMarks = memo(function LabelMarks(props: {
  entries: readonly LadderMark[];
  /** The key of the one that is chosen. */
  chosen: string;
  choose: Props['choose'];
}) {
  const { entries, chosen, choose } = props;
  return (
    <Marks
      label={t('Strengths on the label')}
      value={chosen}
      onChange={(key) => {
        const entry = entries.find((e) => ladderMarkKey(e) === key);
        if (entry) choose(entry.strength, entry.basis);
      }}
      options={entries.map((entry) => ({
        value: ladderMarkKey(entry),
        name: `${entry.whatFor}${END_WORDS()[entry.end]}`,
        at: (
          <span className="reading text-right text-[1.1rem] leading-tight">
            {strengthSaid(entry.strength)}
            <InShopUnits of={entry.strength} />
          </span>
        ),
      }))}
    />
  );
});

/** Two readings of the same words, side by side, where they are different mixes. */
function BothReadings(props: {
  chosen: { strength: Strength; productUl: number };
  other: { strength: Strength; productUl: number };
  units: UnitSystem;
  choose: (strength: Strength) => void;
}) {
  const { chosen, other, units, choose } = props;
  const more = Math.round((100 * (other.productUl - chosen.productUl)) / chosen.productUl);
  return (
    <fieldset className="border-l-2 border-ink pl-3">
      <legend className="sr-only">{t('Which reading')}</legend>
      <div className="grid grid-cols-2 gap-3">
        <p className="leading-tight">
          <span className="caps block text-muted">{t('Read as')}</span>
          <strong>{strengthSaid(chosen.strength)}</strong>
          <span className="reading block text-product">{formatVolume(chosen.productUl, units)}</span>
        </p>
        <button
          type="button"
          className="min-h-16 border-b border-ink text-left leading-tight"
          onClick={() => choose(other.strength)}
        >
          <span className="caps block text-muted">{t('or read as')}</span>
          {strengthSaid(other.strength)}
          <span className="reading block text-product">
            {formatVolume(other.productUl, units)},{' '}
            {more > 0 ? t('{0} % more', more) : t('{0} % less', -more)}
          </span>
        </button>
      </div>
    </fieldset>
  );
}
