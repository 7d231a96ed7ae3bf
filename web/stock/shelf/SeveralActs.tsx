import { useState } from 'react';
import type { Container } from '#contract/equipment.ts';
import { atLeast } from '#contract/roles.ts';
import { pricesBody } from '#contract/stock.ts';
import { post } from '../../lib/api.ts';
import { useSession } from '../../lib/session.tsx';
import { t } from '../../lib/speech.ts';
import { placesQuery } from '../../state/queries.ts';
import { useCommand } from '../../state/useCommand.ts';
import { useQuery } from '../../state/useQuery.ts';
import { Button, PaperLink } from '../../ui/Button.tsx';
import { money, readAll, text, typedOf } from '../../ui/codecs.ts';
import { Dialog } from '../../ui/Dialog.tsx';
import { TextField } from '../../ui/FormFields.tsx';
import { FormFoot } from '../../ui/FormFoot.tsx';
import { ListField } from '../../ui/Labelled.tsx';
import { Refusal } from '../../ui/Refusal.tsx';
import { useTextForm } from '../../ui/useTextForm.ts';

type Props = { of: Container[]; done: (words: string) => void };

/** What is done to several containers at once: each of it to all of them, or to none. */
export function SeveralActs({ of, done }: Props) {
  const { who } = useSession();
  const lead = atLeast(who.role, 'lead');
  const { data: places = [] } = useQuery(placesQuery);
  const [pricing, setPricing] = useState(false);
  const ids = of.map((c) => c.id);
  const moving = useCommand(
    (placeId: number) => post<Container[]>('/containers/moves', { ids, placeId }),
    (all) => done(t('{0} moved to {1}.', all.length, all[0]?.placeName)),
  );
  const retiring = useCommand(
    () => post<Container[]>('/containers/retirements', { ids }),
    (all) => done(t('{0} taken off the shelf; they stay in the books.', all.length)),
  );
  return (
    <>
      <div className="min-w-44">
        <ListField
          label={t('Move them to')}
          value=""
          options={places.map((p) => ({ value: String(p.id), name: p.name }))}
          onChange={(id) => moving.run(Number(id))}
        />
      </div>
      <PaperLink href={`/api/containers/labels.pdf?ids=${ids.slice(0, 200).join(',')}&size=a4`}>
        {t('Labels, A4')}
      </PaperLink>
      {lead && <Button onClick={() => setPricing(true)}>{t('Price')}</Button>}
      {lead && (
        <Button disabled={retiring.waiting} onClick={() => retiring.run()}>
          {t('Take off the shelf')}
        </Button>
      )}
      {moving.refusal && <Refusal problem={moving.refusal} />}
      {retiring.refusal && <Refusal problem={retiring.refusal} />}
      {pricing && (
        <Dialog title={t('Price of {0} containers', of.length)} close={() => setPricing(false)}>
          <PriceForm of={of} done={done} />
        </Dialog>
      )}
    </>
  );
}

const PRICE = { priceMinor: money, reason: text() };

function PriceForm({ of: several, done }: Props) {
  const { shop } = useSession();
  const ids = several.map((c) => c.id);
  const used = several.some((c) => c.heldUl !== c.sizeUl);
  const of = useTextForm({
    values: typedOf(PRICE, null, shop),
    read: (typed) => {
      const { value, refusals } = readAll(PRICE, typed, null, shop, pricesBody);
      return { body: { ids, ...value }, refusals };
    },
    schema: pricesBody,
    send: (body) => post<Container[]>('/containers/prices', body),
    done: (all) => done(t('{0} have their price.', all.length)),
  });
  return (
    <form onSubmit={of.submit} noValidate className="flex flex-col gap-4 p-5">
      <div className="grid items-start gap-4 sm:grid-cols-2">
        <TextField
          of={of}
          name="priceMinor"
          inputMode="decimal"
          hint={t('What each cost when full, in {0}', shop.currency)}
        />
        <TextField
          of={of}
          name="reason"
          hint={used ? t('Some of it has been used, so it takes a reason') : t('Where that helps')}
        />
      </div>
      <FormFoot save={t('Give them this price')} {...of.foot} />
    </form>
  );
}
