import { useState } from 'react';
import type { Container } from '#contract/equipment.ts';
import { atLeast, type Role } from '#contract/roles.ts';
import {
  decantBody,
  foundBody,
  moveBody,
  returnBody,
  WASTE_REASON_NAMES,
  WASTE_REASONS,
  type WasteReason,
  wasteBody,
} from '#contract/stock.ts';
import { CONTAINER_KINDS, type ContainerKind } from '#core/mixing/outlines.ts';
import { formatVolume } from '#core/units/formatVolume.ts';
import { useSession } from '../../lib/session.tsx';
import { t } from '../../lib/speech.ts';
import { containersQuery, placesQuery } from '../../state/queries.ts';
import { useQuery } from '../../state/useQuery.ts';
import { Button } from '../../ui/Button.tsx';
import { amount, called, choice, rowChoice, text, type ValuesOf, volume } from '../../ui/codecs.ts';
import { Dialog } from '../../ui/Dialog.tsx';
import { ChoiceField, TextField } from '../../ui/FormFields.tsx';
import { FormFoot } from '../../ui/FormFoot.tsx';
import { AmountOf } from './AmountOf.tsx';
import { type FormProps, useAct } from './containerAct.ts';
import { LateForm, LostForm } from './LateForms.tsx';
import { ReceiptForm } from './ReceiptForm.tsx';

type Act = 'late' | 'waste' | 'move' | 'decant' | 'found' | 'receipt' | 'return' | 'lost';
const ACTS: () => { act: Act; name: string; title: (code: string) => string; needed: Role }[] = () => [
  {
    act: 'late',
    name: t('Poured, not booked'),
    title: (code) => t('Poured from {0} and not booked', code),
    needed: 'technician',
  },
  {
    act: 'waste',
    name: t('Some was wasted'),
    title: (code) => t('Wasted from {0}', code),
    needed: 'technician',
  },
  { act: 'move', name: t('Move it'), title: (code) => t('Move {0}', code), needed: 'technician' },
  { act: 'decant', name: t('Decant from it'), title: (code) => t('Decant from {0}', code), needed: 'lead' },
  {
    act: 'found',
    name: t('It holds more'),
    title: (code) => t('{0} holds more than the books say', code),
    needed: 'lead',
  },
  {
    act: 'receipt',
    name: t('Its receipt is wrong'),
    title: (code) => t('What {0} came with', code),
    needed: 'lead',
  },
  {
    act: 'return',
    name: t('Return it'),
    title: (code) => t('Return {0} to its supplier', code),
    needed: 'lead',
  },
  {
    act: 'lost',
    name: t('Missing'),
    title: (code) => t('{0} is missing', code),
    needed: 'lead',
  },
];

/** What happens to a container besides pouring; each is booked with a name and can be taken back. */
export function ContainerActs({ container }: { container: Container }) {
  const { who } = useSession();
  const [open, setOpen] = useState<Act | null>(null);
  const may: Record<Act, boolean> = {
    late: container.heldUl > 0 && container.openedAt !== null,
    lost: container.heldUl > 0,
    waste: container.heldUl > 0,
    move: true,
    decant: container.heldUl > 0 && container.openedAt !== null,
    found: container.heldUl < container.sizeUl,
    receipt: container.decantedFrom === null,
    return: container.heldUl > 0,
  };
  const chosen = ACTS().find((a) => a.act === open);
  const Form = chosen && FORMS[chosen.act];
  return (
    <section aria-label={t('What happened to it')} className="no-print mb-5 flex flex-wrap gap-3">
      {ACTS()
        .filter(({ act, needed }) => may[act] && atLeast(who.role, needed))
        .map(({ act, name }) => (
          <Button key={act} onClick={() => setOpen(act)}>
            {name}
          </Button>
        ))}
      {chosen && Form && (
        <Dialog title={chosen.title(container.code)} close={() => setOpen(null)}>
          <Form container={container} close={() => setOpen(null)} />
        </Dialog>
      )}
    </section>
  );
}

const WASTE = { ul: amount(), reason: choice<WasteReason>('spilt'), note: text() };

function WasteForm(props: FormProps) {
  const { shop } = useSession();
  const of = useAct(props, 'wastes', WASTE, wasteBody);
  return (
    <form onSubmit={of.submit} noValidate className="flex flex-col gap-4 p-5">
      <AmountOf of={of} container={props.container} placeholder={t('such as 200 ml')} />
      <ChoiceField
        of={of}
        name="reason"
        options={WASTE_REASONS.map((value) => ({ value, name: t(WASTE_REASON_NAMES[value]) }))}
      />
      <TextField of={of} name="note" hint={t('In your own words, where that helps')} />
      {shop.wasteWater && <p className="text-muted">{t('{0} Local codes decide.', shop.wasteWater)}</p>}
      <FormFoot save={t('Book it as waste')} {...of.foot} />
    </form>
  );
}

