import type { Container } from '#contract/equipment.ts';
import { parseVolume } from '#core/units/parseVolume.ts';
import type { UnitSystem } from '#core/units/units.ts';
import { post } from '../lib/api.ts';
import { useSession } from '../lib/session.tsx';
import { askAgain } from '../state/queries.ts';
import { type Reading, useTextForm } from '../ui/useTextForm.ts';

export type FormProps = { container: Container; close: () => void };

/** What all these forms share: where they are sent, and that the sheet closes once it is booked. */
export function useAct<V extends Record<string, string>>(
  { container, close }: FormProps,
  path: string,
  of: {
    values: V;
    read: (typed: V) => Reading;
    schema: Parameters<typeof useTextForm>[0]['schema'];
    fields?: Readonly<Record<string, string>>;
  },
) {
  const { who } = useSession();
  return useTextForm<V, Container>({
    ...of,
    keptAs: `${who.personId} /containers/${container.id}/${path}`,
    send: (body) => post<Container>(`/containers/${container.id}/${path}`, body),
    done: () => {
      askAgain('containers');
      close();
    },
  });
}

/** An amount as it is typed, read into a body, or the refusal at its field. */
export function amountOf(text: string, units: UnitSystem, field: string) {
  const read = parseVolume(text, { system: units, field });
  return { ul: read.ok ? read.value : undefined, refusals: read.ok ? {} : { ul: read } };
}
