import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defaultClientConditions, defineConfig } from 'vite';

export default defineConfig({
  plugins: [react(), tailwindcss()],
  resolve: { conditions: ['@tare/source', ...defaultClientConditions] },
  worker: { format: 'es' },
  build: { target: 'es2022' },
  server: { host: '127.0.0.1', proxy: { '/api': `http://127.0.0.1:${process.env['TARE_PORT'] ?? 4180}` } },
});
