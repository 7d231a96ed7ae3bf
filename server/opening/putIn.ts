import type { ProductBody } from '#contract/products.ts';
import {
  SET_UP_ENTRIES,
  SET_UP_LISTS,
  type SetUpEntry,
  type SetUpLine,
  type SetUpList,
  type SetUpReport,
} from '#contract/setUpFile.ts';
import type { Recipe } from '#core/recipes/recipe.ts';
import type { Books, Queryable } from '../db/books.ts';
import { insertMeasure, insertPlace, insertVessel, measures, places, vessels } from '../equipment/queries.ts';
import { HttpProblem, problem } from '../http/problems.ts';
import { parseBody } from '../http/readRequest.ts';
import { insertPerson, noteEvent, people } from '../people/queries.ts';
import { insertProduct, products } from '../products/queries.ts';
import { addDraft, publish } from '../recipes/drafts.ts';
import { recipes } from '../recipes/queries.ts';
import { devices, insertDevice } from '../rigs/devices.ts';

type File = { [L in SetUpList]?: readonly unknown[] | undefined };
type By = { who: { personId: number }; now: Date; publish: string | null };

/**
 * Puts in what a file says and the shop does not have, by name, list by list. What is there is left as it is. An entry that
 * can't be added says why, and keeps none of the others out.
 */
export async function putIn(tx: Queryable, file: File, by: By): Promise<SetUpReport> {
  const names = await namesThere(tx);
  const lines: SetUpLine[] = [];
  for (const list of SET_UP_LISTS) {
    const inFile = new Set<string>();
    for (const [i, raw] of inOrder(list, file[list] ?? [])) {
      const name = nameOf(raw) ?? `#${i + 1}`;
      const line: SetUpLine = { list, name, outcome: 'new', refusals: [] };
      lines.push(line);
      try {
        const entry = parseBody(SET_UP_ENTRIES[list] as (typeof SET_UP_ENTRIES)['places'], raw);
        const key = keyOf(entry.name);
        if (inFile.has(key)) throw problem(422, 'name.taken', { by: 'another' }, { at: '/name' });
        inFile.add(key);
        if (names[list].has(key)) line.outcome = 'there';
        else names[list].set(key, await ADD[list](tx, entry as never, names, by, line));
      } catch (error) {
        if (!(error instanceof HttpProblem)) throw error;
        line.outcome = 'refused';
        line.refusals = refusalsIn(error);
      }
    }
  }
  return { lines };
}

/** Thrown to take back what was only tried. */
class TakenBack extends Error {}

/** What {@link putIn} would do, by doing it and taking it back. */
export async function tryOut(books: Books, file: File, by: By): Promise<SetUpReport> {
  let report: SetUpReport = { lines: [] };
  await books
    .transaction(async (tx) => {
      report = await putIn(tx, file, by);
      throw new TakenBack();
    })
    .catch((error: unknown) => {
      if (!(error instanceof TakenBack)) throw error;
    });
  return report;
}

type Names = Record<SetUpList, Map<string, number>>;

const keyOf = (name: string): string => name.trim().toLowerCase();
const nameOf = (raw: unknown): string | null => {
  const name = (raw as { name?: unknown } | null)?.name;
  return typeof name === 'string' && name.trim() !== '' ? name.trim().slice(0, 80) : null;
};

async function namesThere(tx: Queryable): Promise<Names> {
  const ids = (rows: readonly { id: number; name: string }[]) =>
    new Map(rows.map((r) => [keyOf(r.name), r.id]));
  const book = (await recipes(tx, {}, true)).flatMap(({ id, published, draft }) =>
    [published, draft].flatMap((v) => (v ? [{ id, name: v.name }] : [])),
  );
  return {
    places: ids(await places(tx)),
    devices: ids(await devices(tx)),
    measures: ids(await measures(tx)),
    vessels: ids(await vessels(tx)),
    products: ids(await products(tx)),
    recipes: ids(book),
    people: ids((await people(tx)).filter((p) => !p.retired)),
  };
}

