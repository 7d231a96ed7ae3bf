import { describe, expect, it } from 'vitest';
import type { Fraction } from '../strength/strength.ts';
import { mix, parts, RECIPE } from './madeUp.ts';
import { type FollowFacts, type FollowRequest, mayFollow, mixAt, type ReallyMixed } from './mayFollow.ts';

const cells = [mix(parts(12), { soil: 0 }), { soil: 4, kind: 'not', instead: 'Rinse first.' } as const];
const version = { ...RECIPE, cells, versionId: 5, publishedAt: '2026-05-01T08:00:00Z' };
const facts: FollowFacts = { version, published: version, retired: false, vesselKind: 'triggerBottle' };
const knows = (more: Partial<FollowFacts>): FollowFacts => ({ ...facts, ...more });
const asked: FollowRequest = { soil: 0, left: false };
const mixed: ReallyMixed = {
  productId: 1,
  fraction: (1 / 13) as Fraction,
  vesselKind: 'triggerBottle',
  q: 1,
};

describe('a mix by a recipe', () => {
  it('is the recipe’s, at its level, in any vessel that puts it on the same way', () => {
    expect(mayFollow(asked, facts, mixed).ok).toBe(true);
    expect(mixAt(RECIPE, 3).ok).toBe(true);
  });

  it('is half as strong on the panel as in a cannon’s bottle that draws one part of two', () => {
    const onPanel = knows({ published: { ...version, onPanel: true } });
    expect(mayFollow(asked, onPanel, { ...mixed, q: 0.5, fraction: (2 / 13) as Fraction }).ok).toBe(true);
    expect(mayFollow(asked, onPanel, { ...mixed, q: 0.5 })).toMatchObject({
      code: 'recipe.notFollowed',
      facts: { recipe: 'Lower sides', wrong: 'panel', soil: 0, strength: parts(12) },
    });
  });

  it('that was left on the way is only named, retired or not', () => {
    const left = { soil: 4, left: true } as const;
    expect(mayFollow(left, knows({ retired: true }), { ...mixed, productId: 9 }).ok).toBe(true);
  });

  it.each([
    ['there is none', asked, null, mixed, 'recipe.unknown', {}],
    [
      'it was never published',
      asked,
      knows({ version: { ...version, publishedAt: null }, published: null }),
      mixed,
      'recipe.unpublished',
      {},
    ],
    ['it was retired', asked, knows({ retired: true }), mixed, 'recipe.retired', {}],
    [
      'it was changed since',
      asked,
      knows({ published: { ...version, versionId: 6, cells: [mix(parts(10), { soil: 0 })] } }),
      mixed,
      'recipe.changed',
      { soil: 0, strength: parts(10) },
    ],
    ['it is not for this level', { soil: 4, left: false }, facts, mixed, 'recipe.notForThis', { soil: 4 }],
    [
      'it names another product',
      asked,
      facts,
      { ...mixed, productId: 9 },
      'recipe.notFollowed',
      { wrong: 'product' },
    ],
    [
      'it is put on another way',
      asked,
      knows({ vesselKind: 'bucket' }),
      mixed,
      'recipe.notFollowed',
      { wrong: 'delivery' },
    ],
  ] as [string, FollowRequest, FollowFacts | null, ReallyMixed, string, object][])(
    'is refused where %s',
    (_, request, known, really, code, told) => {
      expect(mayFollow(request, known, really)).toMatchObject({
        ok: false,
        at: '/recipe',
        code,
        facts: told,
      });
    },
  );
});
