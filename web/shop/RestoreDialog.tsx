import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { type Backups, restorationBody, type Shop } from '#contract/shop.ts';
import { ApiProblem, get, post } from '../lib/api.ts';
import { t } from '../lib/speech.ts';
import { Dialog } from '../ui/Dialog.tsx';
import { shopDay, timeOfDay } from '../ui/dates.ts';
import { TextField } from '../ui/FormFields.tsx';
import { FormFoot } from '../ui/FormFoot.tsx';
import { useTextForm } from '../ui/useTextForm.ts';

type Copy = Backups['copies'][number];

const LOOK_EVERY_MS = 700;

/** A copy is restored by a manager who knows what goes with it, and types their PIN once more. */
export function RestoreDialog({ copy, shop, close }: { copy: Copy; shop: Shop; close: () => void }) {
  const [asked, setAsked] = useState<Backups | null>(null);
  return (
    <Dialog title={t('Restore this backup')} close={close}>
      {asked ? (
        <UnderWay before={asked} close={close} />
      ) : (
        <Ask copy={copy} shop={shop} done={setAsked} close={close} />
      )}
    </Dialog>
  );
}

function Ask(props: { copy: Copy; shop: Shop; done: (state: Backups) => void; close: () => void }) {
  const { copy, shop, done, close } = props;
  const of = useTextForm<{ pin: string }, Backups>({
    values: { pin: '' },
    read: (body) => ({ body }),
    schema: restorationBody,
    send: (body) => post<Backups>(`/backups/${encodeURIComponent(copy.name)}/restorations`, body),
    done,
  });
  return (
    <form onSubmit={of.submit} noValidate className="flex flex-col gap-4 p-5">
      <p>
        {t('The books become what they were on')}{' '}
        <strong>
          {shopDay(copy.at, shop.zone)}, <span className="reading">{timeOfDay(copy.at, shop.zone)}</span>
        </strong>
        {t('. Whatever was booked since then is not in them any more: pours, deliveries, counts, clocks.')}
      </p>
      <p>
        {t(
          'The books of now are kept beside the backups. The shop closes for a moment, and everybody signs in again.',
        )}
      </p>
      <TextField
        of={of}
        name="pin"
        label={t('Your PIN')}
        type="password"
        inputMode="numeric"
        maxLength={4}
        autoComplete="off"
      />
      <FormFoot save={t('Restore it')} {...of.foot}>
        <button type="button" className="min-h-12 px-3 underline underline-offset-4" onClick={close}>
          {t('Leave the books as they are')}
        </button>
      </FormFoot>
    </form>
  );
}

/** Until the shop is open again: nobody is signed in then, unless the copy was not good. */
function UnderWay({ before, close }: { before: Backups; close: () => void }) {
  const { data } = useQuery({
    queryKey: ['restored'],
    queryFn: async () => {
      try {
        return await get<Backups>('/backups');
      } catch (error) {
        if (error instanceof ApiProblem && error.problem.status === 401) window.location.assign('/');
        return null;
      }
    },
    refetchInterval: LOOK_EVERY_MS,
    gcTime: 0,
  });
  const failed = data?.notRestored && data.notRestored.at !== before.notRestored?.at;
  if (failed) {
    return (
      <div className="p-5">
        <p role="alert" className="mb-4 border-l-6 border-stop py-2 pl-3">
          <strong className="text-stop">{t('It was not restored.')}</strong>{' '}
          {t('{0} The books are as they were.', data.notRestored?.why)}
        </p>
        <button type="button" className="min-h-12 border border-ink px-5" onClick={close}>
          {t('Close')}
        </button>
      </div>
    );
  }
  return (
    <p role="status" className="p-5">
      {t('Restoring it … The shop opens again by itself; leave this page open.')}
    </p>
  );
}
