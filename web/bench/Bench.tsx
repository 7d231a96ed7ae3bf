import {
  lazy,
  Suspense,
  useCallback,
  useDeferredValue,
  useEffect,
  useLayoutEffect,
  useMemo,
  useRef,
  useState,
} from 'react';
import { useSearchParams } from 'react-router';
import type { PourBody } from '#contract/ledger.ts';
import type { Outcome } from '#core/outcome.ts';
import { deliveryOf } from '#core/products/record.ts';
import { SOIL_LEVELS } from '#core/soil/soil.ts';
import type { Basis } from '#core/strength/band.ts';
import type { Strength } from '#core/strength/notation.ts';
import { useSession } from '../lib/session.tsx';
import { t } from '../lib/speech.ts';
import { useShowsProducts } from '../state/onScreen.ts';
import { Refusal } from '../ui/Refusal.tsx';
import { EMPTY_DRAFT, useBench } from './benchDraft.ts';
import { benchMix } from './benchMix.ts';
import { type BenchRecipe, soilFor } from './benchRecipe.ts';
import { Drawings } from './Drawings.tsx';
import { EmptyBench } from './EmptyBench.tsx';
import type { Equipment } from './equipment.ts';
import { LadderPanel } from './LadderPanel.tsx';
import { MixFields, Question } from './MixFields.tsx';
import { PourBar } from './PourBar.tsx';
import { useJustPoured } from './PourPlace.tsx';
import { pick } from './pick.ts';
import { pourOf } from './pourOf.ts';
import { Readings } from './Readings.tsx';
import { SlipStrip } from './SlipStrip.tsx';
import { useEquipment } from './useEquipment.ts';
import { usePour } from './usePour.ts';

const LineBench = lazy(() => import('./LineBench.tsx'));
const MergeBench = lazy(() => import('./MergeBench.tsx'));
const StockBench = lazy(() => import('./StockBench.tsx'));

/** Mixing: what is typed on the left, and beside it the vessel, the measure and the two amounts. */
export default function Bench() {
  const { equipment, error } = useEquipment();
  if (error) return <Refusal problem={error} />;
  if (!equipment) return null;
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
  useEffect(() => {
    if (recipe === null) return;
    const level = SOIL_LEVELS.find((k) => String(k) === soil);
    begin(personId, {
      ...EMPTY_DRAFT,
      recipeId: Number(recipe.replace(/^r-/i, '')),
      ...(level !== undefined && { soil: level }),
    });
    setParams({}, { replace: true });
  }, [recipe, soil, begin, personId, setParams]);
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
  const draft = useBench((state) => state.drafts[who.personId]) ?? EMPTY_DRAFT;
  const change = useBench((state) => state.change);
  useAskedRecipe(who.personId);
  const bench = useMemo(() => benchMix(draft, equipment), [draft, equipment]);
  // The vessel and its amounts follow each keystroke at once, the ladder right behind them.
  const ladderBench = useDeferredValue(bench);
  // A step on the ladder starts from where the mix is now, not from where the ladder has followed to.
  const latest = useRef(bench.typed);
  useLayoutEffect(() => {
    latest.current = bench.typed;
  });
  const pouring = usePour(who.personId);
  // A word is given for one pour of one product: it ends with either.
  const lastSlip = useBench((state) => state.slips[who.personId]?.[0]?.movementId ?? 0);
  const { poured } = useJustPoured();
  const wordFor = `${draft.productId} ${lastSlip}`;
  const [word, giveWord] = useState('');
  const given = word === wordFor;
  // Modes with a screen of their own book what that screen shows, by their own keys.
  const own = draft.mode === 'merge' || draft.mode === 'stock' || draft.mode === 'line';
  useShowsProducts(own ? null : bench.product?.id);
  const decided = own ? null : pourOf(bench, given);
  const wordMissing = decided?.ok === false && decided.code === 'safety.notAcknowledged';
  const found = own || bench.shortUl === 0 ? null : pourOf(bench, given, true);
  const send = (body: Outcome<PourBody> | null) => {
    if (body?.ok && !pouring.pending && !pouring.unanswered) pouring.pour(body.value);
  };
  const pour = () => {
    // What was poured stands where the button was: one more is asked for by its own button first.
    if (!poured) send(decided);
  };
  useEffect(() => {
    if (own) return;
    const onKey = (event: KeyboardEvent) => {
      if (event.key !== 'Enter' || !event.ctrlKey || event.repeat) return;
      event.preventDefault();
      // Caught on the way down: a list with the focus would take the Enter for itself and open.
      event.stopPropagation();
      pour();
    };
    window.addEventListener('keydown', onKey, { capture: true });
    return () => window.removeEventListener('keydown', onKey, { capture: true });
  });

  // By a recipe, a step on the ladder is a step of soil: what it asks for is never left by a slip of the finger.
  const follows = bench.recipe?.left === false ? bench.recipe : null;
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
  const set = (more: Partial<typeof draft>) => {
    if (pouring.error) pouring.forgetError();
    change(who.personId, more);
  };

  const question = <Question draft={draft} set={set} />;
  if (own) {
    const asked = { draft, equipment, set, question };
    return (
      <Suspense>
        {draft.mode === 'merge' && <MergeBench {...asked} />}
        {draft.mode === 'stock' && <StockBench {...asked} />}
        {draft.mode === 'line' && <LineBench {...asked} pouring={pouring} />}
      </Suspense>
    );
  }
  return (
    <main className="mx-auto grid max-w-[1480px] gap-x-8 gap-y-3 px-4 pb-28 lg:pb-5 lg:grid-cols-[20.5rem_minmax(0,1fr)] lg:grid-rows-[auto_auto_auto_1fr] lg:px-8 lg:pt-5 xl:grid-cols-[19rem_minmax(0,1fr)_11rem]">
      <h1 className="sr-only">{t('Bench')}</h1>
      <Readings bench={bench} />
      <div className="lg:col-start-1 lg:row-span-4 lg:row-start-1">
        <MixFields draft={draft} bench={bench} equipment={equipment} set={set} choose={choose} />
      </div>
      <Drawings bench={bench} equipment={offered} set={set} />
      <LadderPanel bench={ladderBench} latest={latest} choose={choose} />
      <PourBar
        draft={draft}
        bench={bench}
        equipment={equipment}
        decided={decided}
        pouring={pouring}
        inTheJug={found?.ok ? () => send(found) : null}
        pour={pour}
        word={{ given, missing: wordMissing, give: (given) => giveWord(given ? wordFor : '') }}
        set={set}
      />
      <SlipStrip personId={who.personId} />
    </main>
  );
}
