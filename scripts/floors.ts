// Checks that no floor uses a floor above it. A check that sees nothing would pass on everything, so it first proves
// that it saw every file, and that a violation planted for it is reported.
import { mkdirSync, rmSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { join } from 'node:path';
import { cruise, type ICruiseOptions, type ICruiseResult } from 'dependency-cruiser';
import { FLOORS, ROOT, sourceFiles } from './sources.ts';

process.chdir(ROOT);
const rules = createRequire(import.meta.url)('../.dependency-cruiser.cjs');
const options: ICruiseOptions = { ...rules.options, validate: true, ruleSet: { forbidden: rules.forbidden } };

async function look(folders: string[]): Promise<ICruiseResult> {
  const { output } = await cruise(folders, options, rules.options.enhancedResolveOptions);
  return output as ICruiseResult;
}

const faults: string[] = [];

const { modules, summary } = await look(FLOORS);
const seen = new Set(modules.map((m) => m.source));
for (const file of FLOORS.flatMap((folder) => sourceFiles(folder))) {
  if (!seen.has(file)) faults.push(`${file} was not seen`);
}
for (const { from, to, rule } of summary.violations) faults.push(`${rule.name}: ${from} uses ${to}`);

const PLANTS: [room: string, imports: string[]][] = [
  ['core', ['../../server/http/readRequest.ts', 'node:fs']],
  ['web/lib', ['../../ui/Button.tsx', '../../state/queries.ts']],
  ['web/bench/mix', ['../../pour/usePour.ts', '../../../ui/Button.tsx']],
  ['server/ledger/reading', ['../../booking/book.ts']],
  ['web/ui', ['../../shell/App.tsx', '../../bench/Bench.tsx']],
];
for (const [room, imports] of PLANTS) {
  const planted = join(room, 'planted');
  mkdirSync(planted);
  try {
    writeFileSync(join(planted, 'violation.ts'), imports.map((from) => `import '${from}';\n`).join(''));
    const { summary: found } = await look([planted]);
    if (found.violations.filter((v) => v.from.startsWith(planted)).length < imports.length)
      faults.push(`a violation planted in ${room} was not reported`);
  } finally {
    rmSync(planted, { recursive: true });
  }
}

if (faults.length > 0) {
  console.error(faults.join('\n'));
  process.exit(1);
}
console.log(`floors: ${seen.size} modules, ${summary.totalDependenciesCruised} imports, none upward`);