function MoveForm(props: FormProps) {
  const { data: places = [] } = useQuery(placesQuery);
  const of = useAct(props, 'moves', { placeId: rowChoice() }, moveBody);
  return (
    <form onSubmit={of.submit} noValidate className="p-5">
      <ChoiceField
        of={of}
        name="placeId"
        label={t('Where it stands now')}
        placeholder={t('Choose a place')}
        options={places
          .filter((p) => p.id !== props.container.placeId)
          .map((p) => ({ value: String(p.id), name: p.name }))}
      />
      <FormFoot save={t('Move it')} {...of.foot} />
    </form>
  );
}

const NEW = 'new';
const DECANT = {
  ul: amount('5 l'),
  into: choice(NEW),
  kind: choice<ContainerKind>('jug'),
  sizeUl: called(() => t('Size'), volume('5 l')),
  placeId: rowChoice(),
};

function DecantForm(props: FormProps) {
  const { container } = props;
  const { shop } = useSession();
  const { data: places = [] } = useQuery(placesQuery);
  const { data: containers = [] } = useQuery(containersQuery);
  const of = useAct(props, 'decants', DECANT, decantBody, {
    values: { placeId: String(container.placeId) },
    read: (typed, { body, refusals = {} }) => {
      const { ul, into, kind, sizeUl, placeId } = body as Partial<ValuesOf<typeof DECANT>>;
      if (typed.into === NEW)
        return { body: { ul, into: { kind: 'new', containerKind: kind, sizeUl, placeId } }, refusals };
      const { sizeUl: _, ...others } = refusals;
      return { body: { ul, into: { kind: 'existing', containerId: Number(into) } }, refusals: others };
    },
    fields: { 'into.sizeUl': 'sizeUl', 'into.containerId': 'into', 'into.placeId': 'placeId' },
  });
  const into = of.form.watch('into');
  const others = containers.filter(
    (c) => c.id !== container.id && c.productId === container.productId && c.heldUl < c.sizeUl,
  );
  return (
    <form onSubmit={of.submit} noValidate className="flex flex-col gap-4 p-5">
      <AmountOf of={of} container={container} placeholder={t('such as 5 l')} />
      <ChoiceField
        of={of}
        name="into"
        label={t('Into')}
        options={[
          { value: NEW, name: t('a new container, which gets a code of its own') },
          ...others.map((c) => ({
            value: String(c.id),
            name: t(
              '{0}, {1}, room for {2}',
              c.code,
              t(c.kind),
              formatVolume(c.sizeUl - c.heldUl, shop.units),
            ),
          })),
        ]}
      />
      {into === NEW && (
        <div className="grid items-start gap-4 sm:grid-cols-3">
          <ChoiceField
            of={of}
            name="kind"
            label={t('Kind')}
            options={CONTAINER_KINDS.map((value) => ({ value, name: t(value) }))}
          />
          <TextField of={of} name="sizeUl" label={t('Size')} />
          <ChoiceField
            of={of}
            name="placeId"
            options={places.map((p) => ({ value: String(p.id), name: p.name }))}
          />
        </div>
      )}
      <p className="text-muted">
        {t('Lot, price and best-before go with it. Label it before anything is put in: name, hazards, lot.')}
      </p>
      <FormFoot save={t('Book the decant')} {...of.foot} />
    </form>
  );
}

function FoundForm(props: FormProps) {
  const { shop } = useSession();
  const of = useAct(props, 'founds', { ul: amount(), note: text() }, foundBody);
  return (
    <form onSubmit={of.submit} noValidate className="flex flex-col gap-4 p-5">
      <TextField
        of={of}
        name="ul"
        placeholder={t('such as 1 l')}
        hint={t('Than the {0} in the books.', formatVolume(props.container.heldUl, shop.units))}
      />
      <TextField of={of} name="note" hint={t('How it came to be missing, as far as anyone knows')} />
      <FormFoot save={t('Book it as found')} {...of.foot} />
    </form>
  );
}

function ReturnForm(props: FormProps) {
  const { shop } = useSession();
  const of = useAct(props, 'returns', { note: text() }, returnBody);
  return (
    <form onSubmit={of.submit} noValidate className="flex flex-col gap-4 p-5">
      <p>
        {t(
          'All {0} of it goes back{1}.',
          formatVolume(props.container.heldUl, shop.units),
          props.container.supplier && ` ${t('to {0}', props.container.supplier)}`,
        )}
      </p>
      <TextField of={of} name="note" />
      <FormFoot save={t('Book the return')} {...of.foot} />
    </form>
  );
}

const FORMS: Record<Act, (props: FormProps) => React.ReactNode> = {
  waste: WasteForm,
  move: MoveForm,
  decant: DecantForm,
  late: LateForm,
  lost: LostForm,
  found: FoundForm,
  receipt: ReceiptForm,
  return: ReturnForm,
};
