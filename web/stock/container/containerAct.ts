import type { Schema } from 'yup';
import type { Container } from '#contract/equipment.ts';
import { post } from '../../lib/api.ts';
import { useSession } from '../../lib/session.tsx';
import { type Codecs, readBy, type TypedBy, typedOf, type ValuesOf } from '../../ui/codecs.ts';
import { type Reading, useTextForm } from '../../ui/useTextForm.ts';

export type FormProps = { container: Container; close: () => void };

/** What all these forms share: where they are sent, and that the sheet closes once it is booked. */
export function useAct<F extends Codecs>(
  { container, close }: FormProps,
  path: string,
  codecs: F,
  schema: Schema<unknown>,
  of: {
    values?: Partial<TypedBy<F>>;
    /** What the codecs are read against, where it is the container itself that is put right. */
    row?: ValuesOf<F>;
    read?: (typed: TypedBy<F>, read: Reading) => Reading;
    fields?: Readonly<Record<string, string>>;
  } = {},
) {
  const { who, shop } = useSession();
  const { values, row = null, read, fields } = of;
  const readIt = readBy(codecs, schema, shop, row);
  return useTextForm<TypedBy<F>, Container>({
    keptAs: `${who.personId} /containers/${container.id}/${path}`,
    values: { ...typedOf(codecs, row, shop), ...values },
    read: (typed) => read?.(typed, readIt(typed)) ?? readIt(typed),
    schema,
    ...(fields && { fields }),
    send: (body) => post<Container>(`/containers/${container.id}/${path}`, body),
    done: close,
  });
}
