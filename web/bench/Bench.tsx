import { useCallback, useDeferredValue, useEffect, useLayoutEffect, useMemo, useRef } from 'react';
import { useSearchParams } from 'react-router';
import type { PourBody } from '#contract/ledger.ts';
import type { Outcome } from '#core/outcome.ts';
import { deliveryOf } from '#core/products/record.ts';
import { SOIL_LEVELS } from '#core/soil/soil.ts';
import type { Basis } from '#core/strength/band.ts';
import type { Strength } from '#core/strength/notation.ts';
import { useSession } from '../lib/session.tsx';
import { useShowsProducts } from '../state/onScreen.ts';
import { fetched, type Needs } from '../ui/fetched.tsx';
import type { BenchProps } from './benchProps.ts';
import { EmptyBench } from './EmptyBench.tsx';
import { ForRun } from './ForRun.tsx';
import { Ask, MixFields } from './fields/MixFields.tsx';
import { mixedForIn } from './mix/benchAddress.ts';
import { type BenchDraft, EMPTY_DRAFT, type Question, useBench } from './mix/benchDraft.ts';
import { benchMix } from './mix/benchMix.ts';
import { type BenchRecipe, soilFor } from './mix/benchRecipe.ts';
import type { Equipment } from './mix/equipment.ts';
import { pick } from './mix/pick.ts';
import { pourOf } from './mix/pourOf.ts';
import { PourBar } from './pour/PourBar.tsx';
import { useJustPoured } from './pour/PourPlace.tsx';
import { SlipStrip } from './pour/SlipStrip.tsx';
import { usePour } from './pour/usePour.ts';
import { usePourKey } from './pour/usePourKey.ts';
import { useWord } from './pour/useWord.ts';
import { Surface } from './Surface.tsx';
import { Drawings } from './shown/Drawings.tsx';
import { LadderPanel } from './shown/LadderPanel.tsx';
import { Readings } from './shown/Readings.tsx';
import { benchNeeds, useEquipment } from './useEquipment.ts';

const LineBench = fetched(() => import('./LineBench.tsx'));
const MergeBench = fetched(() => import('./MergeBench.tsx'));
const StockBench = fetched(() => import('./StockBench.tsx'));

Bench.needs = (({ personId }) => benchNeeds(personId)) satisfies Needs;

/** Mixing: what is typed on the left, and beside it the vessel, the measure and the two amounts. */
export default function Bench() {
  const equipment = useEquipment();
  if (equipment.products.length === 0 || equipment.vessels.length === 0)
    return <EmptyBench equipment={equipment} />;
  return <OpenBench equipment={equipment} />;
}

/** A recipe in the address is the one to mix by: a card's code leads here. */
function useAskedRecipe(personId: number): void {
  const [params, setParams] = useSearchParams();
  const begin = useBench((state) => state.begin);
  const recipe = params.get('recipe');
  const soil = params.get('soil');
  const vessel = Number(params.get('vessel')) || null;
  const make = params.get('make');
  const mixedFor = useMemo(() => mixedForIn(params), [params]);
  useEffect(() => {
    if (recipe === null) return;
    const level = SOIL_LEVELS.find((k) => String(k) === soil);
    begin(personId, {
      ...EMPTY_DRAFT,
      recipeId: Number(recipe.replace(/^r-/i, '')),
      ...(level !== undefined && { soil: level }),
      ...(vessel !== null && { vesselId: vessel }),
      ...(make !== null && { makeText: make }),
      mixedFor,
    });
    setParams({}, { replace: true });
  }, [recipe, soil, vessel, make, mixedFor, begin, personId, setParams]);
}

/** The vessels that may be used: for a recipe, those that put it on the same way. */
function standIns(equipment: Equipment, recipe: BenchRecipe | null): Equipment {
  const meant = recipe && equipment.vessels.find((v) => v.id === recipe.version.vesselId);
  if (!meant) return equipment;
  return {
    ...equipment,
    vessels: equipment.vessels.filter((v) => deliveryOf(v.kind) === deliveryOf(meant.kind)),
  };
}

