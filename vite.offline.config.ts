import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { defineConfig } from 'vite';

// What stands between the pages and the shop's machine, in one file beside them, with the list of the files it keeps.
const OUT = 'dist/web';

/** The files of the interface, each with what tells one build of it from the next; those in `assets` have that in their name. */
function built(): { url: string; revision: string | null }[] {
  if (!existsSync(OUT)) return [];
  return readdirSync(OUT, { recursive: true, withFileTypes: true })
    .filter(
      (entry) => entry.isFile() && /\.(js|css|html|svg|woff2)$/.test(entry.name) && entry.name !== 'sw.js',
    )
    .map((entry) => join(entry.parentPath, entry.name))
    .sort()
    .map((file) => ({
      url: file.slice(OUT.length),
      revision: file.startsWith(`${OUT}/assets/`)
        ? null
        : createHash('sha256').update(readFileSync(file)).digest('hex'),
    }));
}

export default defineConfig({
  define: { PRECACHED: JSON.stringify(built()), 'process.env.NODE_ENV': '"production"' },
  build: {
    outDir: OUT,
    emptyOutDir: false,
    copyPublicDir: false,
    target: 'es2022',
    lib: {
      entry: 'web/offline/serviceWorker.ts',
      formats: ['iife'],
      name: 'offline',
      fileName: () => 'sw.js',
    },
  },
});
