import { describe, expect, it } from 'vitest';
import { SOIL_LEVELS } from '../soil/soil.ts';
import type { Assessment } from './assessment.ts';
import { BOOK, SHOP, WITHOUT } from './madeUpPlan.ts';
import { type Plan, type PlanShop, planWash, waitsForWord } from './planWash.ts';
import type { Schools } from './schools.ts';
import { toolsOf } from './tools.ts';

function planned(assessment: Assessment, shop = SHOP): Plan {
  const plan = planWash(assessment, shop);
  if (!plan.ok) throw new Error(`refused by ${plan.row}`);
  return plan;
}
const ids = (plan: Plan): string[] => plan.steps.map((s) => s.id);
const within = (is: number, wanted: number) => {
  expect(is, `${is} for ${wanted}`).toBeGreaterThan(wanted * 0.9 - 0.5);
  expect(is, `${is} for ${wanted}`).toBeLessThan(wanted * 1.1 + 0.5);
};

describe('a hatchback', () => {
  it.each([
    [0, 45],
    [1, 47],
    [2, 53],
    [3, 66],
    [4, 73],
  ] as const)('hosed at level %i takes about %i minutes', (level, minutes) => {
    within(planned({ level }).minutes.elapsed, minutes);
  });

  it('takes about 26 minutes rinseless and 15 waterless', () => {
    within(planned({ level: 1, water: { kind: 'carried', litres: 20 } }).minutes.elapsed, 26);
    within(planned({ level: 0, water: { kind: 'none' } }).minutes.elapsed, 15);
  });

  it.each([
    [0, 141],
    [1, 141],
    [2, 141],
    [3, 175],
    [4, 209],
  ] as const)('hosed at level %i takes about %i litres', (level, litres) => {
    within(planned({ level }).litres, litres);
  });

  it('takes 0, 0, 6, 36 and 84 ml of pre-wash', () => {
    const ml = SOIL_LEVELS.map((level) =>
      planned({ level })
        .steps.filter((s) => s.kind === 'preWash')
        .reduce((sum, s) => sum + (s.taken?.productUl ?? 0) / 1_000, 0),
    );
    for (const [i, wanted] of [0, 0, 6, 36, 84].entries()) within(ml[i] as number, wanted);
  });

  it('is wiped with eight towels where there is only dust', () => {
    expect(planned({ level: 0, water: { kind: 'none' } }).towels).toMatchObject({ wiping: 8, wheels: 2 });
  });

  it('is clayed in 22 minutes, an estate in 28', () => {
    const clay = (body: Assessment['body']) =>
      planned({ level: 1, follows: ['polish'], ...(body && { body }) }).steps.find((s) => s.kind === 'clay')
        ?.hands ?? 0;
    expect(clay('hatchback')).toBeCloseTo(22, 0);
    expect(clay('estate')).toBeCloseTo(28, 0);
  });
});

