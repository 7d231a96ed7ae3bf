import { readdirSync, readFileSync } from 'node:fs';
import ts from 'typescript';
import { describe, expect, it } from 'vitest';
import { en } from './en.ts';
import { es } from './es.ts';

const files = (folder: string): string[] =>
  readdirSync(folder, { recursive: true, encoding: 'utf8' })
    .filter((file) => /\.tsx?$/.test(file) && !/\.test\.|words\//.test(file))
    .map((file) => `${folder}/${file}`);

/** What is said in the source: each first argument of `t` and `say`, of both branches where it is chosen. */
function textsIn(file: string): string[] {
  const found: string[] = [];
  const kind = file.endsWith('x') ? ts.ScriptKind.TSX : ts.ScriptKind.TS;
  const source = ts.createSourceFile(file, readFileSync(file, 'utf8'), ts.ScriptTarget.Latest, false, kind);
  const take = (said: ts.Expression | undefined): void => {
    if (!said) return;
    if (ts.isStringLiteralLike(said)) found.push(said.text);
    if (ts.isConditionalExpression(said)) [said.whenTrue, said.whenFalse].forEach(take);
  };
  const look = (node: ts.Node): void => {
    if (ts.isCallExpression(node) && ts.isIdentifier(node.expression))
      if (/^(t|say|toSay)$/.test(node.expression.text)) take(node.arguments[0]);
    ts.forEachChild(node, look);
  };
  look(source);
  return found;
}

/** Each call of a parser, as it is written. */
function parsesIn(file: string): string[] {
  const found: string[] = [];
  const source = ts.createSourceFile(file, readFileSync(file, 'utf8'), ts.ScriptTarget.Latest, true);
  const look = (node: ts.Node): void => {
    if (
      ts.isCallExpression(node) &&
      /^parse(Strength|LabelStrength|Volume|Hardness)$/.test(node.expression.getText())
    )
      found.push(`${file}: ${node.getText()}`);
    ts.forEachChild(node, look);
  };
  look(source);
  return found;
}

/** What a schema says of its fields: what they are called, what is wrong and what would work. */
function schemaTextsIn(file: string): string[] {
  const found: string[] = [];
  const source = ts.createSourceFile(file, readFileSync(file, 'utf8'), ts.ScriptTarget.Latest, true);
  const look = (node: ts.Node): void => {
    const text = ts.isStringLiteralLike(node) && !ts.isImportDeclaration(node.parent) ? node.text : '';
    if (/^(\{0\}|[A-Z][a-z]|A [a-z]|PIN |[A-Z]{2,3}$|pH)/.test(text) && !text.includes('${'))
      found.push(text);
    ts.forEachChild(node, look);
  };
  look(source);
  return found;
}

/** What things are called: the values of every table of names. */
async function namesIn(file: string): Promise<string[]> {
  if (!/export const \w+_(NAMES|SIGNS)\b/.test(readFileSync(file, 'utf8'))) return [];
  const module = (await import(/* @vite-ignore */ `../../${file}`)) as Record<string, unknown>;
  return Object.entries(module)
    .filter(([name]) => /_(NAMES|SIGNS)$/.test(name) && !/^(UNIT|LANGUAGE)_/.test(name))
    .flatMap(([, table]) => Object.values(table as object))
    .filter((value): value is string => typeof value === 'string');
}

/** Kinds that are shown as they are kept. */
const KEPT = [
  ...['technician', 'lead', 'manager', 'bottle', 'jug', 'pail', 'drum', 'tank'],
  ...['store', 'bench', 'bay', 'van', 'wash', 'rinse'],
];

const said = new Set([...files('web'), ...files('core'), ...files('contract')].flatMap(textsIn));
const names = (await Promise.all([...files('core'), ...files('contract')].map(namesIn))).flat();
const ofSchemas = files('contract')
  .filter((file) => !/refusals|languages/.test(file))
  .flatMap(schemaTextsIn);
const all = new Set([...said, ...names, ...KEPT, ...ofSchemas]);

describe('the screens in Spanish', () => {
  it('are there for every text and every name', () => {
    expect([...all].filter((text) => !(text in es.screens))).toEqual([]);
    expect(said.size).toBeGreaterThan(1_800);
  });

  it('name every field a parser may refuse, which has an English name otherwise', () => {
    const parses = files('web')
      .filter((file) => !file.includes('madeUp'))
      .flatMap(parsesIn);
    expect(parses.filter((call) => !/\bfield\b|\bt\(/.test(call))).toEqual([]);
    expect(parses.length).toBeGreaterThan(25);
  });

  it('hold nothing that is said nowhere', () => {
    const source = [...files('web'), ...files('core'), ...files('server')]
      .map((f) => readFileSync(f, 'utf8'))
      .join('\n');
    const literal = (text: string) =>
      [`'${text}'`, `"${text}"`, `\`${text}\``, `'${text.replaceAll("'", "\\'")}'`].some((q) =>
        source.includes(q),
      );
    expect(Object.keys(es.screens).filter((text) => !all.has(text) && !literal(text))).toEqual([]);
  });

  it('fill in what the English does, each once', () => {
    const places = (text: string) => [...text.matchAll(/\{\d\}/g)].map(([place]) => place).sort();
    const off = Object.entries(es.screens).filter(
      ([text, words]) => `${places(text)}` !== `${places(words)}`,
    );
    expect(off).toEqual([]);
  });

  it('say no refusal as the English does, but for what is empty', () => {
    const codes = Object.keys(en.refusals) as (keyof typeof en.refusals)[];
    expect(Object.keys(es.refusals).sort()).toEqual([...codes].sort());
    // What is said of a file or a body comes with it.
    const own = new Set(['field.refused', 'body.refused']);
    const facts = { field: 'X', typed: '1', mm: 1, fromMm: 1, toMm: 2, like: 'number', mostS: 60, meant: [] };
    const same = codes.filter((code) => {
      if (own.has(code)) return false;
      try {
        const words = (of: typeof en) =>
          (of.refusals[code] as (f: unknown, u: string) => unknown)(facts, 'metric');
        const said = JSON.stringify(words(en));
        return said !== undefined && said === JSON.stringify(words(es));
      } catch {
        // It needs more than these facts.
        return false;
      }
    });
    expect(same).toEqual([]);
  });
});
