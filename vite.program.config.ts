import { basename } from 'node:path';
import { defineConfig } from 'vite';

// The program that serves the shop, as JavaScript in few pieces: it starts in half the time it takes as it is written. Every
// module that is started by itself, a worker's too, keeps its name.
const STARTED = [
  'server/main.ts',
  'server/restore.ts',
  'server/openShop.ts',
  'server/backups/readThrough.worker.ts',
  'server/backups/shopFile.worker.ts',
  'server/imports/rows.worker.ts',
  'server/variance/whereItWent.worker.ts',
  'server/forecast/runOut.worker.ts',
  'server/forecast/needs.worker.ts',
  'server/documents/office.worker.ts',
  'server/watchdog.worker.ts',
];

export default defineConfig({
  ssr: {
    noExternal: true,
    // With binaries, or files of their own beside them.
    external: [
      '@electric-sql/pglite',
      '@node-rs/argon2',
      '@napi-rs/canvas',
      'pdfjs-dist',
      'pdfmake',
      'wawoff2',
    ],
  },
  build: {
    ssr: true,
    outDir: 'dist/program',
    emptyOutDir: true,
    target: 'node20',
    minify: false,
    sourcemap: true,
    copyPublicDir: false,
    rolldownOptions: {
      input: Object.fromEntries(STARTED.map((path) => [basename(path, '.ts'), path])),
      output: { entryFileNames: '[name].js', chunkFileNames: 'parts/[name]-[hash].js' },
    },
  },
});
