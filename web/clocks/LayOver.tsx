import { useState } from 'react';
import type { Clock } from '#contract/clocks.ts';
import { layerOf } from '#core/dwell/resolveLaid.ts';
import { cellAt } from '#core/recipes/recipe.ts';
import type { SoilLevel } from '#core/soil/soil.ts';
import { shopNow } from '../lib/clock.ts';
import { useSession } from '../lib/session.tsx';
import { t } from '../lib/speech.ts';
import { useBookGround } from '../recipes/useBook.ts';
import { recipesQuery } from '../state/queries.ts';
import { useQuery } from '../state/useQuery.ts';
import { Button } from '../ui/Button.tsx';
import { ListField } from '../ui/Labelled.tsx';
import { laidHere } from './laidHere.ts';
import type { useClockCommands } from './useClockCommands.ts';

/** Another product over what lies there: what is below it stays wet, and goes on counting for itself. */
export function LayOver({
  clock,
  commands,
}: {
  clock: Clock;
  commands: ReturnType<typeof useClockCommands>;
}) {
  const { who } = useSession();
  const { data: recipes = [] } = useQuery(recipesQuery);
  const { ground } = useBookGround();
  const [open, setOpen] = useState(false);
  const soil: SoilLevel = clock.recipe?.soil ?? 2;
  if (!open) {
    return (
      <Button bay onClick={() => setOpen(true)}>
        {t('Lay something over it')}
      </Button>
    );
  }
  const choices = recipes.flatMap(({ published }) => {
    if (!published) return [];
    // At the level of the clock, else the nearest below that the recipe is for.
    const level = [soil, 3, 2, 1, 0].find(
      (k) => k <= soil && cellAt(published, k as SoilLevel)?.kind === 'mix',
    );
    return level === undefined ? [] : [{ published, level: level as SoilLevel }];
  });
  return (
    <div className="sm:col-span-2">
      <ListField
        label={t('What is laid over it now')}
        bay
        value=""
        placeholder={t('Choose a recipe')}
        options={choices.map(({ published }) => ({
          value: String(published.versionId),
          name: published.name,
        }))}
        onChange={(versionId) => {
          const choice = choices.find((c) => c.published.versionId === Number(versionId));
          const laid =
            choice &&
            ({ kind: 'recipe', versionId: choice.published.versionId, soil: choice.level } as const);
          const found = laid && ground && laidHere(laid, recipes, ground);
          if (laid && found) commands.layOver(laid, layerOf(found, 'over', shopNow(), who.name));
          setOpen(false);
        }}
      />
    </div>
  );
}
