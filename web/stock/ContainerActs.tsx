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
import { parseVolume } from '#core/units/parseVolume.ts';
import { useSession } from '../lib/session.tsx';
import { containersQuery, placesQuery } from '../state/queries.ts';
import { useQuery } from '../state/useQuery.ts';
import { Button } from '../ui/Button.tsx';
import { Dialog } from '../ui/Dialog.tsx';
import { ChoiceField, TextField } from '../ui/FormFields.tsx';
import { FormFoot } from '../ui/FormFoot.tsx';
import { AmountOf } from './AmountOf.tsx';
import { amountOf, type FormProps, useAct } from './containerAct.ts';
import { LateForm, LostForm } from './LateForms.tsx';
import { ReceiptForm } from './ReceiptForm.tsx';

type Act = 'late' | 'waste' | 'move' | 'decant' | 'found' | 'receipt' | 'return' | 'lost';
const ACTS: { act: Act; name: string; title: (code: string) => string; needed: Role }[] = [
  {
    act: 'late',
    name: 'Poured, not booked',
    title: (code) => `Poured from ${code} and not booked`,
    needed: 'technician',
  },
  { act: 'waste', name: 'Some was wasted', title: (code) => `Wasted from ${code}`, needed: 'technician' },
  { act: 'move', name: 'Move it', title: (code) => `Move ${code}`, needed: 'technician' },
  { act: 'decant', name: 'Decant from it', title: (code) => `Decant from ${code}`, needed: 'lead' },
  {
    act: 'found',
    name: 'It holds more',
    title: (code) => `${code} holds more than the books say`,
    needed: 'lead',
  },
  {
    act: 'receipt',
    name: 'Its receipt is wrong',
    title: (code) => `What ${code} came with`,
    needed: 'lead',
  },
  { act: 'return', name: 'Return it', title: (code) => `Return ${code} to its supplier`, needed: 'lead' },
  { act: 'lost', name: 'Nobody can find it', title: (code) => `Nobody can find ${code}`, needed: 'lead' },
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
  const chosen = ACTS.find((a) => a.act === open);
  const Form = chosen && FORMS[chosen.act];
  return (
    <section aria-label="What happened to it" className="no-print mb-5 flex flex-wrap gap-3">
      {ACTS.filter(({ act, needed }) => may[act] && atLeast(who.role, needed)).map(({ act, name }) => (
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

function WasteForm(props: FormProps) {
  const { shop } = useSession();
  const of = useAct(props, 'wastes', {
    values: { ul: '', reason: 'spilt' as WasteReason, note: '' },
    read: ({ ul: text, reason, note }) => {
      const { ul, refusals } = amountOf(text, shop.units, 'How much');
      return { body: { ul, reason, note }, refusals };
    },
    schema: wasteBody,
  });
  return (
    <form onSubmit={of.submit} noValidate className="flex flex-col gap-4 p-5">
      <AmountOf of={of} container={props.container} placeholder="such as 200 ml" />
      <ChoiceField
        of={of}
        name="reason"
        label="Why"
        options={WASTE_REASONS.map((value) => ({ value, name: WASTE_REASON_NAMES[value] }))}
      />
      <TextField of={of} name="note" label="Note" hint="In your own words, where that helps" />
      {shop.wasteWater && <p className="text-muted">{shop.wasteWater} Local codes decide.</p>}
      <FormFoot
        save="Book it as waste"
        saving={of.saving}
        problem={of.problem}
        startAfresh={of.startAfresh}
      />
    </form>
  );
}

function MoveForm(props: FormProps) {
  const { data: places = [] } = useQuery(placesQuery);
  const of = useAct(props, 'moves', {
    values: { placeId: '' },
    read: ({ placeId }) => ({ body: { placeId: placeId ? Number(placeId) : undefined } }),
    schema: moveBody,
  });
  return (
    <form onSubmit={of.submit} noValidate className="p-5">
      <ChoiceField
        of={of}
        name="placeId"
        label="Where it stands now"
        placeholder="Choose a place"
        options={places
          .filter((p) => p.id !== props.container.placeId)
          .map((p) => ({ value: String(p.id), name: p.name }))}
      />
      <FormFoot save="Move it" saving={of.saving} problem={of.problem} startAfresh={of.startAfresh} />
    </form>
  );
}

const NEW = 'new';

function DecantForm(props: FormProps) {
  const { container } = props;
  const { shop } = useSession();
  const { data: places = [] } = useQuery(placesQuery);
  const { data: containers = [] } = useQuery(containersQuery);
  const of = useAct(props, 'decants', {
    values: {
      ul: '5 l',
      into: NEW,
      kind: 'jug' as ContainerKind,
      sizeUl: '5 l',
      placeId: String(container.placeId),
    },
    read: (typed) => {
      const { ul, refusals } = amountOf(typed.ul, shop.units, 'How much');
      if (typed.into !== NEW) {
        return { body: { ul, into: { kind: 'existing', containerId: Number(typed.into) } }, refusals };
      }
      const size = parseVolume(typed.sizeUl, { system: shop.units, field: 'Size', askUnit: true });
      const into = {
        kind: 'new',
        containerKind: typed.kind,
        sizeUl: size.ok ? size.value : undefined,
        placeId: Number(typed.placeId),
      };
      return { body: { ul, into }, refusals: { ...refusals, ...(!size.ok && { sizeUl: size }) } };
    },
    schema: decantBody,
    fields: { 'into.sizeUl': 'sizeUl', 'into.containerId': 'into', 'into.placeId': 'placeId' },
  });
  const into = of.form.watch('into');
  const others = containers.filter(
    (c) => c.id !== container.id && c.productId === container.productId && c.heldUl < c.sizeUl,
  );
  return (
    <form onSubmit={of.submit} noValidate className="flex flex-col gap-4 p-5">
      <AmountOf of={of} container={container} placeholder="such as 5 l" />
      <ChoiceField
        of={of}
        name="into"
        label="Into"
        options={[
          { value: NEW, name: 'a new container, which gets a code of its own' },
          ...others.map((c) => ({
            value: String(c.id),
            name: `${c.code}, ${c.kind}, room for ${formatVolume(c.sizeUl - c.heldUl, shop.units)}`,
          })),
        ]}
      />
      {into === NEW && (
        <div className="grid items-start gap-4 sm:grid-cols-3">
          <ChoiceField
            of={of}
            name="kind"
            label="Kind"
            options={CONTAINER_KINDS.map((value) => ({ value, name: value }))}
          />
          <TextField of={of} name="sizeUl" label="Size" />
          <ChoiceField
            of={of}
            name="placeId"
            label="Stands in"
            options={places.map((p) => ({ value: String(p.id), name: p.name }))}
          />
        </div>
      )}
      <p className="text-muted">
        Lot, price and best-before go with it. Label it before anything is put in: name, hazards, lot.
      </p>
      <FormFoot save="Book the decant" saving={of.saving} problem={of.problem} startAfresh={of.startAfresh} />
    </form>
  );
}

function FoundForm(props: FormProps) {
  const { shop } = useSession();
  const of = useAct(props, 'founds', {
    values: { ul: '', note: '' },
    read: ({ ul: text, note }) => {
      const { ul, refusals } = amountOf(text, shop.units, 'How much more');
      return { body: { ul, note }, refusals };
    },
    schema: foundBody,
  });
  return (
    <form onSubmit={of.submit} noValidate className="flex flex-col gap-4 p-5">
      <TextField
        of={of}
        name="ul"
        label="How much more"
        placeholder="such as 1 l"
        hint={`Than the ${formatVolume(props.container.heldUl, shop.units)} in the books.`}
      />
      <TextField
        of={of}
        name="note"
        label="Where it was"
        hint="How it came to be missing, as far as anyone knows"
      />
      <FormFoot
        save="Book it as found"
        saving={of.saving}
        problem={of.problem}
        startAfresh={of.startAfresh}
      />
    </form>
  );
}

function ReturnForm(props: FormProps) {
  const { shop } = useSession();
  const of = useAct(props, 'returns', {
    values: { note: '' },
    read: (body) => ({ body }),
    schema: returnBody,
  });
  return (
    <form onSubmit={of.submit} noValidate className="flex flex-col gap-4 p-5">
      <p>
        All {formatVolume(props.container.heldUl, shop.units)} of it goes back
        {props.container.supplier && ` to ${props.container.supplier}`}.
      </p>
      <TextField of={of} name="note" label="Why" />
      <FormFoot save="Book the return" saving={of.saving} problem={of.problem} startAfresh={of.startAfresh} />
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
