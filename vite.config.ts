import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

const api = process.env.KETTLE_API ?? 'http://127.0.0.1:4600';

export default defineConfig({
  root: 'web',
  plugins: [react(), tailwindcss()],
  build: { outDir: '../dist/web', emptyOutDir: true, target: 'es2022', manifest: true },
  server: { port: 4601, strictPort: true, proxy: { '/api': { target: api, changeOrigin: false } } },
});