describe('worked plans', () => {
  it('at level 1, protected, hosed: wheels first, no pre-wash, foam, a gentle wash, dried with aid, no iron and no clay', () => {
    const plan = planned({
      level: 1,
      protection: 'wax',
      beads: true,
      axles: {
        front: { brake: 'disc', finish: 'clearCoated' },
        rear: { brake: 'disc', finish: 'clearCoated' },
      },
    });
    expect([plan.method, plan.row]).toEqual(['hose', 'M7']);
    expect(ids(plan)).toEqual([
      'lookRound',
      'wheelRinse',
      'tyre',
      'arch',
      'wheel',
      'foam',
      'rinse foam',
      'goNoGo',
      'contact',
      'rinse contact',
      'finalRinse',
      'dry',
      'blowOut',
      'lookAgain',
      'packUp',
    ]);
    expect(plan.steps.find((s) => s.id === 'contact')?.choice.chosen?.of).toBe(BOOK.shampoo);
    expect(plan.steps.find((s) => s.id === 'dry')?.choice.chosen?.of).toBe(BOOK.aid);
    expect(plan.missing).toEqual([]);
  });

  it('at level 3 with insects in front: soaked first, pre-washed twice, a touch check, the wash asked at film', () => {
    const plan = planned({ level: 3, spots: [{ kind: 'insects', zones: ['front'], many: true }] });
    const order = ids(plan);
    expect(order.slice(order.indexOf('wheel') + 1, order.indexOf('contact') + 1)).toEqual([
      'spotSoak',
      'preWash',
      'rinse preWash',
      'preWash2',
      'foam',
      'rinse foam',
      'touchCheck',
      'goNoGo',
      'contact',
    ]);
    const [first, second] = plan.steps.filter((s) => s.kind === 'preWash');
    expect(first?.zones).toHaveLength(7);
    expect(second?.zones).toEqual(['lowers', 'rear']);
    expect(plan.steps.find((s) => s.id === 'contact')?.level).toBe(1);
  });

  it('at level 0 without water: waterless, from the roof down, wheels last with towels of their own', () => {
    const plan = planned({ level: 0, water: { kind: 'none' } });
    expect([plan.method, plan.row]).toEqual(['waterless', 'M3']);
    expect(ids(plan)).toEqual(['lookRound', 'waterless', 'wheel', 'lookAgain', 'packUp']);
  });

  it('with carbon-ceramic brakes in front: shampoo on these wheels, the iron remover withheld for a manager', () => {
    const plan = planned({
      level: 2,
      axles: {
        front: { brake: 'carbonCeramic', finish: 'painted' },
        rear: { brake: 'disc', finish: 'painted' },
      },
      spots: [{ kind: 'iron', zones: ['wheels'], many: false }],
    });
    const gentle = plan.steps.find((s) => s.id === 'wheel by shampoo');
    expect(gentle?.axles).toEqual(['front']);
    expect(gentle?.choice.chosen?.of).toBe(BOOK.shampoo);
    expect(plan.steps.find((s) => s.id === 'wheel')?.axles).toEqual(['rear']);
    const iron = plan.steps.find((s) => s.kind === 'wheelIron');
    expect(iron?.choice.chosen).toBeNull();
    expect(iron?.choice.withheld.map((w) => [w.recipe, w.rule.id, w.rule.verdict])).toEqual([
      [BOOK.iron, 'ironOnMetal', 'override'],
    ]);
    expect(plan.missing).toEqual(['wheelIron']);
    // A recipe is there, and a word lifts what withholds it; without one nobody's word helps.
    expect(waitsForWord(plan)).toBe(true);
    expect(waitsForWord({ ...plan, missing: [] })).toBe(false);
    const steps = plan.steps.map((s) =>
      s.kind === 'wheelIron' ? { ...s, choice: { ...s.choice, withheld: [] } } : s,
    );
    expect(waitsForWord({ ...plan, steps })).toBe(false);
  });

  it('rinseless at heavy is brought to the bay and rinsed first, then asked a level lower', () => {
    const plan = planned({ level: 3, water: { kind: 'carried', litres: 40 }, drain: false, bayNear: true });
    expect(ids(plan).slice(0, 4)).toEqual(['lookRound', 'move', 'firstRinse', 'preSoak']);
    const wash = plan.steps.find((s) => s.kind === 'rinseless');
    expect([wash?.level, wash?.choice.chosen?.level]).toEqual([2, 2]);
    expect(ids(planned({ level: 4 }))).not.toContain('move');
  });

  it('over the minutes there are, it says by how much and what may go: never a rinse, a soak or what was found', () => {
    const late = planned({ level: 2, minutes: 50, follows: ['delivery'], due: ['ironWheels'] });
    expect(late.over?.minutes).toBeCloseTo(late.minutes.elapsed - 50, 9);
    expect(late.over?.mayGo).toEqual(['glass', 'wheelIron']);
    const found = { kind: 'iron', zones: ['wheels'], many: false } as const;
    expect(planned({ level: 2, minutes: 50, spots: [found] }).over?.mayGo).toEqual([]);
    expect(planned({ level: 2, minutes: 200 }).over).toBeNull();
    expect(planned({ level: 2 }).over).toBeNull();
  });

  it('names the tools of its steps, each once, in the order of work', () => {
    const tools = (of: Assessment) => toolsOf(planned(of)).map(([words]) => words);
    expect(tools({ level: 1 })).toEqual([
      'tyre brush',
      'arch brush',
      'wheel brushes of two sizes',
      'two mitts',
      'grit guards',
      'blower',
    ]);
    expect(tools({ level: 0, water: { kind: 'none' } })).toEqual(['wheel brushes of two sizes']);
  });

  it('a manager’s word lifts what is left to a manager, and never a stop', () => {
    const said: Assessment = {
      level: 2,
      spots: [{ kind: 'iron', zones: ['wheels'], many: false }],
      axles: {
        front: { brake: 'carbonCeramic', finish: 'painted' },
        rear: { brake: 'carbonCeramic', finish: 'painted' },
      },
    };
    const iron = (of: Assessment) => planned(of).steps.find((s) => s.kind === 'wheelIron')?.choice;
    expect(iron(said)?.chosen).toBeNull();
    const lifted = iron({ ...said, words: ['ironOnMetal'] });
    expect(lifted?.chosen?.of).toBe(BOOK.iron);
    expect(lifted?.chosen?.cautions.map((c) => c.id)).toContain('ironOnMetal');
    const indoors: Assessment = {
      level: 1,
      stands: ['closed'],
      protection: 'none',
      spots: [{ kind: 'tar', zones: ['rear'], many: false }],
      words: ['solventIndoors'],
    };
    const tar = planned(indoors).steps.find((s) => s.kind === 'tar')?.choice;
    expect(tar?.withheld.map((w) => [w.rule.id, w.rule.verdict])).toEqual([['solventIndoors', 'stop']]);
  });

  it('to be polished, protected, with tar and iron: a stripping shampoo, tar, iron, clay, and nothing that adds', () => {
    const plan = planned({
      body: 'estate',
      level: 3,
      swirled: true,
      beads: true,
      protection: 'wax',
      follows: ['polish'],
      spots: [
        { kind: 'tar', zones: ['lowers'], many: false },
        { kind: 'iron', zones: ['rear', 'lowers'], many: true },
      ],
    });
    const order = ids(plan);
    expect(order.slice(order.indexOf('contact'), order.indexOf('dry') + 1)).toEqual([
      'contact',
      'rinse contact',
      'tar',
      'rinse tar',
      'iron',
      'rinse iron',
      'clay',
      'rinse clay',
      'finalRinse',
      'dry',
    ]);
    expect(plan.steps.find((s) => s.id === 'contact')?.choice.chosen?.of).toBe(BOOK.stripping);
    expect(plan.steps.find((s) => s.id === 'dry')?.use).toBeNull();
    expect(plan.steps.every((s) => s.choice.chosen?.of.product.record.protection !== 'adds')).toBe(true);
  });

  it('a van with loose grit and no water is refused, with both remedies', () => {
    const plan = planWash({ body: 'van', level: 3, looseGrit: true, water: { kind: 'none' } }, SHOP);
    expect(plan).toMatchObject({ ok: false, row: 'M2' });
    expect(!plan.ok && plan.allow).toHaveLength(2);
  });
});

