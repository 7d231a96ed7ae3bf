import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { FLOORS, ROOT, sourceFiles } from './sources.ts';

/** How much of the code is tests, by lines that are not blank; the demo's data is not counted. */
export function shareOfTests(): string {
  let all = 0;
  let tests = 0;
  for (const folder of FLOORS.filter((f) => f !== 'demo')) {
    for (const file of sourceFiles(folder, /\.(ts|tsx|mjs|sql|css)$/)) {
      const lines = readFileSync(join(ROOT, file), 'utf8')
        .split('\n')
        .filter((line) => line.trim() !== '').length;
      all += lines;
      if (/\.(test|spec)\.tsx?$/.test(file) || file.startsWith('e2e/')) tests += lines;
    }
  }
  return `Tests are ${tests} of ${all} lines of code, ${((100 * tests) / all).toFixed(0)} %.`;
}
