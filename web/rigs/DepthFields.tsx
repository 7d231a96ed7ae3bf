import type { FieldPath } from 'react-hook-form';
import { ChoiceField, NoteField, TextField } from '../ui/FormFields.tsx';
import type { TextForm } from '../ui/useTextForm.ts';
import type { DepthTyped } from './depthTyped.ts';

const SHAPES: Record<DepthTyped['kind'], { name: string; note: string }> = {
  unknown: { name: 'Not known', note: 'depths say nothing' },
  round: { name: 'Round, straight walls', note: 'by its inside diameter' },
  rectangular: { name: 'Square or oblong, straight walls', note: 'by its inside width and length' },
  table: { name: 'Depths that were measured', note: 'one a line' },
};

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
          label="Inside shape"
          hint="For a depth stick: the Bench then says how deep each line stands, and takes cm."
          options={(Object.keys(SHAPES) as DepthTyped['kind'][]).map((value) => ({
            value,
            ...SHAPES[value],
          }))}
        />
      </div>
      {kind === 'round' && <TextField of={of} name={at('diameterCm')} label="Diameter" placeholder="28 cm" />}
      {kind === 'rectangular' && (
        <>
          <TextField of={of} name={at('widthCm')} label="Width" placeholder="9 cm" />
          <TextField of={of} name={at('lengthCm')} label="Length" placeholder="9 cm" />
        </>
      )}
      {kind === 'table' && (
        <div className="sm:col-span-2">
          <NoteField
            of={of}
            name={at('points')}
            label="Depths"
            hint="One a line, shallow to deep: 5 cm = 2.1 l"
          />
        </div>
      )}
    </>
  );
}
