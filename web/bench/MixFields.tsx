import { RadioGroup } from 'radix-ui';
import type { KeyboardEvent } from 'react';
import type { LabelEntry, Product } from '#contract/ware.ts';
import { formatPercent, formatStrength, readingInWords } from '#core/strength/formatStrength.ts';
import { type Fraction, fractionOf, type Strength, sameStrength } from '#core/strength/strength.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import type { UnitSystem } from '#core/units/volume.ts';
import { useSession } from '../app/session.tsx';
import { Choice } from '../ui/Choice.tsx';
import { Field, TextInput } from '../ui/Field.tsx';
import { Refusal } from '../ui/Refusal.tsx';
import type { BenchDraft } from './benchDraft.ts';
import type { BenchMix, Ware } from './benchMix.ts';

const STATES: Record<Product['state'], string> = {
  concentrate: 'concentrate',
  hyper: 'hyper-concentrate: let down before use',
  readyToUse: 'ready to use: never diluted',
};

type Props = { draft: BenchDraft; bench: BenchMix; ware: Ware; set: (change: Partial<BenchDraft>) => void };

/** What to mix: product, strength, vessel, how much. */
export function MixFields({ draft, bench, ware, set }: Props) {
  const { shop } = useSession();
  const { product, vessel, refusals } = bench;
  const chosen = labelEntryOf(product, bench);

  const pickProduct = (id: string) => {
    const picked = ware.products.find((p) => p.id === Number(id));
    const first = picked?.labelEntries[0];
    set({
      productId: picked?.id ?? null,
      containerId: null,
      ...(first
        ? pick(first.strength)
        : picked?.state === 'readyToUse'
          ? pick(NEAT)
          : { strengthText: '', picked: null }),
    });
  };

  const stepRung = (event: KeyboardEvent) => {
    const by = event.key === 'ArrowUp' ? -1 : event.key === 'ArrowDown' ? 1 : 0;
    const entries = product?.labelEntries ?? [];
    if (by === 0 || entries.length === 0) return;
    event.preventDefault();
    const at = chosen ? entries.indexOf(chosen) : by < 0 ? entries.length : -1;
    const next = entries[Math.max(0, Math.min(entries.length - 1, at + by))];
    if (next) set(pick(next.strength));
  };

  return (
    <div className="flex flex-col gap-3 lg:gap-4">
      <Field label="Product">
        {(described) => (
          <Choice
            {...described}
            bay
            value={product ? String(product.id) : ''}
            placeholder="Choose a product"
            options={ware.products.map((p) => ({ value: String(p.id), name: p.name, note: STATES[p.state] }))}
            onChange={pickProduct}
          />
        )}
      </Field>

      {product && product.labelEntries.length > 0 && (
        <Rungs entries={product.labelEntries} chosen={chosen} choose={(entry) => set(pick(entry.strength))} />
      )}

      <Field
        label="Strength"
        error={refusals.strength && <Refusal problem={refusals.strength} />}
        hint={
          bench.strength?.ok ? strengthInWords(bench.strength.value) : 'Such as 1:12, 1 in 12, 4% or 30 ml/l'
        }
      >
        {(described) => (
          <TextInput
            {...described}
            className="reading min-h-16 text-[1.4rem]"
            value={draft.strengthText}
            onChange={(e) => set({ strengthText: e.target.value, picked: null })}
            onKeyDown={stepRung}
          />
        )}
      </Field>
      {bench.other && bench.strength?.ok && bench.mix && (
        <BothReadings
          chosen={{ strength: bench.strength.value, productUl: bench.mix.productUl }}
          other={{ strength: bench.other.strength, productUl: bench.other.mix.productUl }}
          units={shop.units}
          choose={(strength) => set(pick(strength))}
        />
      )}

      <Field label="Vessel">
        {(described) => (
          <Choice
            {...described}
            bay
            value={vessel ? String(vessel.id) : ''}
            placeholder="Choose a vessel"
            options={ware.vessels.map((v) => ({
              value: String(v.id),
              name: v.name,
              note: `fill limit ${formatVolume(v.fillLimitUl, shop.units)}`,
            }))}
            onChange={(id) => set({ vesselId: Number(id) })}
          />
        )}
      </Field>

      <Field label="How much to make" error={refusals.total && <Refusal problem={refusals.total} />}>
        {(described) => (
          <TextInput
            {...described}
            className="reading min-h-16 text-[1.4rem]"
            value={draft.makeText}
            placeholder={vessel ? `${formatVolume(vessel.fillLimitUl, shop.units)}, to the fill limit` : ''}
            onChange={(e) => set({ makeText: e.target.value })}
          />
        )}
      </Field>
    </div>
  );
}

