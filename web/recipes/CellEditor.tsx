import { Popover } from 'radix-ui';
import { type FormEvent, type RefObject, useMemo, useState } from 'react';
import { findingFacts } from '#core/recipes/judge.ts';
import type { Recipe, RecipeCell } from '#core/recipes/recipe.ts';
import { judgedAt } from '#core/recipes/vehicleCost.ts';
import { SOIL_NAMES } from '#core/soil/soil.ts';
import { formatPercent } from '#core/strength/formatStrength.ts';
import { useSession } from '../lib/session.tsx';
import { findingSaid, t } from '../lib/speech.ts';
import { measuresQuery } from '../state/queries.ts';
import { useQuery } from '../state/useQuery.ts';
import { Button } from '../ui/Button.tsx';
import { TypedField } from '../ui/Labelled.tsx';
import { Refusal, Watch } from '../ui/Refusal.tsx';
import { Tick } from '../ui/Tick.tsx';
import { type CellTyped, readCell, typedCell } from './cellTyped.ts';
import type { InBook } from './useBook.ts';

type Props = {
  /** The id of the cell it opens beside. */
  anchor: string;
  recipe: Recipe;
  cell: RecipeCell;
  of: InBook;
  /** What was typed on the cell to open it takes the place of the strength. */
  begun: string | null;
  save: (cell: RecipeCell) => void;
  close: () => void;
};

/** A cell to be changed where it stands: Enter keeps it as a draft, Escape leaves it as it was. */
export function CellEditor(props: Props) {
  const at = useMemo(() => ({ current: document.getElementById(props.anchor) }), [props.anchor]);
  return (
    <Popover.Root open onOpenChange={(open) => !open && props.close()}>
      <Popover.Anchor virtualRef={at as RefObject<HTMLElement>} />
      <Popover.Portal>
        <Popover.Content
          side="bottom"
          align="start"
          sideOffset={2}
          collisionPadding={12}
          onOpenAutoFocus={(event) => {
            event.preventDefault();
            document.querySelector<HTMLInputElement>('[data-first-field]')?.focus();
          }}
          onCloseAutoFocus={(event) => event.preventDefault()}
          // Keys typed here are the editor's, not the grid's that it stands in.
          onKeyDown={(event) => event.key !== 'Escape' && event.stopPropagation()}
          className="z-20 max-h-[var(--radix-popover-content-available-height)] w-[min(30rem,94vw)] overflow-auto rounded-[2px] border-2 border-ink bg-raised p-4"
        >
          <CellForm {...props} />
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

function CellForm({ recipe, cell, of, begun, save, close }: Props) {
  const { shop } = useSession();
  const { data: measures = [] } = useQuery(measuresQuery);
  const [typed, setTyped] = useState<CellTyped>(() => ({
    ...typedCell(cell),
    ...(begun !== null && { kind: 'mix' as const, strength: begun }),
  }));
  const [asked, setAsked] = useState(false);
  const set = (more: Partial<CellTyped>) => setTyped({ ...typed, ...more });
  const { cell: read, refusals } = readCell(typed, cell, { shop, product: of.product, measures });
  const judged = read?.kind === 'mix' ? judgedAt(read, recipe, of) : null;
  const findings = judged?.ok ? judged.value.findings : [];
  const outside = findings.map((finding) => findingSaid(findingFacts(finding, of.standards)));
  const dwellFault = judged && !judged.ok && judged.code.startsWith('dwell') ? judged : null;
  const strengthFault = judged && !judged.ok && !dwellFault ? judged : null;
  const submit = (event: FormEvent) => {
    event.preventDefault();
    event.stopPropagation();
    setAsked(true);
    if (read && (judged === null || judged.ok)) save(read);
  };
  const shown = (field: keyof CellTyped) =>
    (asked || typed[field].trim() !== '') && refusals[field] ? (
      <Refusal problem={refusals[field] ?? null} />
    ) : null;
  const { draw } = of.standards;
  return (
    <form onSubmit={submit} noValidate className="flex flex-col gap-3">
      <p className="caps">
        {recipe.name}, {cell.soil} {t(SOIL_NAMES[cell.soil])}
      </p>
      {typed.kind === 'mix' ? (
        <>
          <div className="grid grid-cols-[1.3fr_1fr_0.8fr] items-start gap-3">
            <TypedField
              label={recipe.onPanel ? t('Strength on the panel') : t('Strength')}
              value={typed.strength}
              data-first-field
              onFocus={(event) => begun === null && event.currentTarget.select()}
              onChange={(event) => set({ strength: event.target.value })}
              error={shown('strength') || (strengthFault && <Refusal problem={strengthFault} />)}
              hint={
                judged?.ok
                  ? draw
                    ? t(
                        '{0} in the bottle, {1}{2} on the panel',
                        formatPercent(judged.value.bottle),
                        draw.known === 'never' ? 'about ' : '',
                        formatPercent(judged.value.panel),
                      )
                    : formatPercent(judged.value.bottle)
                  : t('Such as 1:12, 4% or 30 ml/l')
              }
            />
            <TypedField
              label={t('Dwell')}
              value={typed.dwell}
              placeholder="3-5 min"
              onChange={(event) => set({ dwell: event.target.value })}
              error={shown('dwell')}
            />
            <TypedField
              label={t('Shortest')}
              value={typed.shortest}
              placeholder="1 min"
              onChange={(event) => set({ shortest: event.target.value })}
              error={shown('shortest')}
            />
          </div>
          {draw?.known === 'never' && (
            <Watch word={t('Draw never measured.')}>
              {t('The panel figure is what cannons usually draw. Measure it in Rigs.')}
            </Watch>
          )}
          {dwellFault && <Refusal problem={dwellFault} />}
          {outside.length > 0 && (
            <Watch word={outside.map((o) => o.reason).join(' ')}>{outside.at(-1)?.remedy}</Watch>
          )}
          {(findings.length > 0 || typed.reason !== '') && (
            <TypedField
              label={t('Reason, stays to be seen')}
              value={typed.reason}
              maxLength={200}
              onChange={(event) => set({ reason: event.target.value })}
            />
          )}
        </>
      ) : (
        <TypedField
          label={t('Instead')}
          value={typed.instead}
          maxLength={200}
          placeholder={t('such as: rinse first, then heavy')}
          data-first-field
          onChange={(event) => set({ instead: event.target.value })}
        />
      )}
      <div className="flex flex-wrap items-center gap-3">
        <Button type="submit" look="main">
          {t('Keep it')}
        </Button>
        <Button onClick={close}>{t('Cancel')}</Button>
        <Tick checked={typed.kind === 'not'} set={(not) => set({ kind: not ? 'not' : 'mix' })}>
          {t('Not for {0}', t(SOIL_NAMES[cell.soil]))}
        </Tick>
      </div>
    </form>
  );
}
