import * as yup from 'yup';
import type { Refusal } from '#core/outcome.ts';
import { measureBody, placeBody, vesselBody } from './equipment.ts';
import { exactly, finite, line, oneOf, yes } from './fields.ts';
import { personBody } from './people.ts';
import { productBody, productRecord, replacedProduct, roomUl } from './products.ts';
import { recipeBody } from './recipes.ts';
import { deviceBody } from './rigs.ts';

// What a shop is set up with, as one file: its places, machines, measures, vessels, products, recipes and people. Whatever
// belongs together is told by name, so that a file says the same in every shop.

export const SET_UP_FORMAT = 'kettle-mix-set-up';
export const SET_UP_VERSION = 1;

const byName = (label: string, most: number) => line(label, most).nullable();
const place = byName('Where it is', 40);

const measureInFile = measureBody
  .omit(['productId'])
  // A file from before it was asked for says nothing of it.
  .concat(exactly({ product: byName('Sits on', 60).optional() }));

const vesselInFile = vesselBody.omit(['placeId', 'keeperId', 'machineId', 'dials']).concat(
  exactly({
    place,
    machine: byName('Used on', 60),
    dials: yup
      .array(line('Dial position', 30))
      .label('Dial positions')
      .required()
      .max(12)
      .test(
        'once',
        'Dial positions has the same name twice.',
        (names) => new Set(names?.map((n) => n?.trim().toLowerCase())).size === (names?.length ?? 0),
      )
      .meta({ remedy: 'Name up to 12 positions, each once, from closed to open.' }),
  }),
);

const productInFile = productBody.omit(['record']).concat(
  exactly({
    record: productRecord
      .omit(['replaces', 'roomUl'])
      .concat(
        exactly({
          // A file from before it was asked for says nothing of it.
          roomUl: roomUl().optional(),
          replaces: replacedProduct
            .omit(['productId'])
            .concat(exactly({ product: line('Replaces', 60) }))
            .label('Replaces')
            .nullable()
            .default(undefined),
        }),
      )
      .label('Record'),
  }),
);

const recipeInFile = recipeBody.omit(['productId', 'vesselId', 'dialId', 'machineId']).concat(
  exactly({
    product: line('Product', 60),
    vessel: line('Vessel', 60),
    dial: byName('Dial position', 30),
    machine: byName('Machine', 60),
  }),
);

/** What one entry of each list says, in the order in which the lists are added. */
export const SET_UP_ENTRIES = {
  places: placeBody,
  devices: deviceBody.omit(['placeId']).concat(exactly({ place })),
  products: productInFile,
  measures: measureInFile,
  vessels: vesselInFile,
  recipes: recipeInFile,
  /** A PIN is in no file: a manager gives each theirs. */
  people: personBody.omit(['pin']),
} as const;
export type SetUpList = keyof typeof SET_UP_ENTRIES;
export const SET_UP_LISTS = Object.keys(SET_UP_ENTRIES) as SetUpList[];
export type SetUpEntry<L extends SetUpList> = yup.InferType<(typeof SET_UP_ENTRIES)[L]>;

export type SetUpFile = { format: typeof SET_UP_FORMAT; version: typeof SET_UP_VERSION } & {
  [L in SetUpList]?: SetUpEntry<L>[];
};

/** As many of each as a file may hold. */
export const SET_UP_MOST = 500;

const entries = (label: string) =>
  yup
    .array(yup.mixed<object>().label(label).defined())
    .label(label)
    .optional()
    .max(SET_UP_MOST)
    .meta({ remedy: 'Put at most {0} into one file.', filled: [SET_UP_MOST] });

/** The frame of a file; each entry is held against its own schema, so that one that is wrong does not keep out the rest. */
const frame = exactly({
  format: oneOf('Format', [SET_UP_FORMAT]),
  version: finite('Version', SET_UP_VERSION, SET_UP_VERSION),
  places: entries('Places'),
  devices: entries('Machines'),
  measures: entries('Measures'),
  vessels: entries('Vessels'),
  products: entries('Products'),
  recipes: entries('Recipes'),
  people: entries('People'),
}).label('Set-up file');

/** A file to be looked at, or to be put in: what is there already by its name is left as it is. */
export const setUpBody = exactly({
  file: frame,
  /** Why its recipes are published at once; null: they wait as drafts. */
  publish: line('Why', 200).nullable(),
  /** Only looked at: what would be added is said, and nothing is. */
  preview: yes('Preview'),
});

/** What came of one entry of a file. */
export type SetUpLine = {
  list: SetUpList;
  name: string;
  outcome: 'new' | 'there' | 'refused';
  /** Why not, each at its place within the entry, as a JSON pointer. */
  refusals: ({ at: string } & Pick<Refusal, 'code' | 'facts' | 'of'>)[];
};
export type SetUpReport = { lines: SetUpLine[] };