const NEAT: Strength = { notation: 'percent', percent: 100 };

/** A strength chosen, not typed: shown as it is written, kept as it is meant. */
const pick = (strength: Strength) => ({
  picked: strength,
  strengthText: isNeat(strength) ? 'neat' : formatStrength(strength),
});

const isNeat = (strength: Strength) => strength.notation === 'percent' && strength.percent === 100;

function strengthInWords(strength: Strength): string {
  const f = fractionOf(strength);
  const words = readingInWords(strength);
  if (!f.ok) return words;
  return strength.notation === 'percent' ? words : `${formatPercent(f.value)}: ${words}`;
}

function labelEntryOf(product: Product | null, bench: BenchMix): LabelEntry | undefined {
  const f = bench.strength?.ok ? fractionOf(bench.strength.value) : null;
  return f?.ok ? product?.labelEntries.find((e) => sameStrength(e.fraction as Fraction, f.value)) : undefined;
}

/** The label's strengths as rungs, the chosen one marked. */
function Rungs(props: {
  entries: LabelEntry[];
  chosen: LabelEntry | undefined;
  choose: (entry: LabelEntry) => void;
}) {
  const { entries, chosen, choose } = props;
  return (
    <RadioGroup.Root
      aria-label="Strengths on the label"
      value={chosen ? String(chosen.id) : ''}
      onValueChange={(id) => {
        const entry = entries.find((e) => e.id === Number(id));
        if (entry) choose(entry);
      }}
      className="border-l-2 border-ink"
    >
      {entries.map((entry) => (
        <RadioGroup.Item
          key={entry.id}
          value={String(entry.id)}
          className="group flex min-h-16 w-full items-center gap-3 pr-1 text-left lg:min-h-13"
        >
          <span
            aria-hidden
            className="h-px w-5 shrink-0 bg-ink group-data-[state=checked]:h-1.5 group-data-[state=checked]:w-8"
          />
          <span className="flex-1 leading-tight group-data-[state=checked]:font-bold">{entry.whatFor}</span>
          <span className="reading text-right text-[1.1rem] leading-tight">
            {isNeat(entry.strength) ? 'neat' : formatStrength(entry.strength)}
          </span>
        </RadioGroup.Item>
      ))}
    </RadioGroup.Root>
  );
}

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
      <legend className="sr-only">Which reading</legend>
      <div className="grid grid-cols-2 gap-3">
        <p className="leading-tight">
          <span className="caps block text-muted">Read as</span>
          <strong>{formatStrength(chosen.strength)}</strong>
          <span className="reading block text-product">{formatVolume(chosen.productUl, units)}</span>
        </p>
        <button
          type="button"
          className="min-h-16 border-b border-ink text-left leading-tight"
          onClick={() => choose(other.strength)}
        >
          <span className="caps block text-muted">or read as</span>
          {formatStrength(other.strength)}
          <span className="reading block text-product">
            {formatVolume(other.productUl, units)}, {more > 0 ? `${more} % more` : `${-more} % less`}
          </span>
        </button>
      </div>
    </fieldset>
  );
}
