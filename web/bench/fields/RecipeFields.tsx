import { memo } from 'react';
import { Link } from 'react-router';
import { dwellInWords } from '#core/recipes/dwellWords.ts';
import { AGITATION_NAMES, DIRECTION_NAMES, type RecipeCell, RINSE_NAMES } from '#core/recipes/recipe.ts';
import { SOIL_NAMES, SOIL_SIGNS, type SoilLevel } from '#core/soil/soil.ts';
import { shortSaid, t } from '../../lib/speech.ts';
import { Button } from '../../ui/Button.tsx';
import { Marks } from '../../ui/Marks.tsx';
import { Watch } from '../../ui/Refusal.tsx';
import type { BenchDraft } from '../mix/benchDraft.ts';
import type { BenchMix } from '../mix/benchMix.ts';
import type { BenchRecipe } from '../mix/benchRecipe.ts';
import type { Equipment } from '../mix/equipment.ts';

type Props = { bench: BenchMix; equipment: Equipment; set: (change: Partial<BenchDraft>) => void };

/** What it is for: a use from the book, and how dirty it is. All else follows. */
export function RecipeFields({ bench, equipment, set }: Props) {
  const { recipe } = bench;
  if (!recipe) return null;
  if (recipe.left) {
    return (
      <div className="flex flex-col gap-2">
        <Watch
          word={t('Left {0}, {1}.', recipe.version.name, recipe.soil !== null && t(SOIL_NAMES[recipe.soil]))}
        >
          {t('The batch will say so.')}
        </Watch>
        <Button bay onClick={() => set({ recipeLeft: false })}>
          {t('Back to the recipe')}
        </Button>
      </div>
    );
  }
  return (
    <>
      <Soils recipe={recipe} choose={(soil) => set({ soil })} />
      {recipe.cell && (
        <>
          <HowItIsDone recipe={recipe} cell={recipe.cell} bench={bench} equipment={equipment} />
          <Button
            bay
            className="lg:min-h-12 lg:text-base"
            onClick={() =>
              set({
                recipeLeft: true,
                productId: recipe.version.productId,
                vesselId: bench.vessel?.id ?? null,
                onPanel: recipe.version.onPanel,
                dialId: bench.rig?.dial?.id ?? null,
                machineId: bench.rig ? (bench.rig.machineId ?? 0) : null,
                ...(bench.strength?.ok && { picked: bench.strength.value, strengthText: bench.strengthText }),
              })
            }
          >
            {t('Leave the recipe')}
          </Button>
        </>
      )}
    </>
  );
}

/** How dirty it is, as marks with the strength of each; arrows step. */
const Soils = memo(function Soils(props: { recipe: BenchRecipe; choose: (soil: SoilLevel) => void }) {
  const { recipe, choose } = props;
  return (
    <Marks
      label={t('Soil')}
      titled={recipe.soil === null ? t('How dirty is it?') : null}
      value={recipe.soil === null ? '' : String(recipe.soil)}
      onChange={(soil) => choose(Number(soil) as SoilLevel)}
      options={recipe.version.cells.map((cell) => ({
        value: String(cell.soil),
        name: (
          <>
            {cell.soil} {t(SOIL_NAMES[cell.soil])}
            <span className="block text-[0.88rem] font-normal text-muted">{t(SOIL_SIGNS[cell.soil])}</span>
          </>
        ),
        at: (
          <span className={cell.kind === 'mix' ? 'reading' : 'text-[0.94rem] text-muted'}>
            {cell.kind === 'mix' ? shortSaid(cell.strength) : t('not for this')}
          </span>
        ),
      }))}
    />
  );
});

/** The rest of what the recipe says, in few words. */
function HowItIsDone({
  recipe,
  cell,
  bench,
  equipment,
}: {
  recipe: BenchRecipe;
  cell: RecipeCell;
  bench: BenchMix;
  equipment: Equipment;
}) {
  const { version } = recipe;
  const { rig, vessel } = bench;
  const machine = equipment.machines.find((m) => m.id === version.machineId)?.name ?? t('a garden hose');
  const dwell = cell.kind === 'mix' ? cell.dwell : null;
  const work = [
    version.agitation !== 'none' && t(AGITATION_NAMES[version.agitation]),
    t('rinse: {0}', t(RINSE_NAMES[version.rinse])),
    version.direction !== 'any' && t(DIRECTION_NAMES[version.direction]),
  ].filter(Boolean);
  return (
    <div className="flex flex-col gap-2 leading-snug">
      {rig && vessel?.id === version.vesselId && (
        <p className="border-l-2 border-ink pl-3">
          {t('Dial at')} <strong>{rig.dial?.name ?? t('no position')}</strong>
          {t(', on {0}{1}.', machine, version.onPanel && t('; the strength holds on the panel'))}
        </p>
      )}
      {dwell && (
        <p>
          {t('Dwell')} <strong className="reading">{dwellInWords(dwell, t)}</strong>
        </p>
      )}
      <p>
        {`${String(work[0]).charAt(0).toUpperCase()}${work.join(', ').slice(1)}. `}
        {version.cleanCheck && `${t('Clean? {0}', version.cleanCheck)} `}
        <Link className="underline" to={`/recipes/${recipe.id}`}>
          {t('All of it')}
        </Link>
      </p>
      {cell.kind === 'mix' && cell.reason && (
        <Watch word={t('Outside its limits, for a reason:')}>{cell.reason}</Watch>
      )}
      {version.cautions && <Watch word={t('Warning.')}>{version.cautions}</Watch>}
    </div>
  );
}
