import { Minus, Plus } from 'lucide-react';
import { type StarterAdded, starterBody } from '#contract/opening.ts';
import { STARTER_IDS, type StarterId, starter } from '#core/mixing/starterEquipment.ts';
import { post } from '../lib/api.ts';
import { useSession } from '../lib/session.tsx';
import { t } from '../lib/speech.ts';
import { TextInput } from '../ui/Field.tsx';
import { FormFoot } from '../ui/FormFoot.tsx';
import { Refusal } from '../ui/Refusal.tsx';
import { useGo } from '../ui/useGo.ts';
import { type TextForm, useTextForm } from '../ui/useTextForm.ts';
import { SetUpPage } from './SetUpPage.tsx';
import { noStarters, readStarters, STARTER_GROUPS, type StartersTyped } from './starterTyped.ts';

/** What is there to mix with: how many of each, in the size that is printed on it. */
export default function Equipment() {
  const { who, shop } = useSession();
  const go = useGo();
  const of = useTextForm<StartersTyped, StarterAdded>({
    keptAs: `${who.personId} /opening/equipment`,
    values: noStarters(shop),
    read: readStarters(shop),
    schema: starterBody,
    send: (body) => post<StarterAdded>('/opening/equipment', body),
    done: () => go('/opening/products'),
  });
  const fault = of.faultAt('items');
  return (
    <SetUpPage title={t('What the shop mixes with')}>
      <form onSubmit={of.submit} noValidate>
        <p className="mb-5 max-w-2xl">
          {t(
            'Say how many there are of each. Sizes are the usual ones: type over them where yours differ. Everything can be changed under Rigs.',
          )}
        </p>
        <div className="grid gap-x-13 gap-y-8 lg:grid-cols-2">
          {STARTER_GROUPS().map(({ name, ids }) => (
            <section key={name} aria-label={name}>
              <div className={`${ROW} items-end border-b-2 border-ink pb-1`}>
                <h2 className="leading-tight sm:whitespace-nowrap">{name}</h2>
                <span className="caps text-center text-muted max-sm:hidden">{t('How many')}</span>
                <span className="caps text-muted max-sm:hidden">{ids.some(isSized) && t('Size')}</span>
              </div>
              {ids.map((id) => (
                <Line key={id} of={of} id={id} />
              ))}
            </section>
          ))}
        </div>
        {fault && <Refusal problem={fault} />}
        <FormFoot save={t('Add it all')} {...of.foot} />
      </form>
    </SetUpPage>
  );
}

const ROW = 'grid gap-x-3 gap-y-1 sm:grid-cols-[minmax(0,1fr)_9.5rem_7rem]';
const isSized = (id: StarterId): boolean => 'size' in starter(id);

function Line({ of, id }: { of: TextForm<StartersTyped>; id: StarterId }) {
  const at = STARTER_IDS.indexOf(id);
  const [count, size] = [`items.${at}.count`, `items.${at}.sizeUl`] as const;
  const { name } = of.form.getValues(`items.${at}`);
  const none = of.form.watch(count).trim() === '0';
  const step = (by: number) => {
    const now = Number.parseInt(of.form.getValues(count), 10) || 0;
    of.form.setValue(count, String(Math.max(0, now + by)), { shouldDirty: true, shouldTouch: true });
  };
  const faults = [of.faultAt(count), of.faultAt(size)].filter((fault) => fault !== null);
  return (
    <div className="ruled border-faint py-1">
      <div className={`${ROW} grid-cols-[minmax(0,1fr)_7.5rem] items-center`}>
        <span className="leading-tight max-sm:col-span-2">{name}</span>
        <div className="flex">
          <Step label={t('One less, {0}', name)} onClick={() => step(-1)}>
            <Minus aria-hidden size={20} />
          </Step>
          <TextInput
            aria-label={t('How many, {0}', name)}
            aria-invalid={of.faultAt(count) !== null || undefined}
            inputMode="numeric"
            className={`border-x-0 text-center ${none ? '' : 'reading'}`}
            onFocus={(event) => event.target.select()}
            {...of.form.register(count)}
          />
          <Step label={t('One more, {0}', name)} onClick={() => step(1)}>
            <Plus aria-hidden size={20} />
          </Step>
        </div>
        {isSized(id) ? (
          <TextInput
            aria-label={t('Size, {0}', name)}
            aria-invalid={of.faultAt(size) !== null || undefined}
            tabIndex={none ? -1 : 0}
            className={none ? 'text-muted' : 'reading'}
            {...of.form.register(size)}
          />
        ) : (
          <span />
        )}
      </div>
      {faults.map((fault) => (
        <Refusal key={fault.code} problem={fault} />
      ))}
    </div>
  );
}

function Step({
  label,
  onClick,
  children,
}: {
  label: string;
  onClick: () => void;
  children: React.ReactNode;
}) {
  return (
    <button
      type="button"
      tabIndex={-1}
      aria-label={label}
      className="flex size-12 shrink-0 items-center justify-center rounded-[2px] border border-ink"
      onClick={onClick}
    >
      {children}
    </button>
  );
}
