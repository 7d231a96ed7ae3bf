import { WATER_KINDS, type WaterKind } from '#core/mixing/hardness.ts';
import { useSession } from '../../lib/session.tsx';
import { t } from '../../lib/speech.ts';
import { Choice } from '../../ui/Choice.tsx';
import { ListField } from '../../ui/Labelled.tsx';
import { Refusal } from '../../ui/Refusal.tsx';
import { MODES, type Mode } from '../mix/benchDraft.ts';
import type { BenchMix } from '../mix/benchMix.ts';
import { ByProductFields } from './ByProductFields.tsx';
import { ModeFields } from './ModeFields.tsx';
import type { MixFieldsProps as Props } from './mixFieldsProps.ts';
import { RecipeFields } from './RecipeFields.tsx';
import { RigFields } from './RigFields.tsx';
import { BiggerVessel, CallItThat, Ways, WhatYouMade } from './Ways.tsx';
import { WhatToMix } from './WhatToMix.tsx';

const QUESTIONS: () => Record<Mode, { name: string; note: string }> = () => ({
  fill: { name: t('Make a fill'), note: t('into an empty vessel') },
  vehicles: { name: t('For several vehicles'), note: t('how much, in how many fills') },
  have: { name: t('I only have this much'), note: t('product, or water that is in already') },
  left: { name: t('There is some left'), note: t('top it up, stronger or weaker') },
  made: { name: t('What have I made?'), note: t('from what went in') },
  wrong: { name: t('I poured wrong'), note: t('put it right') },
  merge: { name: t('Two into one'), note: t('leftovers of the same product') },
  stock: { name: t('Let down hyper-concentrate'), note: t('from a stock solution') },
  line: { name: t('From the wall dispenser'), note: t('as its line was measured') },
});

/** What someone wants to know. */
export function Ask({ draft, set }: Pick<Props, 'draft' | 'set'>) {
  return (
    <Choice
      label={t('Your question')}
      bay
      value={draft.mode}
      options={MODES.map((mode) => ({ value: mode, ...QUESTIONS()[mode] }))}
      onChange={(mode) => set({ mode: mode as Mode, way: null })}
    />
  );
}

/** What to mix: by a recipe from the book or by product, in what, and how much. */
export function MixFields({ draft, bench, equipment, set, choose }: Props) {
  const { product, recipe } = bench;
  const follows = draft.recipeId !== null && !draft.recipeLeft;
  return (
    <>
      {draft.mode !== 'fill' && <ModeFields draft={draft} bench={bench} set={set} />}
      <WhatToMix draft={draft} bench={bench} equipment={equipment} set={set} />
      <RecipeFields bench={bench} equipment={equipment} set={set} />
      {!follows && product && (
        <ByProductFields draft={draft} bench={bench} equipment={equipment} set={set} choose={choose} />
      )}
      {follows && recipe?.cell?.kind === 'mix' && bench.refusals.strength && (
        <Refusal problem={bench.refusals.strength} />
      )}
      {bench.rig && (
        <RigFields bench={bench} rig={bench.rig} equipment={equipment} set={set} follows={follows} />
      )}
      {draft.mode === 'fill' && <ModeFields draft={draft} bench={bench} set={set} />}
      {draft.mode !== 'made' && draft.mode !== 'wrong' && product?.state !== 'readyToUse' && (
        <WaterChoice bench={bench} choose={(water) => set({ water })} />
      )}
      <WhatYouMade bench={bench} />
      <CallItThat bench={bench} set={set} />
      <BiggerVessel bench={bench} set={set} />
      <Ways bench={bench} choose={(way) => set({ way })} />
    </>
  );
}

const WATER_NAMES: () => Record<WaterKind, string> = () => ({
  tap: t('tap water'),
  softened: t('softened'),
  deionised: t('deionised'),
});

/** What it is made with: kept with the batch, and a soap's dose follows from it. */
function WaterChoice({ bench, choose }: { bench: BenchMix; choose: (water: WaterKind) => void }) {
  const { shop } = useSession();
  return (
    <ListField
      label={t('Water')}
      value={bench.water}
      options={WATER_KINDS.map((value) => ({
        value,
        name:
          value === 'tap' && shop.hardnessPpm !== null
            ? t('{0}, {1} ppm', WATER_NAMES().tap, Math.round(shop.hardnessPpm))
            : WATER_NAMES()[value],
      }))}
      onChange={(value) => choose(value as WaterKind)}
    />
  );
}