function OpenBench({ equipment }: { equipment: Equipment }) {
  const { who } = useSession();
  const draft: BenchDraft = useBench((state) => state.drafts[who.personId]) ?? EMPTY_DRAFT;
  const change = useBench((state) => state.change);
  useAskedRecipe(who.personId);
  const pouring = usePour(who.personId);
  const set = (more: Partial<BenchDraft>) => {
    if (pouring.error) pouring.forgetError();
    change(who.personId, more);
  };
  const asked = { equipment, set, pouring, ask: <Ask draft={draft} set={set} /> };
  const question: Question = draft;
  switch (question.mode) {
    case 'merge':
      return <MergeBench draft={question} {...asked} />;
    case 'stock':
      return <StockBench draft={question} {...asked} />;
    case 'line':
      return <LineBench draft={question} {...asked} />;
    default:
      return <MixBench draft={draft} {...asked} />;
  }
}

/** Every question that is answered by product and water into one vessel. */
function MixBench({ draft, equipment, set, pouring, ask }: BenchProps & { draft: BenchDraft }) {
  const { who } = useSession();
  const bench = useMemo(() => benchMix(draft, equipment), [draft, equipment]);
  // The vessel and its amounts follow each keystroke at once, the ladder right behind them.
  const ladderBench = useDeferredValue(bench);
  // A step on the ladder starts from where the mix is now, not from where the ladder has followed to.
  const latest = useRef(bench.typed);
  useLayoutEffect(() => {
    latest.current = bench.typed;
  });
  // A word is given for one pour of one product: it ends with either.
  const lastSlip = useBench((state) => state.slips[who.personId]?.[0]?.movementId ?? 0);
  const { poured } = useJustPoured();
  const word = useWord(`${draft.productId} ${lastSlip}`);
  useShowsProducts(bench.product?.id);
  const jobId = draft.mixedFor?.jobId ?? null;
  const decided = pourOf(bench, word.given, { jobId });
  const found = bench.shortUl === 0 ? null : pourOf(bench, word.given, { jobId, inTheJug: true });
  const send = (body: Outcome<PourBody> | null) => {
    if (body?.ok && !pouring.pending && !pouring.unanswered) pouring.pour(body.value);
  };
  const pour = () => {
    // What was poured stands where the button was: one more is asked for by its own button first.
    if (!poured) send(decided);
  };
  usePourKey(pour);

  // By a recipe, a step on the ladder is a step of soil: what it asks for is never left by a slip of the finger.
  const follows = bench.recipe?.left === false ? bench.recipe : null;
  const change = useBench((state) => state.change);
  const choose = useCallback(
    (strength: Strength, basis?: Basis) =>
      change(
        who.personId,
        follows
          ? { soil: soilFor(strength, follows) }
          : { ...pick(strength), ...(basis && { onPanel: basis === 'panel' }) },
      ),
    [change, who.personId, follows],
  );
  const offered = useMemo(() => standIns(equipment, follows), [equipment, follows]);
  return (
    <Surface
      amounts={<Readings bench={bench} />}
      fields={
        <>
          {draft.mixedFor?.run && <ForRun of={draft.mixedFor} />}
          {ask}
          <MixFields draft={draft} bench={bench} equipment={equipment} set={set} choose={choose} />
        </>
      }
      drawn={<Drawings bench={bench} equipment={offered} set={set} />}
      ladder={<LadderPanel bench={ladderBench} latest={latest} choose={choose} />}
      slips={<SlipStrip personId={who.personId} />}
    >
      <PourBar
        draft={draft}
        bench={bench}
        equipment={equipment}
        decided={decided}
        pouring={pouring}
        inTheJug={found?.ok ? () => send(found) : null}
        pour={pour}
        word={{ ...word, missing: decided?.ok === false && decided.code === 'safety.notAcknowledged' }}
        set={set}
      />
    </Surface>
  );
}
