import { fractionIn } from '#core/mixing/contents.ts';
import { formatPercent, formatStrength } from '#core/strength/formatStrength.ts';
import { inNotation } from '#core/strength/strength.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import { useSession } from '../app/session.tsx';
import { AmountField } from './AmountField.tsx';
import type { BenchDraft } from './benchDraft.ts';
import type { BenchMix } from './benchMix.ts';
import { bookedContents } from './benchStart.ts';

type Props = { draft: BenchDraft; bench: BenchMix; set: (change: Partial<BenchDraft>) => void };

/** What the chosen question needs to know besides product and strength. */
export function ModeFields({ draft, bench, set }: Props) {
  const { shop } = useSession();
  const { vessel, product, refusals } = bench;
  const limit = vessel
    ? `${formatVolume(vessel.fillLimitUl - vessel.displacementUl, shop.units)}, to the fill limit`
    : '';
  const make = (
    <AmountField
      label="How much to make"
      value={draft.makeText}
      refusal={refusals.total}
      placeholder={limit}
      onChange={(makeText) => set({ makeText })}
    />
  );
  switch (draft.mode) {
    case 'fill':
      return make;
    case 'have':
      return (
        <AmountField
          label="Product at hand"
          value={draft.haveText}
          refusal={refusals.have}
          placeholder="such as 140 ml"
          onChange={(haveText) => set({ haveText })}
        />
      );
    case 'left': {
      const booked = bookedContents(vessel, product?.id ?? null);
      const known = booked && booked.productUl > 0 ? fractionIn(booked) : null;
      const byTheBooks = known
        ? `${formatStrength(inNotation(known, 'parts'))}, ${formatPercent(known)}, by the books`
        : '';
      return (
        <>
          <AmountField
            label="How much is left"
            value={draft.leftText}
            refusal={refusals.left}
            placeholder="read it off the vessel"
            onChange={(leftText) => set({ leftText })}
          />
          <AmountField
            label="How strong it is"
            value={draft.leftStrengthText}
            refusal={refusals.leftStrength}
            placeholder={byTheBooks || 'such as 1:12'}
            strength
            onChange={(leftStrengthText) => set({ leftStrengthText })}
          />
          {make}
        </>
      );
    }
    case 'made':
    case 'wrong':
      return (
        <>
          <AmountField
            label="Product in it"
            value={draft.inProductText}
            refusal={refusals.inProduct}
            placeholder="such as 90 ml"
            onChange={(inProductText) => set({ inProductText })}
          />
          <AmountField
            label="Water in it"
            value={draft.inWaterText}
            refusal={refusals.inWater}
            placeholder="such as 660 ml"
            hint="Not booked yet, any of it? Else undo that slip first."
            onChange={(inWaterText) => set({ inWaterText })}
          />
        </>
      );
    case 'merge':
    case 'stock':
      return null;
  }
}
