import { useState } from 'react';
import type { Container } from '#contract/equipment.ts';
import { type Corrected, correctionBody, type Movement } from '#contract/ledger.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import { post } from '../../lib/api.ts';
import { useSession } from '../../lib/session.tsx';
import { said, t } from '../../lib/speech.ts';
import { containersQuery } from '../../state/queries.ts';
import { useQuery } from '../../state/useQuery.ts';
import { Button } from '../../ui/Button.tsx';
import { Dialog } from '../../ui/Dialog.tsx';
import { ChoiceField, TextField } from '../../ui/FormFields.tsx';
import { FormFoot } from '../../ui/FormFoot.tsx';
import { Watch } from '../../ui/Refusal.tsx';
import { useTextForm } from '../../ui/useTextForm.ts';

type Props = { movement: Movement; container: Container };

/** It came out of another container: the pour is taken back and booked from the right one, in one step. */
export function CorrectPour({ movement, container, close }: Props & { close: () => void }) {
  return (
    <Dialog title={t('Not from {0}', container.code)} close={close}>
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
      setDone(slip);
    },
  });
  const poured = formatVolume(Math.abs(movement.changeUl), shop.units);
  if (done) {
    return (
      <div className="flex flex-col gap-4 p-5" role="status">
        <p>
          {t('Put right: {0} holds {1} of', done.vesselName, formatVolume(done.productUl, shop.units))}{' '}
          <strong>{done.productName}</strong> {t('from {0}, batch', done.containerCode)}{' '}
          <span className="reading">{done.batchCode}</span>
          {t('. Label it anew.')}
        </p>
        {done.caution && (
          <Watch word={t('Warning.')}>{t('{0} Its safety data sheet decides.', done.caution)}</Watch>
        )}
        {done.met && (
          <Watch word={said(done.met).reason}>
            {t('Air the place, empty it and rinse it with plenty of water. The safety data sheets decide.')}
          </Watch>
        )}
        <Button look="main" onClick={close}>
          {t('OK')}
        </Button>
      </div>
    );
  }
  return (
    <form onSubmit={of.submit} noValidate className="flex flex-col gap-4 p-5">
      <p>
        {t(
          'The {0} poured into {1} are taken back here and booked from the container they really came from. Nothing was poured twice.',
          poured,
          movement.vesselName,
        )}
      </p>
      <ChoiceField
        of={of}
        name="containerId"
        placeholder={t('Choose the container')}
        options={containers
          .filter((c) => c.id !== container.id && c.openedAt)
          .map((c) => ({
            value: String(c.id),
            name: `${c.code}, ${c.productName}`,
            note: t('{0} left, {1}', formatVolume(c.heldUl, shop.units), c.placeName),
          }))}
      />
      <TextField of={of} name="note" hint={t('How it came about, where that helps')} />
      <FormFoot save={t('Put it right')} {...of.foot} />
    </form>
  );
}
