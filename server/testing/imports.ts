import type { CsvImport } from '#contract/imports.ts';
import type { Caller } from './demoShop.ts';

/** Sends a file of comma-separated values, as somebody. */
export const sendCsv = (as: Caller, kind: string, text: string) =>
  as('post', `/api/imports/${kind}`, text, {
    headers: { 'Content-Type': 'text/csv', 'X-File-Name': 'stock.csv' },
  });

/** A file once it has come to one of some states. */
export async function importIn(as: Caller, id: number, ...states: string[]): Promise<CsvImport> {
  for (let i = 0; i < 400; i++) {
    const found = (await as('get', `/api/imports/${id}`)).body as CsvImport;
    if (states.includes(found.state)) return found;
    await new Promise((r) => setTimeout(r, 25));
  }
  throw new Error(`never came to ${states}`);
}
