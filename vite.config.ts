import { fileURLToPath } from 'node:url';
import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

const api = process.env.KETTLE_API ?? 'http://127.0.0.1:4600';

const ENTRY = fileURLToPath(new URL('web/main.tsx', import.meta.url));
const FORMS = /node_modules[\\/](react-hook-form|yup)[\\/]/;
/** Part of a package the first page has, by its index, and used by pages alone. */
const LATER = /node_modules[\\/]@tanstack[\\/].*(use(Suspense)?Queries|queriesObserver)\.js$/;

type Modules = { getModuleInfo: (id: string) => { importedIds: readonly string[] } | null };
const known = new Map<string, Set<string>>();

/** A module and all it can't do without, directly or not. */
function reached(id: string, modules: Modules): Set<string> {
  const before = known.get(id);
  if (before) return before;
  const all = new Set([id]);
  for (const one of all) for (const other of modules.getModuleInfo(one)?.importedIds ?? []) all.add(other);
  known.set(id, all);
  return all;
}

export default defineConfig({
  root: 'web',
  plugins: [react(), tailwindcss()],
  build: {
    outDir: '../dist/web',
    emptyOutDir: true,
    target: 'es2022',
    manifest: true,
    rolldownOptions: {
      output: {
        // A slow line pays for every request, and before anything is seen for every byte: what the first page needs comes in
        // two pieces, and what many of the others share in three more.
        codeSplitting: {
          includeDependenciesRecursively: false,
          groups: [
            {
              debugName: 'the first page',
              name: (id, context) => {
                if (LATER.test(id) || !reached(ENTRY, context).has(id)) return null;
                return id.includes('node_modules') ? 'libs' : 'start';
              },
            },
            {
              debugName: 'what pages share',
              name: (id, context) => {
                if (!LATER.test(id) && reached(ENTRY, context).has(id)) return null;
                if ([...reached(id, context)].some((other) => FORMS.test(other))) return 'forms';
                return id.includes('node_modules') ? 'fields' : 'mixing';
              },
              minShareCount: 4,
            },
          ],
        },
      },
    },
  },
  server: { port: 4601, strictPort: true, proxy: { '/api': { target: api, changeOrigin: false } } },
});
