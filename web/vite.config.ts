import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';
import { VitePWA } from 'vite-plugin-pwa';

export default defineConfig({
  plugins: [
    react(),
    tailwindcss(),
    VitePWA({
      registerType: 'autoUpdate',
      injectRegister: null,
      manifest: {
        name: 'Canter Book',
        short_name: 'Canter Book',
        description: 'Plan, teach and record progressive flatwork lessons.',
        theme_color: '#8A4B2A',
        background_color: '#FBF7EE',
        display: 'standalone',
        start_url: '/',
        icons: [{ src: '/icon.svg', sizes: 'any', type: 'image/svg+xml' }],
      },
      workbox: {
        globPatterns: ['**/*.{js,css,html,svg,woff,woff2,wasm}'],
        globIgnores: [
          '**/*-{cyrillic,greek,vietnamese}*.woff2',
          '**/*cyrillic*',
          '**/*greek*',
          '**/*vietnamese*',
        ],
        maximumFileSizeToCacheInBytes: 8e6,
        navigateFallbackDenylist: [/^\/api/],
      },
    }),
  ],
  worker: { format: 'es' },
  server: { proxy: { '/api': 'http://127.0.0.1:4780' } },
});
