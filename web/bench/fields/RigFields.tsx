import { dialCanClose } from '#core/delivery/draw.ts';
import { formatPercent } from '#core/strength/formatStrength.ts';
import { inNotation } from '#core/strength/strength.ts';
import { strengthSaid, t } from '../../lib/speech.ts';
import { drawInWords } from '../../rigs/drawInWords.ts';
import { Either } from '../../ui/Either.tsx';
import { ListField } from '../../ui/Labelled.tsx';
import type { BenchDraft } from '../mix/benchDraft.ts';
import type { BenchMix } from '../mix/benchMix.ts';
import { type BenchRig, benchRig, HOSE } from '../mix/benchRig.ts';
import type { Equipment } from '../mix/equipment.ts';

/** Where the strength is meant to hold, and how the cannon or the gun is set: what it draws follows from that. */
export function RigFields(props: {
  bench: BenchMix;
  rig: BenchRig;
  equipment: Equipment;
  set: (change: Partial<BenchDraft>) => void;
  /** A recipe says where the strength holds and, in its own vessel, how that is set. */
  follows: boolean;
}) {
  const { bench, rig, equipment, set, follows } = props;
  const { vessel, fraction, onPanel } = bench;
  if (!vessel) return null;
  const isSet = follows && vessel.id === bench.recipe?.version.vesselId;
  const at = (dialId: number) => benchRig(vessel, { dialId, machineId: rig.machineId ?? HOSE });
  return (
    <>
      {!follows && (
        <Either
          label={t('The strength holds')}
          value={onPanel ? 'panel' : 'bottle'}
          options={[
            { value: 'bottle', name: t('in the bottle') },
            { value: 'panel', name: t('on the panel') },
          ]}
          onChange={(where) => set({ onPanel: where === 'panel' })}
        />
      )}
      {onPanel && fraction && (
        <p className="border-l-2 border-ink pl-3 leading-snug">
          {t('Fill the bottle at')}{' '}
          <strong className="reading">{strengthSaid(inNotation(fraction, 'parts'))}</strong>,{' '}
          {formatPercent(fraction)}.
        </p>
      )}
      {fraction && dialCanClose(fraction, rig.draw.q) && (
        <p className="border-l-2 border-ink pl-3 leading-snug">
          {t('That is thin for a bottle: close the dial, and a stronger fill lasts longer.')}
        </p>
      )}
      {!isSet && vessel.dials.length > 0 && (
        <ListField
          label={t('Dial')}
          bay
          value={String(rig.dial?.id ?? '')}
          placeholder={t('Where it is set')}
          options={vessel.dials.map((d) => {
            const there = at(d.id);
            return {
              value: String(d.id),
              name: d.name,
              note: there ? t('draws {0}', drawInWords(there.draw, there.measured?.runs)) : '',
            };
          })}
          onChange={(id) => set({ dialId: Number(id) })}
        />
      )}
      <p className="leading-snug">
        {t(
          'Draws {0}{1}{2}.',
          drawInWords(rig.draw, rig.measured?.runs),
          rig.measured?.liquidName && t(', with {0}', rig.measured.liquidName),
          rig.measured && !rig.measured.liquidName && t(', with plain water'),
        )}
      </p>
      {!isSet && equipment.machines.length > 0 && (
        <ListField
          label={t('Used on')}
          value={String(rig.machineId ?? HOSE)}
          options={[
            ...equipment.machines.map((m) => ({ value: String(m.id), name: m.name })),
            { value: String(HOSE), name: t('a garden hose') },
          ]}
          onChange={(id) => set({ machineId: Number(id) })}
        />
      )}
    </>
  );
}
