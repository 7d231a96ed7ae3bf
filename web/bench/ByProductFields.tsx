import { RadioGroup } from 'radix-ui';
import { type KeyboardEvent, memo } from 'react';
import type { Product } from '#contract/products.ts';
import { formatPercent, readingInWords } from '#core/strength/formatStrength.ts';
import type { Strength } from '#core/strength/notation.ts';
import { type Fraction, fractionOf, sameStrength } from '#core/strength/strength.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import type { UnitSystem } from '#core/units/units.ts';
import { useSession } from '../lib/session.tsx';
import { strengthSaid, t } from '../lib/speech.ts';
import { InShopUnits } from '../stock/product/LabelTable.tsx';
import { ListField } from '../ui/Labelled.tsx';
import { AmountField } from './AmountField.tsx';
import type { BenchMix } from './benchMix.ts';
import { type Rung, rungKey } from './benchRungs.ts';
import type { MixFieldsProps as Props } from './mixFieldsProps.ts';
import { pick } from './pick.ts';

const STATES: () => Record<Product['state'], string> = () => ({
  concentrate: 'concentrate',
  hyper: t('hyper-concentrate: let down before use'),
  readyToUse: t('ready to use: never diluted'),
});

/** Product and strength, where no recipe says them. */
export function ByProductFields({ draft, bench, equipment, set, choose }: Props) {
  const { shop } = useSession();
  const { product, refusals } = bench;
  const chosen = rungOf(bench);

  const pickProduct = (id: string) => {
    const picked = equipment.products.find((p) => p.id === Number(id));
    const first = picked?.labelEntries[0];
    set({
      productId: picked?.id ?? null,
      containerId: null,
      restId: null,
      ...(first
        ? { ...pick(first.strength), onPanel: first.basis === 'panel' }
        : picked?.state === 'readyToUse'
          ? pick(NEAT)
          : { strengthText: '', picked: null }),
    });
  };

  const stepRung = (event: KeyboardEvent) => {
    const by = event.key === 'ArrowUp' ? -1 : event.key === 'ArrowDown' ? 1 : 0;
    const entries = bench.rungs;
    if (by === 0 || entries.length === 0) return;
    event.preventDefault();
    const at = chosen ? entries.indexOf(chosen) : by < 0 ? entries.length : -1;
    const next = entries[Math.max(0, Math.min(entries.length - 1, at + by))];
    if (next) choose(next.strength, next.basis);
  };

  return (
    <>
      <ListField
        label={t('Product')}
        bay
        value={product ? String(product.id) : ''}
        placeholder={t('Choose a product')}
        options={equipment.products.map((p) => ({
          value: String(p.id),
          name: p.name,
          note: STATES()[p.state],
        }))}
        onChange={pickProduct}
      />

      {bench.rungs.length > 0 && (
        <Rungs entries={bench.rungs} chosen={chosen ? rungKey(chosen) : ''} choose={choose} />
      )}

      <AmountField
        label={t('Strength')}
        value={draft.strengthText}
        refusal={refusals.strength}
        strength
        hint={
          bench.strength?.ok
            ? `${strengthInWords(bench.strength.value)}${bench.onPanel ? t(', on the panel') : ''}`
            : t('Such as 1:12, 1 in 12, 4% or 30 ml/l')
        }
        onChange={(strengthText) => set({ strengthText, picked: null })}
        onKeyDown={stepRung}
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

const NEAT: Strength = { notation: 'percent', percent: 100 };

function strengthInWords(strength: Strength): string {
  const f = fractionOf(strength);
  const words = readingInWords(strength, t);
  if (!f.ok) return words;
  return strength.notation === 'percent' ? words : `${formatPercent(f.value)}: ${words}`;
}

function rungOf({ typed, rungs, rig, onPanel }: BenchMix): Rung | undefined {
  if (typed === null) return undefined;
  const there = (e: Rung) => rig === null || (e.basis === 'panel') === onPanel;
  return rungs.find((e) => there(e) && sameStrength(e.fraction as Fraction, typed));
}

const END_WORDS = () => ({ only: '', weaker: t(', at least'), stronger: t(', at most') }) as const;

/** The label's strengths as rungs, the chosen one marked. */
const Rungs = memo(function Rungs(props: {
  entries: Rung[];
  /** The key of the one that is chosen. */
  chosen: string;
  choose: Props['choose'];
}) {
  const { entries, chosen, choose } = props;
  return (
    <RadioGroup.Root
      aria-label={t('Strengths on the label')}
      value={chosen}
      onValueChange={(key) => {
        const entry = entries.find((e) => rungKey(e) === key);
        if (entry) choose(entry.strength, entry.basis);
      }}
      className="border-l-2 border-ink"
    >
      {entries.map((entry) => (
        <RadioGroup.Item
          key={rungKey(entry)}
          value={rungKey(entry)}
          className="group flex min-h-16 w-full items-center gap-3 pr-1 text-left lg:min-h-13"
        >
          <span
            aria-hidden
            className="h-px w-5 shrink-0 bg-ink group-data-[state=checked]:h-1.5 group-data-[state=checked]:w-8"
          />
          <span className="flex-1 leading-tight group-data-[state=checked]:font-bold">
            {entry.whatFor}
            {END_WORDS()[entry.end]}
          </span>
          <span className="reading text-right text-[1.1rem] leading-tight">
            {strengthSaid(entry.strength)}
            <InShopUnits of={entry.strength} />
          </span>
        </RadioGroup.Item>
      ))}
    </RadioGroup.Root>
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