describe('schools', () => {
  const schools = (more: Partial<Schools>): PlanShop => ({ ...SHOP, schools: { ...SHOP.schools, ...more } });

  it.each([
    ['wheelsWhen', { wheelsWhen: 'last' }, {}, (p: Plan) => at(p, 'wheel') > at(p, 'contact')],
    ['lightWash', { lightWash: 'rinseless' }, {}, (p: Plan) => p.method === 'rinseless'],
    [
      'contactShampoo',
      { contactShampoo: 'protective' },
      {},
      (p: Plan) => of(p, 'contact') === BOOK.protective,
    ],
    ['clay', { clay: 'never' }, { follows: ['polish'] }, (p: Plan) => at(p, 'clay') < 0],
    ['drying', { drying: 'plain' }, {}, (p: Plan) => p.steps.find((s) => s.id === 'dry')?.use === null],
    [
      'soakWhen',
      { soakWhen: 'afterFoam' },
      { spots: [{ kind: 'insects', zones: ['front'], many: true }] },
      (p: Plan) => at(p, 'spotSoak') > at(p, 'rinse foam') && at(p, 'spotSoak') < at(p, 'contact'),
    ],
  ] as [string, Partial<Schools>, Assessment, (plan: Plan) => boolean][])(
    '%s is a choice that changes the plan',
    (_, school, assessment, so) => {
      const vehicle: Assessment = { level: 1, ...assessment };
      expect(so(planned(vehicle, schools(school)))).toBe(true);
      expect(so(planned(vehicle))).toBe(false);
    },
  );

  const at = (plan: Plan, id: string) => ids(plan).indexOf(id);
  const of = (plan: Plan, id: string) => plan.steps.find((s) => s.id === id)?.choice.chosen?.of;
});

describe('what is not known', () => {
  it('is assumed and named; on assumed brakes nothing strong goes on the wheels', () => {
    const plan = planned({ level: 2, spots: [{ kind: 'iron', zones: ['wheels'], many: false }] });
    expect(plan.assumed).toEqual(expect.arrayContaining(['axles', 'protection', 'colour']));
    expect(plan.assumed).not.toContain('level');
    expect(plan.missing).toEqual(['wheelIron']);
    const seen = planned({
      level: 2,
      spots: [{ kind: 'iron', zones: ['wheels'], many: false }],
      axles: {
        front: { brake: 'disc', finish: 'clearCoated' },
        rear: { brake: 'disc', finish: 'clearCoated' },
      },
    });
    expect(seen.missing).toEqual([]);
  });

  it('of a level is asked for one level less, where it was rinsed before', () => {
    const wheel = (plan: Plan) => plan.steps.find((s) => s.kind === 'wheel')?.choice.chosen;
    const cells = BOOK.wheel.recipe.cells.map((c) =>
      c.soil === 4 ? { soil: c.soil, kind: 'not' as const, instead: 'rinse' } : c,
    );
    const gel = { ...BOOK.wheel, recipe: { ...BOOK.wheel.recipe, cells } };
    const book = [...SHOP.book.filter((r) => r.recipe.use !== 'wheel'), gel];
    expect(wheel(planned({ level: 3 }, { ...SHOP, book }))).toMatchObject({ of: gel, level: 3 });
    expect(wheel(planned({ level: 2 }, { ...SHOP, book }))).toMatchObject({ of: gel, level: 3 });
  });

  it('of a recipe leaves a step that says what is missing, and the rest of the plan', () => {
    const plan = planned({ level: 2 }, WITHOUT('preWash', 'foam'));
    expect(plan.missing).toEqual(['preWash', 'foam']);
    expect(plan.steps.find((s) => s.id === 'contact')?.choice.chosen?.of).toBe(BOOK.shampoo);
    const empty = planned({ level: 1 }, { ...SHOP, stockUl: new Map() });
    expect(empty.missing).toEqual(expect.arrayContaining(['foam', 'contact']));
    expect(empty.steps.find((s) => s.id === 'foam')?.choice.passed[0]?.because[0]).toContain('in stock');
  });
});
