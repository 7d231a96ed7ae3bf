import type { FieldPath, FieldValues } from 'react-hook-form';
import type { Container } from '#contract/equipment.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import { useSession } from '../../lib/session.tsx';
import { t } from '../../lib/speech.ts';
import { TextField } from '../../ui/FormFields.tsx';
import type { TextForm } from '../../ui/useTextForm.ts';

/** How much of a container, beside what the books say is in it. */
export function AmountOf<V extends FieldValues & { ul: string }>(props: {
  of: TextForm<V>;
  container: Container;
  placeholder: string;
}) {
  const { of, container, placeholder } = props;
  const { shop } = useSession();
  return (
    <TextField
      of={of}
      name={'ul' as FieldPath<V>}
      placeholder={placeholder}
      hint={t('By the books it holds {0}.', formatVolume(container.heldUl, shop.units))}
    />
  );
}
