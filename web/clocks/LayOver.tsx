import { useState } from 'react';
import type { Clock } from '#contract/clocks.ts';
import { layerOf } from '#core/dwell/resolveLaid.ts';
import { cellAt } from '#core/recipes/recipe.ts';
import type { SoilLevel } from '#core/soil/soil.ts';
import { useSession } from '../lib/session.tsx';
import { shopNow } from '../lib/shopNow.ts';
import { t } from '../lib/speech.ts';
import { useBookFacts } from '../recipes/useBook.ts';
import { recipesQuery } from '../state/queries.ts';
import { useAsked } from '../state/useAsked.ts';
import { Button } from '../ui/Button.tsx';
import { ListField } from '../ui/Labelled.tsx';
import { Part } from '../ui/Part.tsx';
import { laidHere } from './laidHere.ts';
import type { useClockCommands } from './useClockCommands.ts';

type Props = { clock: Clock; commands: ReturnType<typeof useClockCommands> };

/** Another product over what lies there: what is below it stays wet, and goes on counting for itself. */
export function LayOver({ clock, commands }: Props) {
  const [open, setOpen] = useState(false);
  return open ? (
    <Part>
      <WhatOver clock={clock} commands={commands} done={() => setOpen(false)} />
    </Part>
  ) : (
    <Button bay onClick={() => setOpen(true)}>
      {t('Add a layer')}
    </Button>
  );
}

function WhatOver({ clock, commands, done }: Props & { done: () => void }) {
  const { who } = useSession();
  const [recipes] = useAsked(recipesQuery);
  const known = useBookFacts();
  const soil: SoilLevel = clock.recipe?.soil ?? 2;
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
          const found = laid && laidHere(laid, recipes, known);
          if (laid && found) commands.layOver(laid, layerOf(found, 'over', shopNow(), who.name));
          done();
        }}
      />
    </div>
  );
}
