import { describe, expect, it } from 'vitest';
import { csvLines, csvOf } from './csv.ts';

describe('a file of comma-separated values', () => {
  it('begins with the mark of UTF-8 and ends each line with CRLF; numbers and nothing stay as they are', () => {
    expect(
      csvOf(
        ['Name', 'ml'],
        [
          ['Foam', -12.5],
          [null, 0],
        ],
      ),
    ).toBe('\uFEFFName,ml\r\nFoam,-12.5\r\n,0\r\n');
    expect(csvLines([])).toBe('');
  });

  it('quotes commas, quotes and lines, and runs nothing in a spreadsheet', () => {
    expect(csvLines([['a,b', 'say "when"', 'two\r\nlines']])).toBe('"a,b","say ""when""","two\r\nlines"\r\n');
    for (const formula of ['=1+1', '+1', '-1', '@SUM(A1)', '\t=1'])
      expect(csvLines([[formula]])).toMatch(/^"?'/);
  });
});
