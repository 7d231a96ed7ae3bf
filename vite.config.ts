import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

const api = process.env.KETTLE_API ?? 'http://127.0.0.1:4600';

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
        // A slow line pays for every request: what most pages share comes in a few pieces, not in forty.
        codeSplitting: {
          groups: [
            {
              name: 'libs',
              test: /node_modules[\\/](react|react-dom|scheduler|react-router|zustand|@tanstack[\\/](react-query|query-core))[\\/]/,
              minShareCount: 2,
            },
            { name: 'shared', test: /[\\/](core|contract|web)[\\/]/, minShareCount: 12 },
          ],
        },
      },
    },
  },
  server: { port: 4601, strictPort: true, proxy: { '/api': { target: api, changeOrigin: false } } },
});
