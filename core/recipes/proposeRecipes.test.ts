import { describe, expect, it } from 'vitest';
import type { Family } from '../products/family.ts';
import { familyStart, recordStart, startOfUse, usualTraits } from '../products/starts.ts';
import { formatStrength } from '../strength/formatStrength.ts';
import { f, parts } from './madeUp.ts';
import {
  type Proposal,
  type ProposedProduct,
  type ProposedVessel,
  proposeRecipes,
} from './proposeRecipes.ts';

/** A product as it is put down from its label alone. */
function card(id: number, family: Family, weak: number, strong = weak): ProposedProduct {
  const { use } = familyStart(family);
  return {
    id,
    name: family,
    state: 'concentrate',
    traits: usualTraits(family),
    record: recordStart(family),
    uses: [startOfUse(use, family)],
    labelEntries: [
      {
        strength: parts(weak),
        fraction: f(parts(weak)),
        upTo: strong === weak ? null : parts(strong),
        upToFraction: strong === weak ? null : f(parts(strong)),
        basis: 'bottle',
        use,
      },
    ],
  };
}

let next = 0;
const vessel = (kind: ProposedVessel['kind'], role: ProposedVessel['role'] = 'any'): ProposedVessel => {
  const suction = kind === 'cannonBottle' || kind === 'gunBottle';
  const id = ++next;
  return {
    id,
    kind,
    role,
    dials: suction ? [{ id: 10 * id, name: 'open' }] : [],
    draws: [],
    dialId: suction ? 10 * id : null,
    machineId: suction ? 7 : null,
  };
};
const strengths = (p: Proposal | undefined) =>
  p && 'recipe' in p ? p.recipe.cells.map((c) => (c.kind === 'mix' ? formatStrength(c.strength) : 'not')) : p;
const vesselOf = (p: Proposal | undefined) => (p && 'recipe' in p ? p.recipe.vesselId : null);

describe('proposed recipes', () => {
  it('five levels from weak to strong, in what the product is put on with, worked as its use is', () => {
    const sprayer = vessel('pumpSprayer');
    const [proposal] = proposeRecipes(
      [card(1, 'citrusPreWash', 50, 20)],
      [vessel('bucket', 'wash'), sprayer],
      [],
      '',
    );
    expect(strengths(proposal)).toEqual(['1:50', '1:40', '1:30', '1:25', '1:20']);
    expect(proposal).toMatchObject({
      use: 'preWash',
      recipe: {
        vesselId: sprayer.id,
        film: 'pumpSprayer',
        agitation: 'none',
        rinse: 'pressure',
        direction: 'bottomUp',
      },
      publishable: { ok: true },
    });
    const [first] = proposal && 'recipe' in proposal ? proposal.recipe.cells : [];
    expect(first).toMatchObject({ dwell: { shortestS: 60, fromS: 180, toS: 240 } });
  });

  it('a cannon is set as it stands; a shampoo goes into the wash bucket, never into that for wheels', () => {
    const [cannon, wheels, wash] = [
      vessel('cannonBottle'),
      vessel('bucket', 'wheels'),
      vessel('bucket', 'wash'),
    ];
    const proposals = proposeRecipes(
      [card(1, 'neutralFoam', 10, 5), card(2, 'neutralShampoo', 500)],
      [cannon, wheels, wash],
      [],
      '',
    );
    expect(proposals[0]).toMatchObject({
      recipe: { vesselId: cannon.id, dialId: 10 * cannon.id, machineId: 7, onPanel: false },
    });
    expect(proposals[1]).toMatchObject({ recipe: { vesselId: wash.id, agitation: 'mitt', dialId: null } });
    expect(strengths(proposals[1])).toEqual(Array(5).fill('1:500'));
  });

  it('each has a bottle of its own while there are enough, and the first again after that', () => {
    const bottles = [vessel('triggerBottle'), vessel('triggerBottle')];
    const products = [card(1, 'ironRemover', 1), card(2, 'tarRemover', 1), card(3, 'insectSoak', 10)];
    const at = proposeRecipes(products, bottles, [], '').map(vesselOf);
    expect(at).toEqual([bottles[0]?.id, bottles[1]?.id, bottles[0]?.id]);
    const had = [{ productId: 9, use: 'glass' as const, vesselId: bottles[0]?.id ?? 0 }];
    expect(vesselOf(proposeRecipes(products.slice(0, 1), bottles, had, '')[0])).toBe(bottles[1]?.id);
  });

  it('a wash without running water is not for what would be ground in', () => {
    const proposals = proposeRecipes(
      [card(1, 'waterless', 20, 10), card(2, 'rinseless', 256)],
      [vessel('triggerBottle'), vessel('bucket')],
      [],
      'rinse it first',
    );
    expect(strengths(proposals[0])).toEqual(['1:20', '1:15', 'not', 'not', 'not']);
    expect(strengths(proposals[1])).toEqual(['1:256', '1:256', '1:256', 'not', 'not']);
    expect(proposals[1]).toMatchObject({ recipe: { cells: { 4: { instead: 'rinse it first' } } } });
  });

  it('what can’t be proposed says why, and a use that has a recipe is left alone', () => {
    const wiped: ProposedProduct = { ...card(1, 'tyreDressing', 1), state: 'readyToUse' };
    const silent: ProposedProduct = { ...card(2, 'glass', 10), labelEntries: [] };
    expect(proposeRecipes([wiped, silent, card(3, 'neutralFoam', 10)], [vessel('tank')], [], '')).toEqual([
      { productId: 1, use: null, not: 'readyToUse' },
      { productId: 2, use: null, not: 'noLabel' },
      { productId: 3, use: 'foam', not: 'noVessel' },
    ]);
    const had = [{ productId: 3, use: 'foam' as const, vesselId: 1 }];
    expect(proposeRecipes([card(3, 'neutralFoam', 10)], [vessel('cannonBottle')], had, '')).toEqual([]);
  });

  it('a label outside the limits on the panel is proposed with what stands in the way', () => {
    const [weak] = proposeRecipes([card(1, 'citrusPreWash', 200, 100)], [vessel('pumpSprayer')], [], '');
    expect(weak).toMatchObject({
      publishable: { ok: false, code: 'recipe.reason', facts: { finding: 'underFloor' } },
    });
    const why = (productId: number, use: string) => (productId === 1 && use === 'preWash' ? 'Soft cars' : '');
    const label = [card(1, 'citrusPreWash', 200, 10), card(2, 'citrusPreWash', 200, 100)];
    const [said, unsaid] = proposeRecipes(label, [vessel('pumpSprayer')], [], '', why);
    expect(said).toMatchObject({ publishable: { ok: true } });
    // It stands where it is needed, and nowhere else.
    const reasons = said && 'recipe' in said ? said.recipe.cells.map((c) => 'reason' in c && c.reason) : [];
    expect(reasons).toEqual(['Soft cars', 'Soft cars', '', '', '']);
    expect(unsaid).toMatchObject({ publishable: { ok: false } });
    const [strong] = proposeRecipes([card(1, 'citrusPreWash', 20, 4)], [vessel('pumpSprayer')], [], '');
    expect(strengths(strong)).toEqual(['1:20', '1:20', '1:20', '1:20', '1:20']);
  });
});
