import type { FieldPath } from 'react-hook-form';
import { t } from '../lib/speech.ts';
import { ChoiceField, NoteField, TextField } from '../ui/FormFields.tsx';
import type { TextForm } from '../ui/useTextForm.ts';
import type { DepthTyped } from './depthTyped.ts';

const SHAPES: () => Record<DepthTyped['kind'], { name: string; note: string }> = () => ({
  unknown: { name: t('Not known'), note: t('depths say nothing') },
  round: { name: t('Round, straight walls'), note: t('by its inside diameter') },
  rectangular: { name: t('Square or oblong, straight walls'), note: t('by its inside width and length') },
  table: { name: t('Depths that were measured'), note: t('one a line') },
});

/** The inside of a vessel, so that a depth stick tells a volume. */
export function DepthFields<V extends { depth: DepthTyped }>({ of }: { of: TextForm<V> }) {
  const at = (name: keyof DepthTyped) => `depth.${name}` as FieldPath<V>;
  const kind = of.form.watch(at('kind')) as DepthTyped['kind'];
  return (
    <>
      <div className="sm:col-span-2">
        <ChoiceField
          of={of}
          name={at('kind')}
          label={t('Inside shape')}
          hint={t('For a depth stick: the Bench then says how deep each line stands, and takes cm.')}
          options={(Object.keys(SHAPES()) as DepthTyped['kind'][]).map((value) => ({
            value,
            ...SHAPES()[value],
          }))}
        />
      </div>
      {kind === 'round' && (
        <TextField of={of} name={at('diameterCm')} label={t('Diameter')} placeholder="28 cm" />
      )}
      {kind === 'rectangular' && (
        <>
          <TextField of={of} name={at('widthCm')} label={t('Width')} placeholder="9 cm" />
          <TextField of={of} name={at('lengthCm')} label={t('Length')} placeholder="9 cm" />
        </>
      )}
      {kind === 'table' && (
        <div className="sm:col-span-2">
          <NoteField
            of={of}
            name={at('points')}
            label={t('Depths')}
            hint={t('One a line, shallow to deep: 5 cm = 2.1 l')}
          />
        </div>
      )}
    </>
  );
}
