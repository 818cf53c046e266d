import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { VitePWA } from 'vite-plugin-pwa';
import { defaultClientConditions, defineConfig } from 'vite';

export default defineConfig({
  plugins: [
    react(),
    tailwindcss(),
    VitePWA({
      // A page that is open stays the one it was until somebody loads it anew.
      registerType: 'prompt',
      injectRegister: false,
      manifest: {
        name: 'Tare',
        short_name: 'Tare',
        description: 'Weighing, matching, bob weights, spins and corrections of an engine balancing shop.',
        theme_color: '#3f4f47',
        background_color: '#f2f3ee',
        display: 'standalone',
        icons: [{ src: '/mark.svg', sizes: 'any', type: 'image/svg+xml' }],
      },
      workbox: {
        // The page and all it needs, so that it loads with the server away. What the server says is kept by the page itself.
        globPatterns: ['**/*.{js,css,html,svg,woff2,wasm}'],
        maximumFileSizeToCacheInBytes: 6 * 2 ** 20,
        navigateFallbackDenylist: [/^\/(api|health|trust)(\/|$)/],
      },
    }),
  ],
  resolve: { conditions: ['@tare/source', ...defaultClientConditions] },
  worker: { format: 'es' },
  build: { target: 'es2022' },
  server: { host: '127.0.0.1', proxy: { '/api': `http://127.0.0.1:${process.env['TARE_PORT'] ?? 4180}` } },
});
