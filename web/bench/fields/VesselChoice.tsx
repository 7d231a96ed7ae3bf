import { t } from '../../lib/speech.ts';
import { ListField } from '../../ui/Labelled.tsx';

/** One of some vessels. */
export function VesselChoice<V extends { id: number; name: string }>(props: {
  label: string;
  value: V | null;
  options: V[];
  note?: (vessel: V) => string;
  onChange: (id: number) => void;
}) {
  const { label, value, options, note, onChange } = props;
  return (
    <ListField
      label={label}
      bay
      value={value ? String(value.id) : ''}
      placeholder={t('None')}
      options={options.map((v) => ({
        value: String(v.id),
        name: v.name,
        ...(note && { note: note(v) }),
      }))}
      onChange={(id) => onChange(Number(id))}
    />
  );
}
