import type { AnyObjectSchema, AnySchema, ArraySchema, Lazy, TupleSchema } from 'yup';

// The schemas of the contract as JSON Schema (draft 2020-12), for whoever writes a file by hand or by program. What a schema
// says beyond shape and range, such as that a fill limit is not over brimful, the program says when it reads the file.

type Json = Record<string, unknown>;
type Known = AnySchema | Lazy<unknown>;

const isLazy = (schema: Known): schema is Lazy<unknown> => schema.type === 'lazy';

/** @throws Error for a kind of schema nobody has turned over yet */
export function jsonSchemaOf(schema: Known): Json {
  if (isLazy(schema)) return ofLazy(schema);
  const { label, nullable } = schema.spec;
  const of: Json = { ...(label && label !== 'The request' && { title: label }), ...shapeOf(schema) };
  if (!nullable) return of;
  return { ...of, type: [of.type, 'null'], ...(Array.isArray(of.enum) && { enum: [...of.enum, null] }) };
}

function ofLazy(schema: Lazy<unknown>): Json {
  const { shapes, orNone } = (schema.meta() ?? {}) as {
    shapes?: Record<string, AnyObjectSchema>;
    orNone?: () => Known;
  };
  if (shapes) return { oneOf: Object.values(shapes).map(jsonSchemaOf) };
  if (orNone) return { anyOf: [jsonSchemaOf(orNone()), { type: 'null' }] };
  throw new Error('a lazy schema that does not say what it may be');
}

function shapeOf(schema: AnySchema): Json {
  const { oneOf, tests } = schema.describe() as {
    oneOf: unknown[];
    tests: { name?: string; params?: Record<string, unknown> }[];
  };
  const param = (name: string) => tests.find((t) => t.name === name)?.params?.[name];
  const given = (entries: Json) =>
    Object.fromEntries(Object.entries(entries).filter(([, value]) => value !== undefined));
  const isWhole = tests.some((t) => t.name === 'integer');
  switch (schema.type) {
    case 'string':
      return given({
        type: 'string',
        enum: oneOf.length > 0 ? oneOf : undefined,
        maxLength: oneOf.length > 0 ? undefined : param('max'),
        minLength: oneOf.length > 0 || !tests.some((t) => t.name === 'required') ? undefined : 1,
      });
    case 'number':
      return given({
        type: isWhole ? 'integer' : 'number',
        enum: oneOf.length > 0 ? oneOf : undefined,
        minimum: param('min'),
        maximum: param('max'),
      });
    case 'boolean':
      return { type: 'boolean' };
    case 'array': {
      const { innerType } = schema as ArraySchema<unknown[], unknown>;
      const of = innerType as Known | undefined;
      return given({
        type: 'array',
        items: of && jsonSchemaOf(of),
        minItems: param('min'),
        maxItems: param('max'),
      });
    }
    case 'tuple': {
      const { types } = (schema as TupleSchema<[unknown]>).spec as unknown as { types: Known[] };
      return {
        type: 'array',
        prefixItems: types.map(jsonSchemaOf),
        minItems: types.length,
        maxItems: types.length,
      };
    }
    case 'object': {
      const fields = Object.entries((schema as AnyObjectSchema).fields) as unknown as [string, Known][];
      return {
        type: 'object',
        properties: Object.fromEntries(fields.map(([name, field]) => [name, jsonSchemaOf(field)])),
        required: fields.filter(([, field]) => !isLazy(field) && !field.spec.optional).map(([name]) => name),
        additionalProperties: false,
      };
    }
    default:
      throw new Error(`no JSON Schema for ${schema.type}`);
  }
}
