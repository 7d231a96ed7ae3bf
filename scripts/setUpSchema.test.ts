import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { SCHEMA_FILE, setUpSchema } from './setUpSchema.ts';

type Node = {
  properties?: Record<string, Node>;
  required?: string[];
  items?: Node;
  enum?: unknown[];
  type?: unknown;
};

describe('the schema of a set-up file', () => {
  it('in docs is the one the program reads by; `npm run schema` writes it anew', () => {
    expect(readFileSync(SCHEMA_FILE, 'utf8')).toBe(setUpSchema());
  });

  it('names every field with what it may be', () => {
    const { properties = {} } = JSON.parse(setUpSchema()) as Node;
    const vessel = properties.vessels?.items;
    expect(vessel?.properties?.kind).toMatchObject({
      type: 'string',
      enum: expect.arrayContaining(['bucket']),
    });
    expect(vessel?.properties?.place).toMatchObject({ type: ['string', 'null'], maxLength: 40 });
    expect(vessel?.required).toEqual(expect.arrayContaining(['name', 'kind', 'brimfulUl', 'dials']));
    expect(properties.people?.items?.properties).not.toHaveProperty('pin');
    expect(properties.recipes?.items?.properties).not.toHaveProperty('productId');
  });
});
