import type { ReactNode } from 'react';
import type { Recipe } from '#core/recipes/recipe.ts';
import type { RecipeStandards } from '#core/recipes/standards.ts';
import { fractionOf } from '#core/strength/strength.ts';
import { t } from '../lib/speech.ts';

/** From the weakest to the strongest that a recipe's ladder shows, in the bottle. */
export type LadderRange = { readonly from: number; readonly to: number };

/** The stretch of ladder that all of a recipe's levels, its label's band and its limits lie on. */
export function ladderRange(recipe: Recipe, { bands, use, q }: RecipeStandards): LadderRange {
  const inBottle = (f: number, onPanel: boolean) => (onPanel ? f / q : f);
  const all = [
    ...bands.flatMap((b) => [b.least, b.most].map((f) => inBottle(f, b.basis === 'panel'))),
    ...recipe.cells.flatMap((c) => {
      const f = c.kind === 'mix' ? fractionOf(c.strength) : null;
      return f?.ok ? [inBottle(f.value, recipe.onPanel)] : [];
    }),
  ];
  const limits = [use?.panelFloor, use?.panelCeiling].flatMap((f) => (f ? [f / q] : []));
  const [least, most] = [Math.min(...all, ...limits), Math.min(1, Math.max(...all))];
  return { from: Math.max(1e-6, least / 1.5), to: Math.min(1.3, most * 1.5) };
}

/**
 * The ladder laid small: weak on the left, strong on the right, the label's band as a bar, limits as posts, and the mark
 * where the level stands. The same stretch for all levels of a recipe, so that the mark wanders as they are read across.
 */
export function MiniLadder(props: {
  range: LadderRange;
  standards: RecipeStandards;
  mark: number;
  was: number | null;
}) {
  const { range, standards, mark, was } = props;
  const { bands, use, q } = standards;
  const at = (f: number) =>
    `${Math.min(100, Math.max(0, (Math.log(f / range.from) / Math.log(range.to / range.from)) * 100))}%`;
  return (
    <svg aria-hidden width="100%" height={17} className="block overflow-visible">
      <line x1="0" x2="100%" y1={13} y2={13} stroke="var(--hairline)" />
      {bands.map((b) => {
        const by = b.basis === 'panel' ? q : 1;
        return (
          <line
            key={b.basis}
            x1={at(b.least / by)}
            x2={at(b.most / by)}
            y1={13}
            y2={13}
            stroke="var(--ink)"
            strokeWidth={5}
            strokeLinecap="square"
          />
        );
      })}
      {[use?.panelFloor, use?.panelCeiling].map(
        (f, i) =>
          f != null &&
          f / q < range.to && (
            // biome-ignore lint/suspicious/noArrayIndexKey: floor and ceiling, always in this order
            <line key={i} x1={at(f / q)} x2={at(f / q)} y1={5} y2={17} stroke="var(--stop)" strokeWidth={2} />
          ),
      )}
      {was !== null && (
        <svg aria-hidden x={at(was)} overflow="visible">
          <Before />
        </svg>
      )}
      <svg aria-hidden x={at(mark)} overflow="visible">
        <Mark />
      </svg>
    </svg>
  );
}

const Mark = () => (
  <>
    <line y1={0} y2={17} stroke="var(--product)" strokeWidth={2} />
    <path d="M-5 0h10l-5 7z" fill="var(--product)" />
  </>
);
const Before = () => <line y1={3} y2={17} stroke="var(--product)" strokeDasharray="2 2" />;

/** What is drawn on the small ladders, in words. */
export function LadderLegend({ drafts }: { drafts: boolean }) {
  return (
    <p className="mb-2 flex flex-wrap gap-x-5 gap-y-1 text-[0.94rem] text-muted">
      <span>{t('Weak on the left, strong on the right:')}</span>
      <Drawn name={t('this level')}>
        <Mark />
      </Drawn>
      <Drawn name={t('its label')}>
        <line x1={-8} x2={8} y1={13} y2={13} stroke="var(--ink)" strokeWidth={5} />
      </Drawn>
      <Drawn name={t('floor and ceiling')}>
        <line y1={5} y2={17} stroke="var(--stop)" strokeWidth={2} />
      </Drawn>
      {drafts && (
        <Drawn name={t('as published')}>
          <Before />
        </Drawn>
      )}
    </p>
  );
}

function Drawn({ name, children }: { name: string; children: ReactNode }) {
  return (
    <span className="flex items-center gap-1.5">
      <svg aria-hidden width={20} height={17} viewBox="-10 0 20 17" className="overflow-visible">
        {children}
      </svg>
      {name}
    </span>
  );
}
