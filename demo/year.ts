import type { ContainerKind } from '#core/mixing/outlines.ts';

// What a year at Limepit Lane runs through, before the weeks that are told fill by fill. All of it made up.

/** How much of something is poured in each month of the year, January first: 1 is an even year. */
export type Season = readonly number[];
const EVEN: Season = [0.7, 0.8, 1, 1.1, 1.2, 1.2, 1.2, 1.1, 1, 1, 0.9, 0.8];
/** Road salt and dirt: much of it from November to March. */
const SALT: Season = [1.5, 1.5, 1.4, 1, 0.8, 0.7, 0.6, 0.6, 0.8, 1, 1.3, 1.4];
/** Insects: from May to September, hardly any else. */
const INSECTS: Season = [0.1, 0.1, 0.3, 0.9, 1.8, 2.2, 2.4, 2.1, 1.3, 0.5, 0.2, 0.1];

export type YearProduct = {
  product: string;
  kind: ContainerKind;
  /** Litres a container holds, pounds it costs, and how many went through. */
  litres: number;
  price: number;
  containers: number;
  place: string;
  season: Season;
  /** A usual pour in ml, and who pours it: the more often a name stands there, the more. */
  pourMl: number;
  who: string[];
  lot: string;
};

export const yearProducts: YearProduct[] = [
  {
    product: 'Lime Kiln Foam',
    kind: 'pail',
    litres: 20,
    price: 94,
    containers: 3,
    place: 'Bench',
    season: EVEN,
    pourMl: 96,
    who: ['Bram Addy', 'Bram Addy', 'Noor Pell', 'Ines Corby'],
    lot: 'LK-20',
  },
  {
    product: 'Orchard Pre-wash',
    kind: 'jug',
    litres: 5,
    price: 30.5,
    containers: 4,
    place: 'Bench',
    season: SALT,
    pourMl: 48,
    who: ['Noor Pell', 'Odo Marsh', 'Bram Addy'],
    lot: 'OP-10',
  },
  {
    product: 'Millpond Shampoo',
    kind: 'jug',
    litres: 5,
    price: 27,
    containers: 3,
    place: 'Bench',
    season: EVEN,
    pourMl: 36,
    who: ['Ines Corby', 'Ines Corby', 'Bram Addy'],
    lot: 'MP-6',
  },
  {
    product: 'Siding All-purpose',
    kind: 'jug',
    litres: 5,
    price: 21.5,
    containers: 3,
    place: 'Bench',
    season: EVEN,
    pourMl: 45,
    who: ['Ines Corby', 'Noor Pell', 'Wilf Tarrant'],
    lot: 'SA-3',
  },
  {
    product: 'Dewpond Rinseless',
    kind: 'jug',
    litres: 5,
    price: 72,
    containers: 3,
    place: 'Van',
    season: EVEN,
    pourMl: 62,
    who: ['Wilf Tarrant', 'Wilf Tarrant', 'Wilf Tarrant', 'Noor Pell'],
    lot: 'DR-5',
  },
  {
    product: 'Windfall Insect Soak',
    kind: 'jug',
    litres: 5,
    price: 25,
    containers: 2,
    place: 'Bench',
    season: INSECTS,
    pourMl: 70,
    who: ['Bram Addy', 'Ines Corby'],
    lot: 'WI-7',
  },
  {
    product: 'Sleeper Wheel Gel',
    kind: 'jug',
    litres: 5,
    price: 39,
    containers: 2,
    place: 'Bay 3',
    season: SALT,
    pourMl: 55,
    who: ['Bram Addy', 'Noor Pell'],
    lot: 'SW-4',
  },
  {
    product: 'Branch Line Iron Remover',
    kind: 'jug',
    litres: 5,
    price: 50,
    containers: 1,
    place: 'Bay 3',
    season: SALT,
    pourMl: 80,
    who: ['Noor Pell', 'Odo Marsh'],
    lot: 'BL-1',
  },
  {
    product: 'Signal Glass',
    kind: 'bottle',
    litres: 1,
    price: 8.2,
    containers: 4,
    place: 'Van',
    season: EVEN,
    pourMl: 25,
    who: ['Wilf Tarrant', 'Ines Corby'],
    lot: 'SG-1',
  },
];

/** The pump head on the van's jug gives so much for each stroke that is booked at its nominal dose, whoever works it. */
export const PUMP_HEAD = {
  product: 'Dewpond Rinseless',
  name: 'Pump head, 30 ml',
  measure: { name: 'Pump head, 30 ml', kind: 'pump', capacityUl: 30_000, stepUl: 30_000 },
  often: 0.7,
  gives: 1.28,
} as const;

/** What left one container and was never booked: its second. */
export const LOST_LITRE = { product: 'Siding All-purpose', container: 1, ul: 1_000_000 };

/** Everything that stands anywhere is counted so often, in days. */
export const COUNT_EVERY_DAYS = 28;
