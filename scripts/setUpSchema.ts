// Writes docs/set-up-file.schema.json: what a set-up file may say, by the schemas the program itself reads it with.
import { writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import {
  SET_UP_ENTRIES,
  SET_UP_FORMAT,
  SET_UP_LISTS,
  SET_UP_MOST,
  SET_UP_VERSION,
} from '#contract/setUpFile.ts';
import { jsonSchemaOf } from './jsonSchema.ts';

export const SCHEMA_FILE = fileURLToPath(new URL('../docs/set-up-file.schema.json', import.meta.url));

/** What a set-up file may say, as text. */
export function setUpSchema(): string {
  const lists = SET_UP_LISTS.map((list) => [
    list,
    { type: 'array', maxItems: SET_UP_MOST, items: jsonSchemaOf(SET_UP_ENTRIES[list]) },
  ]);
  const schema = {
    $schema: 'https://json-schema.org/draft/2020-12/schema',
    title: 'Kettle Mix set-up file',
    type: 'object',
    properties: {
      format: { const: SET_UP_FORMAT },
      version: { const: SET_UP_VERSION },
      ...Object.fromEntries(lists),
    },
    required: ['format', 'version'],
    additionalProperties: false,
  };
  return `${JSON.stringify(schema, null, 1)}\n`;
}

if (process.argv[1] === fileURLToPath(import.meta.url)) writeFileSync(SCHEMA_FILE, setUpSchema());
