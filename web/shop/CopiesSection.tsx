import { useState } from 'react';
import { type Backups, type Making, type Shop, shopFileBody } from '#contract/shop.ts';
import { post, saveFile } from '../lib/api.ts';
import { t } from '../lib/speech.ts';
import { backupsQuery } from '../state/queries.ts';
import { useCommand } from '../state/useCommand.ts';
import { useQuery } from '../state/useQuery.ts';
import { Button } from '../ui/Button.tsx';
import { shopDay, timeOfDay } from '../ui/dates.ts';
import { TextField } from '../ui/FormFields.tsx';
import { FormFoot } from '../ui/FormFoot.tsx';
import { Refusal } from '../ui/Refusal.tsx';
import { useTextForm } from '../ui/useTextForm.ts';
import { RestoreDialog } from './RestoreDialog.tsx';

const LOOK_EVERY_MS = 700;
const DOING: () => Record<Making['doing'], string> = () => ({
  copying: t('Backing up'),
  reading: t('Checking the backup'),
  taking: t('Taking it to the other folder'),
});

/** Copies of the books: when they were made, how one is restored, and the whole shop as a file. */
export function CopiesSection({ shop }: { shop: Shop }) {
  const { data, error } = useQuery({
    ...backupsQuery,
    refetchInterval: ({ state }) => (state.data?.making ? LOOK_EVERY_MS : false),
  });
  const [chosen, setChosen] = useState<Backups['copies'][number] | null>(null);
  if (error) return <Refusal problem={error} />;
  if (!data) return null;
  const command = shop.demo ? 'npm run restore -- --demo' : 'npm run restore --';
  return (
    <section aria-label={t('Backups')}>
      <h2 className="mb-2">{t('Backups')}</h2>
      <p className="mb-3">
        {t('One is made each night, read through, and kept for two weeks, the last of each month for a year')}
        {data.also ? (
          <>
            {t('; each goes to')} <code className="reading">{data.also}</code> {t('as well')}
          </>
        ) : null}
        {t('. Where the shop does not open any more, one is restored on the machine the program runs on:')}{' '}
        <code className="reading">
          {command} {(data.copies.find((c) => c.checked) ?? data.copies[0])?.name ?? 'NAME'}
        </code>
      </p>
      {data.trouble && (
        <p role="alert" className="mb-3 border-l-6 border-stop py-2 pl-3">
          <strong className="text-stop">
            {t(
              'No backup was made on {0}, {1}.',
              shopDay(data.trouble.at, shop.zone),
              timeOfDay(data.trouble.at, shop.zone),
            )}
          </strong>{' '}
          {data.trouble.why}
        </p>
      )}
      {data.copies.length === 0 ? (
        <p className="mb-3 text-muted">{t('None was made yet. The first comes tonight.')}</p>
      ) : (
        <ul className="mb-5 max-h-60 max-w-xl overflow-auto border-t border-hairline">
          {data.copies.map(({ name, at, checked }) => (
            <li key={name} className="ruled flex items-center justify-between gap-3 border-faint">
              <span>
                {shopDay(at, shop.zone)}, <span className="reading">{timeOfDay(at, shop.zone)}</span>
                {!checked && t(', not read through')}
              </span>
              <button
                type="button"
                aria-label={t('Restore {0}, {1}', shopDay(at, shop.zone), timeOfDay(at, shop.zone))}
                className="min-h-12 px-3 underline underline-offset-4"
                onClick={() => setChosen({ name, at, checked })}
              >
                {t('Restore')}
              </button>
            </li>
          ))}
        </ul>
      )}
      {chosen && <RestoreDialog copy={chosen} shop={shop} close={() => setChosen(null)} />}
      <MakeOne making={data.making} />
      <WholeShop />
    </section>
  );
}

/** Makes a copy now: before something is tried, or when a stick is put in. */
function MakeOne({ making }: { making: Making | null }) {
  const asking = useCommand(() => post('/backups', {}));
  return (
    <div>
      <Button onClick={() => asking.run()} disabled={making !== null || asking.waiting}>
        {making ? t('Backing up …') : t('Back up now')}
      </Button>
      {making && (
        <p
          role="progressbar"
          aria-label={DOING()[making.doing]}
          aria-valuenow={Math.round(making.part * 100)}
          className="mt-3"
        >
          {DOING()[making.doing]}, <span className="reading">{Math.round(making.part * 100)} %</span>
        </p>
      )}
      {asking.refusal && <Refusal problem={asking.refusal} />}
    </div>
  );
}

/** The whole shop as a file; its PINs only go along under a passphrase. */
function WholeShop() {
  const of = useTextForm({
    values: { passphrase: '' },
    read: (body) => ({ body }),
    schema: shopFileBody,
    send: (body) => saveFile('/backups/shop.json', body),
    done: () => of.form.reset(),
  });
  return (
    <form onSubmit={of.submit} noValidate className="mt-5 max-w-xl">
      <h3 className="mb-2 font-semibold">{t('The whole shop as JSON')}</h3>
      <TextField
        of={of}
        name="passphrase"
        label={t('Passphrase, so that PINs go along')}
        type="password"
        hint={t(
          'Every row of the books goes into the file; PINs only sealed under this. Left empty, a manager is given a new PIN where the file is restored.',
        )}
      />
      <FormFoot save={t('Get the file')} {...of.foot} />
    </form>
  );
}
