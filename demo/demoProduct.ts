import type { ProductBody } from '#contract/products.ts';
import type { Family } from '#core/products/family.ts';
import type { ProductRecord, Surface } from '#core/products/record.ts';
import type { UseKind } from '#core/products/uses.ts';
import type { Trait } from '#core/safety/traits.ts';

/** A product as told in short: what its family usually is, and what is different or found out about this one. */
export type DemoProduct = Pick<ProductBody, 'name' | 'state' | 'caution'> &
  Partial<Pick<ProductBody, 'gPerMl' | 'capUl' | 'shakeFirst'>> & {
    family: Family;
    /** The traits it has; of all others it is known that it has not. */
    has?: Trait[];
    /** Where its label strengths hold; in the bottle unless given. */
    basis?: 'bottle' | 'bucket';
    /** Label strengths as printed; of the family's own kind of use unless given. */
    label: [whatFor: string, printed: string, use?: UseKind][];
    record?: Partial<Omit<ProductRecord, 'replaces' | 'surfaces' | 'family'>>;
    /** What it is good for, and what it must not touch; the rest nobody has looked up. */
    good?: Surface[];
    bad?: Surface[];
    /** One part of it does the work of so many parts of another. */
    replaces?: { name: string; k: number };
  };
