import { useState } from 'react';
import { useWatch } from 'react-hook-form';
import type { Vessel } from '#contract/equipment.ts';
import type { Product } from '#contract/products.ts';
import { findingFacts, judgeCell } from '#core/recipes/judge.ts';
import type { Recipe } from '#core/recipes/recipe.ts';
import { standardsOf } from '#core/recipes/standards.ts';
import { SOIL_LEVELS, SOIL_NAMES, SOIL_SIGNS } from '#core/soil/soil.ts';
import { formatPercent } from '#core/strength/formatStrength.ts';
import { useSession } from '../lib/session.tsx';
import { findingSaid, t } from '../lib/speech.ts';
import { measuresQuery } from '../state/queries.ts';
import { useQuery } from '../state/useQuery.ts';
import { TextField } from '../ui/FormFields.tsx';
import { Refusal, Watch } from '../ui/Refusal.tsx';
import { Tick } from '../ui/Tick.tsx';
import { tableOfFields } from '../ui/tableOfFields.ts';
import type { TextForm } from '../ui/useTextForm.ts';
import { readCell } from './cellTyped.ts';
import { HOSE, type RecipeTyped } from './recipeTyped.ts';

type Props = {
  of: TextForm<RecipeTyped>;
  product: Product | null;
  vessel: Vessel | null;
  was: Recipe | null;
};

/** The same field of the level above or below; from the tick of a level to the tick of the next. */
function atNextLevel(from: HTMLElement, by: 1 | -1): HTMLElement | null {
  const [, soil, field] = /^cells\.(\d)\.(\w+)$/.exec((from as HTMLInputElement).name ?? '') ?? [];
  const row = from.closest('li');
  const next = by > 0 ? row?.nextElementSibling : row?.previousElementSibling;
  return soil === undefined
    ? (next?.querySelector<HTMLElement>('[role="checkbox"]') ?? null)
    : (next?.querySelector<HTMLElement>(`[name="cells.${Number(soil) + by}.${field}"]`) ?? null);
}

/** Strength and dwell for each soil level, and beneath each what it is held against. */
export function LevelFields({ of, product, vessel, was }: Props) {
  const [asTable] = useState(() => tableOfFields(atNextLevel));
  return (
    <ol className="border-t-2 border-ink" {...asTable}>
      {SOIL_LEVELS.map((soil) => (
        <li
          key={soil}
          className="ruled grid grid-cols-2 items-start gap-x-4 gap-y-2 border-faint py-3 lg:grid-cols-[8.5rem_11rem_9rem_8rem_minmax(0,1fr)]"
        >
          <p className="leading-tight max-lg:col-span-2 lg:pt-6">
            <strong>
              {soil} {t(SOIL_NAMES[soil])}
            </strong>
            <span className="block text-[0.88rem] text-muted">{t(SOIL_SIGNS[soil])}</span>
          </p>
          <LevelOf of={of} soil={soil} product={product} vessel={vessel} was={was} />
        </li>
      ))}
    </ol>
  );
}

function LevelOf({ of, soil, product, vessel, was }: Props & { soil: (typeof SOIL_LEVELS)[number] }) {
  const { shop } = useSession();
  const { data: measures = [] } = useQuery(measuresQuery);
  const typed = useWatch({ control: of.form.control });
  const cell = typed.cells?.[soil];
  const not = cell?.kind === 'not';
  const before = was?.cells[soil] ?? { soil, kind: 'not' as const, instead: '' };
  const full = {
    strength: '',
    dwell: '',
    shortest: '',
    reason: '',
    instead: '',
    kind: 'mix' as const,
    ...cell,
  };
  const read = readCell(full, before, { shop, product, measures }).cell;
  const set = {
    use: typed.use ?? 'other',
    dialId: typed.dialId ? Number(typed.dialId) : null,
    machineId: typed.machineId === HOSE ? null : Number(typed.machineId),
  };
  const standards = product && vessel && standardsOf(set, product, vessel);
  const onPanel = typed.onPanel === 'yes' && standards?.draw != null;
  const judged = standards && read?.kind === 'mix' ? judgeCell(read, onPanel, standards) : null;
  const findings =
    standards && judged?.ok ? judged.value.findings.map((f) => findingSaid(findingFacts(f, standards))) : [];
  const level = t(SOIL_NAMES[soil]);
  return (
    <>
      {not ? (
        <div className="col-span-2 lg:col-span-3">
          <TextField
            of={of}
            name={`cells.${soil}.instead`}
            label={t('Instead, at {0}', level)}
            placeholder={t('such as: rinse first')}
            maxLength={200}
          />
        </div>
      ) : (
        <>
          <div className="max-lg:col-span-2">
            <TextField
              of={of}
              name={`cells.${soil}.strength`}
              label={t('Strength at {0}', level)}
              hint={
                judged?.ok
                  ? standards?.draw
                    ? t('{0} on the panel', formatPercent(judged.value.panel))
                    : formatPercent(judged.value.bottle)
                  : t('Such as 1:12 or 4%')
              }
            />
          </div>
          <TextField
            of={of}
            name={`cells.${soil}.dwell`}
            label={t('Dwell at {0}', level)}
            placeholder="3-5 min"
          />
          <TextField
            of={of}
            name={`cells.${soil}.shortest`}
            label={t('Shortest at {0}', level)}
            placeholder="1 min"
          />
        </>
      )}
      <div className="flex flex-col gap-2 max-lg:col-span-2 lg:pt-6">
        <TickNot of={of} soil={soil} not={not} />
        {judged && !judged.ok && <Refusal problem={judged} />}
        {findings.map(({ reason, remedy }) => (
          <Watch key={reason} word={reason}>
            {remedy}
          </Watch>
        ))}
        {!not && (findings.length > 0 || full.reason !== '') && (
          <TextField
            of={of}
            name={`cells.${soil}.reason`}
            label={t('Reason at {0}', level)}
            maxLength={200}
          />
        )}
      </div>
    </>
  );
}

function TickNot({ of, soil, not }: { of: TextForm<RecipeTyped>; soil: number; not: boolean }) {
  return (
    <Tick
      checked={not}
      set={(checked) =>
        of.form.setValue(`cells.${soil}.kind` as 'cells.0.kind', checked ? 'not' : 'mix', {
          shouldDirty: true,
        })
      }
    >
      {t('Not for {0}', t(SOIL_NAMES[soil as 0]))}
    </Tick>
  );
}