/** A product comes after the one it replaces, where that is in the file as well. */
function inOrder(list: SetUpList, entries: readonly unknown[]): [number, unknown][] {
  const all = entries.map((raw, i): [number, unknown] => [i, raw]);
  if (list !== 'products') return all;
  const replacedBy = (raw: unknown) => {
    const of = (raw as { record?: { replaces?: { product?: unknown } | null } } | null)?.record?.replaces;
    return typeof of?.product === 'string' ? keyOf(of.product) : null;
  };
  const sorted: [number, unknown][] = [];
  let waiting = all;
  for (;;) {
    const later = new Set(waiting.map(([, raw]) => keyOf(nameOf(raw) ?? '')));
    const next = waiting.filter(([, raw]) => !later.has(replacedBy(raw) ?? ' '));
    // A ring of products that replace each other is refused one by one.
    if (next.length === 0) return [...sorted, ...waiting];
    sorted.push(...next);
    waiting = waiting.filter((entry) => !next.includes(entry));
  }
}

function refusalsIn({ refusal, extra }: HttpProblem): SetUpLine['refusals'] {
  const { code, facts, of } = refusal;
  if (!extra.errors) return [{ at: extra.at ?? '', code, facts, ...(of && { of }) }];
  return extra.errors.map((e) => ({ at: e.pointer, code: e.code ?? code, facts: e.facts ?? facts }));
}

/** The number behind a name; none is none. */
function idBehind(names: Names, list: SetUpList, name: string | null, at: string): number | null {
  if (name === null) return null;
  const id = names[list].get(keyOf(name));
  if (id === undefined) throw problem(422, 'setUp.notThere', { list, name }, { at });
  return id;
}

const needed = (names: Names, list: SetUpList, name: string, at: string): number =>
  idBehind(names, list, name, at) as number;

const ADD: {
  [L in SetUpList]: (
    tx: Queryable,
    entry: SetUpEntry<L>,
    names: Names,
    by: By,
    line: SetUpLine,
  ) => Promise<number>;
} = {
  places: insertPlace,
  devices: (tx, { place, ...body }, names) =>
    insertDevice(tx, { ...body, placeId: idBehind(names, 'places', place, '/place') }),
  measures: (tx, { product, ...body }, names) =>
    insertMeasure(tx, { ...body, productId: idBehind(names, 'products', product ?? null, '/product') }),
  vessels: (tx, { place, machine, dials, ...body }, names) =>
    insertVessel(tx, {
      ...body,
      placeId: idBehind(names, 'places', place, '/place'),
      machineId: idBehind(names, 'devices', machine, '/machine'),
      keeperId: null,
      dials: dials.map((name) => ({ id: null, name })),
    }),
  products: (tx, { record: { replaces, ...record }, ...body }, names) => {
    const replaced = replaces && {
      productId: needed(names, 'products', replaces.product, '/record/replaces/product'),
      k: replaces.k,
    };
    return insertProduct(tx, {
      ...body,
      record: { ...record, roomUl: record.roomUl ?? null, replaces: replaced ?? null },
    } as ProductBody);
  },
  recipes: async (
    tx,
    { product, vessel, dial, machine, ...content },
    names,
    { who, now, publish: why },
    line,
  ) => {
    const productId = needed(names, 'products', product, '/product');
    const vesselId = needed(names, 'vessels', vessel, '/vessel');
    const recipe = {
      ...content,
      productId,
      vesselId,
      dialId: await dialOf(tx, vesselId, dial),
      machineId: idBehind(names, 'devices', machine, '/machine'),
    } as Recipe;
    const draft = await addDraft(tx, recipe, who, now);
    if (why !== null) {
      try {
        await publish(tx, draft, '', who, why, now);
      } catch (error) {
        // It stays as a draft, and says what stands in the way.
        if (!(error instanceof HttpProblem)) throw error;
        line.refusals = refusalsIn(error);
      }
    }
    return draft.recipeId;
  },
  people: async (tx, body, _names, { who, now }) => {
    const { id } = await insertPerson(tx, { ...body, pinHash: '' });
    await noteEvent(tx, { personId: id, what: 'joined', detail: body.role, by: who.personId, now });
    return id;
  },
};

async function dialOf(tx: Queryable, vesselId: number, dial: string | null): Promise<number | null> {
  const [vessel] = await vessels(tx, { id: vesselId });
  return vessel?.dials.find((d) => dial !== null && keyOf(d.name) === keyOf(dial))?.id ?? null;
}
