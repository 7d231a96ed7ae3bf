import type { Product } from '#contract/products.ts';
import type { RecipeVersion } from '#contract/recipes.ts';
import { contentOf } from '#contract/recipes.ts';
import {
  SET_UP_ENTRIES,
  SET_UP_FORMAT,
  SET_UP_VERSION,
  type SetUpEntry,
  type SetUpFile,
} from '#contract/setUpFile.ts';
import type { Queryable } from '../db/books.ts';
import { measures, places, vessels } from '../equipment/queries.ts';
import { people } from '../people/queries.ts';
import { products } from '../products/queries.ts';
import { recipes } from '../recipes/queries.ts';
import { devices } from '../rigs/devices.ts';

type Entries = typeof SET_UP_ENTRIES;

/** The fields a list's entries have, and no others, of something that has more. */
const only = <L extends keyof Entries>(list: L, of: object): SetUpEntry<L> => {
  const kept = Object.keys(SET_UP_ENTRIES[list].fields);
  return Object.fromEntries(Object.entries(of).filter(([key]) => kept.includes(key))) as SetUpEntry<L>;
};

/** All a shop is set up with, each by its name: what is in use, and of recipes what is published, or else the draft. */
export async function setUpOf(db: Queryable): Promise<SetUpFile> {
  const [allPlaces, machines, jugs, bottles, ware, book, crew] = [
    await places(db),
    await devices(db),
    await measures(db),
    await vessels(db),
    await products(db),
    await recipes(db, {}, true),
    await people(db),
  ];
  const named = (rows: readonly { id: number; name: string }[], id: number | null) =>
    rows.find((r) => r.id === id)?.name ?? null;
  return {
    format: SET_UP_FORMAT,
    version: SET_UP_VERSION,
    places: allPlaces.map((p) => only('places', p)),
    devices: machines.map((d) => only('devices', { ...d, place: named(allPlaces, d.placeId) })),
    measures: jugs.map((m) => only('measures', { ...m, product: named(ware, m.productId) })),
    vessels: bottles.map((v) =>
      only('vessels', {
        ...v,
        place: named(allPlaces, v.placeId),
        machine: named(machines, v.machineId),
        dials: v.dials.map(({ name }) => name),
      }),
    ),
    products: ware.map((p) => productIn(p, ware)),
    recipes: book.flatMap(({ published, draft }) => {
      const version = published ?? draft;
      const vessel = bottles.find((v) => v.id === version?.vesselId);
      const product = named(ware, version?.productId ?? null);
      if (!version || !vessel || product === null) return [];
      return [
        only('recipes', {
          ...contentOf(version as RecipeVersion),
          product,
          vessel: vessel.name,
          dial: named(vessel.dials, version.dialId),
          machine: named(machines, version.machineId),
        }),
      ];
    }),
    people: crew.filter((p) => !p.retired).map((p) => only('people', p)),
  };
}

function productIn(product: Product, all: readonly Product[]): SetUpEntry<'products'> {
  const { replaces } = product.record;
  const replaced = all.find((p) => p.id === replaces?.productId);
  return only('products', {
    ...product,
    record: {
      ...product.record,
      replaces: replaces && replaced ? { product: replaced.name, k: replaces.k } : null,
    },
    labelEntries: product.labelEntries.map(({ id, fraction, upToFraction, ...entry }) => entry),
  });
}
