import { describe, expect, it } from 'vitest';
import type { Container } from '#contract/equipment.ts';
import type { Slip } from '#contract/ledger.ts';
import { EMPTY_DRAFT, keepWhatIsOwed, useBench } from './benchDraft.ts';
import { benchMix } from './benchMix.ts';
import type { Equipment } from './equipment.ts';
import { bodyOf, equipment } from './madeUpEquipment.ts';

/** P-2 holds 40 ml by the books; 58 ml are asked for. */
const short = (change: Partial<typeof EMPTY_DRAFT> = {}, from: Equipment = equipment) =>
  benchMix(
    { ...EMPTY_DRAFT, productId: 1, vesselId: 1, strengthText: '1:12', containerId: 2, ...change },
    from,
  );

describe('a container that holds less by the books', () => {
  it('is refused, unless what is missing really is in it: that is found and poured', () => {
    const bench = short();
    expect(bench.refusals.container).toMatchObject({ code: 'stock.short' });
    expect(bench.shortUl).toBe(18_000);
    expect(bodyOf(bench, false)).toBeNull();
    expect(bodyOf(bench, false, true)).toMatchObject({ containerId: 2, foundUl: 18_000 });
  });

  it('is never said to hold more than it can', () => {
    const small = {
      ...equipment,
      containers: equipment.containers.map((c) => (c.id === 2 ? { ...c, sizeUl: 50_000 } : c)),
    };
    const bench = short({}, small);
    expect(bench.shortUl).toBe(0);
    expect(bodyOf(bench, false, true)).toBeNull();
  });

  it('finds nothing where there is enough', () => {
    const bench = short({ containerId: 3 });
    expect(bench.shortUl).toBe(0);
    expect(bodyOf(bench, false, true)).not.toHaveProperty('foundUl');
  });

  it('does not lift any other refusal', () => {
    const held = {
      ...equipment,
      notes: [
        {
          id: 1,
          productId: 1,
          gate: 'hold' as const,
          words: 'Lot recalled',
          by: 'Odo Marsh',
          at: '2026-05-04T08:00:00Z',
          read: true,
          readers: 0,
        },
      ],
    };
    const bench = short({}, held);
    expect(bench.refusals.product).toMatchObject({ code: 'note.hold' });
    expect(bodyOf(bench, true, true)).toBeNull();
  });
});

describe('a second container', () => {
  const sealed = {
    ...equipment.containers[0],
    id: 9,
    code: 'P-9',
    openedAt: null,
    heldUl: 5_000_000,
  } as Container;
  const only: Equipment = {
    ...equipment,
    containers: [...equipment.containers.filter((c) => c.id === 2), sealed],
  };

  it('is offered where the first is short, and takes what it lacks', () => {
    const offered = short({}, only);
    expect(offered.next).toMatchObject({ ul: 18_000, container: { code: 'P-9' } });
    expect(bodyOf(offered, false)).toBeNull();
    const both = short({ restId: 9 }, only);
    expect([both.refusals.container, both.next, both.shortUl]).toEqual([undefined, null, 0]);
    expect(both.rest).toMatchObject({ ul: 18_000 });
    expect(bodyOf(both, false)).toMatchObject({ containerId: 2, rest: { containerId: 9 }, opens: true });
  });

  it('is let go where the first has enough, and a sealed one alone is opened', () => {
    const less = short({ restId: 9, makeText: '200' }, only);
    expect(less.rest).toBeNull();
    expect(bodyOf(less, false)).not.toHaveProperty('rest');
    expect(bodyOf(less, false)).not.toHaveProperty('opens');
    expect(bodyOf(short({ containerId: 9 }, only), false)).toMatchObject({ containerId: 9, opens: true });
  });

  it('is never one of a lot on hold', () => {
    const held = { ...sealed, onHold: { lot: 'ZZ-1', words: 'Recalled' } };
    const bench = short({ restId: 9 }, { ...only, containers: [only.containers[0] as Container, held] });
    expect([bench.rest, bench.next]).toEqual([null, null]);
  });
});

describe('a pour that is answered', () => {
  const slip = { movementId: 7, leftUl: 0 } as Slip;
  const asked = { ...EMPTY_DRAFT, productId: 1, containerId: 2 };
  const bench = () => useBench.getState();

  it('stands where its button was, and is not poured from again where that is empty', () => {
    bench().begin(3, asked);
    bench().print(3, slip, asked);
    expect(bench().poured[3]).toBe(7);
    expect(bench().drafts[3]).toMatchObject({ productId: 1, containerId: null });
  });

  it('leaves alone who has gone on to something else, and is asked again as it was', () => {
    bench().begin(4, { ...EMPTY_DRAFT, productId: 9, containerId: 2 });
    bench().print(4, slip, asked);
    expect(bench().poured[4]).toBeUndefined();
    expect(bench().drafts[4]).toMatchObject({ productId: 9, containerId: 2 });
    expect(bench().slips[4]?.[0]).toMatchObject({ movementId: 7, asked: { productId: 1 } });
  });
});

describe('what another version of the program left on the device', () => {
  it('keeps a pour that may be booked, with its key, and nothing it can’t read', () => {
    const sent = { 3: { key: 'k-1', body: '{}' }, 4: { key: 7 }, x: { key: 'k', body: '{}' } };
    expect(keepWhatIsOwed({ sent, drafts: { 3: { anything: true } } })).toEqual({ sent: { 3: sent[3] } });
    for (const odd of [null, 'text', { sent: null }, {}]) expect(keepWhatIsOwed(odd)).toEqual({ sent: {} });
  });
});
