import { beforeAll, describe, expect, it } from 'vitest';
import type { Line } from '#contract/dispensers.ts';
import type { Vessel } from '#contract/equipment.ts';
import type { Slip } from '#contract/ledger.ts';
import { type Caller, serveShop } from '../testing/demoShop.ts';

const shop = serveShop();
let bram: Caller;
let odo: Caller;
beforeAll(async () => {
  bram = await shop.signIn('Bram Addy');
  odo = await shop.signIn('Odo Marsh');
});
const lineNamed = async (name: string) =>
  ((await bram('get', '/api/lines')).body as Line[]).find((l) => l.name === name) as Line;

describe('a fill from a line', () => {
  const fill = (line: Line, more: object = {}) => ({
    lineId: line.id,
    vesselId: 1,
    totalUl: 700_000,
    strength: null,
    shown: { lineUl: 700_000, productUl: Math.round(700_000 / ((line.check?.ratio ?? 0) + 1)), addUl: 0 },
    ...more,
  });

  it('goes into no vessel that holds another product, whoever asks', async () => {
    const occupied = await bram('post', '/api/line-fills', fill(await lineNamed('Middle line')));
    expect(occupied.body).toMatchObject({ status: 409, code: 'vessel.occupied' });
    expect((await bram('post', '/api/vessels/1/rinses', {})).status).toBe(201);
  });

  it('books the measured fraction of what came out, from the pail on the line', async () => {
    const line = await lineNamed('Middle line');
    const answer = await bram('post', '/api/line-fills', fill(line));
    expect(answer.status).toBe(201);
    const slip = answer.body as Slip;
    expect(slip.productUl).toBe(Math.round(700_000 / ((line.check?.ratio ?? 0) + 1)));
    expect(slip.leftUl).toBe((line.pail?.heldUl ?? 0) - slip.productUl);
    const held = ((await bram('get', '/api/vessels/1')).body as Vessel).holds;
    expect(held).toMatchObject({ ul: 700_000, productUl: slip.productUl, productName: 'Orchard Pre-wash' });
    expect((await bram('post', `/api/movements/${slip.movementId}/reversals`, {})).status).toBe(201);
  });

  it('is let down at the bench where it is to be weaker, and refused where it is to be stronger', async () => {
    const line = await lineNamed('Middle line');
    const f = 1 / ((line.check?.ratio ?? 0) + 1);
    const lineUl = Math.round(700_000 / 51 / f);
    const shown = { lineUl, productUl: Math.round(f * lineUl), addUl: 700_000 - lineUl };
    const weak = await bram(
      'post',
      '/api/line-fills',
      fill(line, { strength: { notation: 'parts', water: 50 }, shown }),
    );
    expect((weak.body as Slip).fraction).toBeCloseTo(1 / 51, 5);
    const strong = await bram(
      'post',
      '/api/line-fills',
      fill(line, { strength: { notation: 'parts', water: 10 } }),
    );
    expect(strong.body).toMatchObject({ status: 422, errors: [{ pointer: '/strength' }] });
  });

  it('is refused with other amounts than the line gives, over the vessel, or from a line never verified', async () => {
    const line = await lineNamed('Middle line');
    const changed = await bram(
      'post',
      '/api/line-fills',
      fill(line, { shown: { lineUl: 700_000, productUl: 1, addUl: 0 } }),
    );
    expect(changed.body.code).toBe('mix.changed');
    expect(
      (await bram('post', '/api/line-fills', fill(line, { totalUl: 900_000 }))).body.errors[0].pointer,
    ).toBe('/totalUl');
    const right = await lineNamed('Right line');
    const nothing = await bram('post', '/api/line-fills', { ...fill(line), lineId: right.id });
    expect(nothing.body).toMatchObject({ status: 409, code: 'line.empty' });
    const hung = await odo('post', `/api/lines/${right.id}/changeovers`, {
      lineCode: right.code,
      containerCode: line.pail?.code,
      tipId: line.tip?.id,
      target: { notation: 'parts', water: 30 },
      flushed: true,
      labelled: true,
      discardUl: 0,
    });
    expect(hung.status).toBe(201);
    expect((await bram('post', '/api/line-fills', { ...fill(line), lineId: right.id })).body.code).toBe(
      'line.unverified',
    );
  });
});
