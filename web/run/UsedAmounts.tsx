import { useState } from 'react';
import type { Vessel } from '#contract/equipment.ts';
import type { UsedHow } from '#contract/runs.ts';
import { VESSEL_OUTLINES } from '#core/mixing/outlines.ts';
import { toSay } from '#core/say.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import { parseVolume } from '#core/units/parseVolume.ts';
import { depthReader } from '../bench/mix/benchStart.ts';
import { useSession } from '../lib/session.tsx';
import { said, t } from '../lib/speech.ts';
import { vesselsQuery } from '../state/queries.ts';
import { useQuery } from '../state/useQuery.ts';
import { Button } from '../ui/Button.tsx';
import { EquipmentDrawing } from '../ui/EquipmentDrawing.tsx';
import { TypedField } from '../ui/Labelled.tsx';
import { Stop } from '../ui/Refusal.tsx';
import { bookUse } from './runOutbox.ts';
import type { RunHere } from './useRun.ts';

/** A mix that was taken and of which nobody has said yet how much was used. */
type Open = {
  mix: number;
  batchId: number;
  batch: string;
  vessel: Vessel;
  heldUl: number;
  plannedUl: number;
  product: string;
};

export function openUses({ run, stand, uses }: RunHere, vessels: readonly Vessel[]): Open[] {
  const told = new Set([...run.uses, ...uses].map((u) => u.batchId));
  const byBatch = new Map<number, Open>();
  for (const [mix, { batchId, batch }] of stand.taken) {
    const vessel = vessels.find((v) => v.holds?.batchId === batchId);
    const of = run.plan.mixes[mix];
    if (!of || !vessel?.holds || told.has(batchId)) continue;
    const before = byBatch.get(batchId);
    const plannedUl = Math.min(vessel.holds.ul, of.mixUl + (before?.plannedUl ?? 0));
    byBatch.set(batchId, {
      mix,
      batchId,
      batch,
      vessel,
      heldUl: vessel.holds.ul,
      plannedUl,
      product: of.laid.product,
    });
  }
  return [...byBatch.values()];
}

/** How much was used, asked once for each bottle: by what is left in it, or as it was planned. */
export function UsedAmounts({ here }: { here: RunHere }) {
  const { data: vessels = [] } = useQuery(vesselsQuery);
  const { shop } = useSession();
  const open = openUses(here, vessels);
  const { run, uses } = here;
  if (open.length + run.uses.length + uses.length === 0) return null;
  return (
    <section aria-label={t('What was used')} className="flex flex-col gap-4">
      <h2 className="text-[1.3rem]">{t('What was used')}</h2>
      {open.map((of) => (
        <Ask key={of.batchId} here={here} of={of} />
      ))}
      {run.uses.length + uses.length > 0 && (
        <ul className="border-t border-ink">
          {run.uses.map((u) => (
            <li
              key={u.movementId}
              className="ruled flex flex-wrap items-baseline gap-x-3 border-faint py-1.5"
            >
              <span className="reading text-[1.15rem]">{formatVolume(u.ul, shop.units)}</span>
              <span className="min-w-0 flex-1">
                {u.from}, {u.product}
              </span>
              <span className="text-muted">{u.how === null ? t('measured') : HOW()[u.how]}</span>
            </li>
          ))}
          {uses.map((u) => (
            <li key={u.batchId} className="ruled flex items-baseline gap-x-3 border-faint py-1.5">
              <span className="reading text-[1.15rem]">{formatVolume(u.ul, shop.units)}</span>
              <strong>{t('to be booked')}</strong>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}

export const HOW = (): Record<UsedHow, string> => ({
  level: t('by what was left'),
  weight: t('by weight'),
  planned: t('as planned'),
});

function Ask({ here, of }: { here: RunHere; of: Open }) {
  const { who, shop } = useSession();
  const { vessel, heldUl, plannedUl } = of;
  const [leftUl, setLeft] = useState(heldUl - plannedUl);
  const [text, setText] = useState('');
  const typed =
    text.trim() === ''
      ? null
      : parseVolume(text, { system: shop.units, field: t('Left in it'), atDepth: depthReader(vessel) });
  const left = typed?.ok ? typed.value : leftUl;
  const tooMuch = typed?.ok === true && typed.value > heldUl;
  const book = (how: UsedHow, ul: number) =>
    bookUse(
      here.run.key,
      { batchId: of.batchId, ul, how },
      who.personId,
      toSay('Used on {0}: {1} of {2}', here.run.vehicle, formatVolume(ul, shop.units), of.batch),
    );
  const usedUl = Math.max(0, heldUl - left);
  return (
    <section aria-label={of.batch} className="border-t-2 border-ink pt-2">
      <h3>
        {of.batch}, {of.product}
      </h3>
      <p className="text-muted">
        {t(
          '{0} was in {1}; {2} was planned.',
          formatVolume(heldUl, shop.units),
          vessel.name,
          formatVolume(plannedUl, shop.units),
        )}
      </p>
      <div className="mt-2 grid grid-cols-[auto_minmax(0,1fr)] items-center gap-4">
        <EquipmentDrawing
          outline={VESSEL_OUTLINES[vessel.kind]}
          brimfulUl={vessel.brimfulUl}
          layers={left > 0 ? [{ ul: Math.min(left, vessel.brimfulUl), of: 'mix' }] : []}
          units={shop.units}
          height={190}
          width={190}
          align="left"
          label={t('{0} left in {1}', formatVolume(left, shop.units), vessel.name)}
        />
        <label className="flex flex-col gap-1">
          <span className="caps text-muted">{t('Left in it')}</span>
          <span className="reading text-[2rem] leading-none">{formatVolume(left, shop.units)}</span>
          <input
            type="range"
            aria-label={t('Left in {0}', of.batch)}
            className="h-16 w-full accent-ink"
            min={0}
            max={heldUl}
            step={Math.max(1_000, Math.round(heldUl / 200 / 1_000) * 1_000)}
            value={Math.min(left, heldUl)}
            onChange={(event) => {
              setText('');
              setLeft(Number(event.target.value));
            }}
          />
        </label>
      </div>
      <TypedField
        label={t('Or as you read it')}
        value={text}
        inputMode="decimal"
        onChange={(event) => setText(event.target.value)}
        hint={
          vessel.depth
            ? t('An amount, or a depth such as 4 cm.')
            : t('An amount such as {0}.', formatVolume(250_000, shop.units))
        }
        error={
          typed && !typed.ok ? (
            <Stop reason={said(typed).reason} remedy={said(typed).remedy} />
          ) : tooMuch ? (
            <Stop
              reason={t('More is left than was in it by the books.')}
              remedy={t(
                '{0} at most: have it put right on its page first.',
                formatVolume(heldUl, shop.units),
              )}
            />
          ) : undefined
        }
      />
      <div className="mt-3 flex flex-wrap gap-3">
        <Button
          look="main"
          bay
          className="flex-1"
          disabled={usedUl === 0 || tooMuch || typed?.ok === false}
          onClick={() => book('level', usedUl)}
        >
          {t('{0} used', formatVolume(usedUl, shop.units))}
        </Button>
        <Button bay className="flex-1" disabled={plannedUl === 0} onClick={() => book('planned', plannedUl)}>
          {t('As planned: {0}', formatVolume(plannedUl, shop.units))}
        </Button>
      </div>
    </section>
  );
}
