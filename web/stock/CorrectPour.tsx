import { useState } from 'react';
import type { Container } from '#contract/equipment.ts';
import { type Corrected, correctionBody, type Movement } from '#contract/ledger.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import { post } from '../lib/api.ts';
import { useSession } from '../lib/session.tsx';
import { said } from '../lib/speech.ts';
import { askAgain, containersQuery } from '../state/queries.ts';
import { useQuery } from '../state/useQuery.ts';
import { Button } from '../ui/Button.tsx';
import { Dialog } from '../ui/Dialog.tsx';
import { ChoiceField, TextField } from '../ui/FormFields.tsx';
import { FormFoot } from '../ui/FormFoot.tsx';
import { Watch } from '../ui/Refusal.tsx';
import { useTextForm } from '../ui/useTextForm.ts';

type Props = { movement: Movement; container: Container };

/** It came out of another container: the pour is taken back and booked from the right one, in one step. */
export function CorrectPour({ movement, container, close }: Props & { close: () => void }) {
  return (
    <Dialog title={`Not from ${container.code}`} close={close}>
      <CorrectForm movement={movement} container={container} close={close} />
    </Dialog>
  );
}

function CorrectForm({ movement, container, close }: Props & { close: () => void }) {
  const { shop } = useSession();
  const { data: containers = [] } = useQuery(containersQuery);
  const [done, setDone] = useState<Corrected | null>(null);
  const of = useTextForm<{ containerId: string; note: string }, Corrected>({
    values: { containerId: '', note: '' },
    read: ({ containerId, note }) => ({
      body: { containerId: containerId ? Number(containerId) : undefined, note },
    }),
    schema: correctionBody,
    send: (body) => post<Corrected>(`/movements/${movement.id}/corrections`, body),
    done: (slip) => {
      askAgain('containers');
      askAgain('vessels');
      setDone(slip);
    },
  });
  const poured = formatVolume(Math.abs(movement.changeUl), shop.units);
  if (done) {
    return (
      <div className="flex flex-col gap-4 p-5" role="status">
        <p>
          Put right: {done.vesselName} holds {formatVolume(done.productUl, shop.units)} of{' '}
          <strong>{done.productName}</strong> from {done.containerCode}, batch{' '}
          <span className="reading">{done.batchCode}</span>. Label it anew.
        </p>
        {done.caution && <Watch word="Take care.">{done.caution} Its safety data sheet decides.</Watch>}
        {done.met && (
          <Watch word={said(done.met).reason}>
            Air the place, empty it and rinse it with plenty of water. The safety data sheets decide.
          </Watch>
        )}
        <Button look="main" onClick={close}>
          Understood
        </Button>
      </div>
    );
  }
  return (
    <form onSubmit={of.submit} noValidate className="flex flex-col gap-4 p-5">
      <p>
        The {poured} poured into {movement.vesselName} are taken back here and booked from the container they
        really came from. Nothing was poured twice.
      </p>
      <ChoiceField
        of={of}
        name="containerId"
        label="Poured from"
        placeholder="Choose the container"
        options={containers
          .filter((c) => c.id !== container.id && c.openedAt)
          .map((c) => ({
            value: String(c.id),
            name: `${c.code}, ${c.productName}`,
            note: `${formatVolume(c.heldUl, shop.units)} left, ${c.placeName}`,
          }))}
      />
      <TextField of={of} name="note" label="Note" hint="How it came about, where that helps" />
      <FormFoot save="Put it right" saving={of.saving} problem={of.problem} startAfresh={of.startAfresh} />
    </form>
  );
}
