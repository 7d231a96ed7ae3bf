import { useState } from 'react';
import type { UsedHow } from '#contract/runs.ts';
import { VESSEL_OUTLINES } from '#core/mixing/outlines.ts';
import { toSay } from '#core/say.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import { parseVolume } from '#core/units/parseVolume.ts';
import { depthReader } from '../bench/mix/benchStart.ts';
import { useSession } from '../lib/session.tsx';
import { said, t } from '../lib/speech.ts';
import { Button } from '../ui/Button.tsx';
import { EquipmentDrawing } from '../ui/EquipmentDrawing.tsx';
import { TypedField } from '../ui/Labelled.tsx';
import { Stop } from '../ui/Refusal.tsx';
import type { Open } from './openUses.ts';
import { bookUse } from './runOutbox.ts';
import type { RunHere } from './useRun.ts';
import { NOT_WEIGHED, useWeighed, type Weighed } from './useWeighed.ts';
import { WeighLeft } from './WeighLeft.tsx';

/** How much was used out of one bottle: by what is left in it, as it is seen, read or weighed; or as it was planned. */
export function AskUsed({ here, of }: { here: RunHere; of: Open }) {
  const { who, shop } = useSession();
  const { vessel, heldUl, plannedUl } = of;
  const [seen, setSeen] = useState<number | null>(null);
  // Untouched it is what the plan leaves, also where some of it is used for something else meanwhile.
  const seenUl = seen ?? heldUl - plannedUl;
  const [text, setText] = useState('');
  const [weighed, setWeighed] = useState<Weighed>(NOT_WEIGHED);
  const byWeight = useWeighed(vessel, weighed);
  const typed =
    text.trim() === ''
      ? null
      : parseVolume(text, { system: shop.units, field: t('Left in it'), atDepth: depthReader(vessel) });
  const leftUl = byWeight.left?.ok ? byWeight.left.value : typed?.ok ? typed.value : seenUl;
  const tooMuch = leftUl > heldUl;
  const wrong = tooMuch || typed?.ok === false || byWeight.wrong;
  const usedUl = Math.max(0, heldUl - leftUl);
  const book = (how: UsedHow, ul: number) =>
    bookUse(
      here.run.key,
      {
        batchId: of.batchId,
        ul,
        how,
        ...(how === 'weight' && byWeight.tareG !== null && { tareG: byWeight.tareG }),
      },
      who.personId,
      toSay('Used on {0}: {1} of {2}', here.run.vehicle, formatVolume(ul, shop.units), of.batch),
    );
  const more = tooMuch ? (
    <Stop
      reason={t('More is left than was in it by the books.')}
      remedy={t('{0} at most: have it put right on its page first.', formatVolume(heldUl, shop.units))}
    />
  ) : null;
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
          layers={leftUl > 0 ? [{ ul: Math.min(leftUl, vessel.brimfulUl), of: 'mix' }] : []}
          units={shop.units}
          height={190}
          width={190}
          align="left"
          label={t('{0} left in {1}', formatVolume(leftUl, shop.units), vessel.name)}
        />
        <label className="flex flex-col gap-1">
          <span className="caps text-muted">{t('Left in it')}</span>
          <span className="reading text-[2rem] leading-none">{formatVolume(leftUl, shop.units)}</span>
          <input
            type="range"
            aria-label={t('Left in {0}', of.batch)}
            className="h-16 w-full accent-ink"
            min={0}
            max={heldUl}
            step={Math.max(1_000, Math.round(heldUl / 200 / 1_000) * 1_000)}
            value={Math.min(leftUl, heldUl)}
            onChange={(event) => {
              setText('');
              setWeighed(NOT_WEIGHED);
              setSeen(Number(event.target.value));
            }}
          />
        </label>
      </div>
      <TypedField
        label={t('Or as you read it')}
        value={text}
        inputMode="decimal"
        onChange={(event) => {
          setWeighed(NOT_WEIGHED);
          setText(event.target.value);
        }}
        hint={
          vessel.depth
            ? t('An amount, or a depth such as 4 cm.')
            : t('An amount such as {0}.', formatVolume(250_000, shop.units))
        }
        error={
          typed && !typed.ok ? (
            <Stop reason={said(typed).reason} remedy={said(typed).remedy} />
          ) : typed ? (
            (more ?? undefined)
          ) : undefined
        }
      />
      <WeighLeft
        of={of}
        weighed={weighed}
        by={byWeight}
        set={(to) => {
          setText('');
          setWeighed(to);
        }}
      >
        {byWeight.left && more}
      </WeighLeft>
      <div className="mt-3 flex flex-wrap gap-3">
        <Button
          look="main"
          bay
          className="flex-1"
          disabled={usedUl === 0 || wrong}
          onClick={() => book(byWeight.left ? 'weight' : 'level', usedUl)}
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
