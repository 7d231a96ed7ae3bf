import { useState } from 'react';
import {
  type Batch,
  DUMP_REASON_NAMES,
  DUMP_REASONS,
  type DumpReason,
  dumpBatchBody,
  useBatchBody,
} from '#contract/batches.ts';
import { resolveUse } from '#core/booking/resolveUse.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import { parseVolume } from '#core/units/parseVolume.ts';
import { useBench } from '../../bench/mix/benchDraft.ts';
import { toPourTogether, toTopUp } from '../../bench/mix/fromBooks.ts';
import { post } from '../../lib/api.ts';
import { useSession } from '../../lib/session.tsx';
import { shopNow } from '../../lib/shopNow.ts';
import { t } from '../../lib/speech.ts';
import { useCommand } from '../../state/useCommand.ts';
import { Button } from '../../ui/Button.tsx';
import { Dialog } from '../../ui/Dialog.tsx';
import { dayOf } from '../../ui/dates.ts';
import { ChoiceField, TextField } from '../../ui/FormFields.tsx';
import { FormFoot } from '../../ui/FormFoot.tsx';
import { Refusal } from '../../ui/Refusal.tsx';
import { useGo } from '../../ui/useGo.ts';
import { useTextForm } from '../../ui/useTextForm.ts';

/** What becomes of a mix: used, topped up, poured over, or poured away. */
export function BatchActs({ batch }: { batch: Batch }) {
  const { who, shop } = useSession();
  const [open, setOpen] = useState<'use' | 'dump' | null>(null);
  const begin = useBench((state) => state.begin);
  const go = useGo();
  const [done, setDone] = useState<Done | null>(null);
  const undo = useCommand(
    (id: number) => post(`/movements/${id}/reversals`, {}),
    () => setDone(null),
  );
  const { productId, vesselId, strength, heldUl: ul } = batch;
  const bench = (draft: Parameters<typeof begin>[1]) => {
    begin(who.personId, draft);
    go('/bench');
  };
  const close = () => setOpen(null);
  const keep = (booked: Done) => {
    setDone(booked);
    close();
  };
  if (batch.heldUl === 0 && !done) return null;
  return (
    <section aria-label={t('What becomes of it')} className="no-print flex flex-wrap items-center gap-3">
      {done && (
        <p role="status" className="w-full">
          {t('Booked.')}{' '}
          <button
            type="button"
            className="min-h-12 px-1 underline underline-offset-4"
            disabled={undo.waiting}
            onClick={() => undo.run(done.movementId)}
          >
            {t('Undo')}
          </button>
        </p>
      )}
      {undo.refusal && <Refusal problem={undo.refusal} />}
      {batch.heldUl > 0 && (
        <>
          <Button onClick={() => setOpen('use')}>{t('Some was used')}</Button>
          <Button onClick={() => bench(toTopUp({ productId, vesselId, ul, strength }, shop.units))}>
            {t('Top it up')}
          </Button>
          <Button onClick={() => bench(toPourTogether(vesselId))}>{t('Pour it together')}</Button>
          <Button onClick={() => setOpen('dump')}>{t('Pour it away')}</Button>
        </>
      )}
      {open === 'use' && (
        <Dialog title={t('Used of {0}', batch.code)} close={close}>
          <UseForm batch={batch} done={keep} />
        </Dialog>
      )}
      {open === 'dump' && (
        <Dialog title={t('Pour {0} away', batch.code)} close={close}>
          <DumpForm batch={batch} done={keep} />
        </Dialog>
      )}
    </section>
  );
}

type Done = Batch & { movementId: number };
type Props = { batch: Batch; done: (booked: Done) => void };

function UseForm({ batch, done }: Props) {
  const { shop } = useSession();
  const held = formatVolume(batch.heldUl, shop.units);
  const of = useTextForm<{ ul: string }, Done>({
    values: { ul: held },
    read: ({ ul: text }) => {
      // What stands there for all of it is rounded for reading; all of it is meant.
      if (text.trim() === held) return { body: { ul: batch.heldUl } };
      const typed = parseVolume(text, { system: shop.units, field: t('How much') });
      const read = typed.ok ? resolveUse({ ul: typed.value }, batch) : typed;
      return { body: { ul: read.ok ? read.value : undefined }, refusals: read.ok ? {} : { ul: read } };
    },
    schema: useBatchBody,
    send: (body) => post<Done>(`/batches/${batch.id}/uses`, body),
    done,
  });
  return (
    <form onSubmit={of.submit} noValidate className="p-5">
      <TextField
        of={of}
        name="ul"
        hint={t('It holds {0} by the books. What is not used stays in {1}.', held, batch.vesselName)}
      />
      <FormFoot save={t('Book it as used')} {...of.foot} />
    </form>
  );
}

function DumpForm({ batch, done }: Props) {
  const { shop } = useSession();
  const old = batch.useBy !== null && batch.useBy < dayOf(shopNow(), shop.zone);
  const of = useTextForm<{ reason: DumpReason; note: string }, Done>({
    values: { reason: old ? 'outOfDate' : 'notNeeded', note: '' },
    read: (body) => ({ body }),
    schema: dumpBatchBody,
    send: (body) => post<Done>(`/batches/${batch.id}/dumps`, body),
    done,
  });
  return (
    <form onSubmit={of.submit} noValidate className="flex flex-col gap-4 p-5">
      <p>
        {t(
          'All {0} in {1} go to waste. {2} Its safety data sheet and local codes decide.',
          formatVolume(batch.heldUl, shop.units),
          batch.vesselName,
          shop.wasteWater,
        )}
      </p>
      <ChoiceField
        of={of}
        name="reason"
        options={DUMP_REASONS.map((value) => ({ value, name: t(DUMP_REASON_NAMES[value]) }))}
      />
      <TextField of={of} name="note" />
      <FormFoot save={t('Pour it away')} {...of.foot} />
    </form>
  );
}
