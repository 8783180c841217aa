import { resolve } from 'node:path';
import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';
import { VitePWA } from 'vite-plugin-pwa';
import { firstView } from './build/firstView.ts';

/** What every page stands on. */
const FRAME =
  /node_modules[\\/](react|react-dom|scheduler|react-router|react-redux|redux|immer|reselect|redux-thunk|@reduxjs[\\/]toolkit|@standard-schema[\\/][a-z]+)[\\/]/;
/** A lesson read and ridden: desk, ringside, shelf and debrief all do. The desk reviews it later. */
const LESSON = /core[\\/]src[\\/](geometry|notation|ride|movements|figures|forms)[\\/](?!schema)/;
/** A horse's paces and limits: also on pages without a lesson. */
const PACES = /core[\\/]src[\\/](gaits[\\/](?!\w+Schema)|numbers|units)/;
/** What is entered, checked against its schema: also on pages without a lesson. */
const SHAPES = /node_modules[\\/]zod[\\/]|core[\\/]src[\\/](schema|fields|gaits[\\/]\w+Schema)\./;
/** Days and limits in words: on pages that check nothing. They lean on no other module. */
const WORDS =
  /core[\\/]src[\\/](daysSaid|arena[\\/]rein\.|progress[\\/]days\.|scales\.|words\.|gaits[\\/]restriction\.|calendar[\\/](clock|occurrences|newTimetable)\.)/;
/** What is on nearly every page and small. */
const PAGE =
  /web[\\/]src[\\/](ui[\\/](Choose|Field|Page|ReinMark|Loading|Empty|Button|Strap|classNames|Rows)|api|kept[\\/](?!earlier|waitingFile)|app[\\/](dates|title|useInSteps)|features[\\/](arena[\\/](LazyLessonMini|useInSight)|plan[\\/]PlanLink))|core[\\/]src[\\/](documents[\\/.]|book[\\/]mergeSession|sheet[\\/]mergeRides)|node_modules[\\/](date-fns|lucide-react[\\/]dist[\\/]esm[\\/](?!icons)|uuid[\\/]dist[\\/](?!sha1|v35|v5|parse))[\\/]/;

const ICONS = /node_modules[\\/]lucide-react[\\/]dist[\\/]esm[\\/]icons[\\/]/;

export default defineConfig({
  plugins: [
    react(),
    tailwindcss(),
    firstView(),
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
          // For browsers without woff2, of which none runs the book; PDF is written with the plain ones.
          '**/*-latin-ext-*.woff',
          '**/*-600-*.woff',
        ],
        maximumFileSizeToCacheInBytes: 8e6,
        navigateFallbackDenylist: [/^\/api/],
      },
    }),
  ],
  build: {
    // Every browser that runs the book knows how to fetch a module before it is wanted.
    modulePreload: { polyfill: false },
    // All pages wait for the style: a font nobody reads here is no part of it.
    assetsInlineLimit: (file) => (/\.woff2?$/.test(file) ? false : undefined),
    // The writer of PDF comes when one is made.
    chunkSizeWarningLimit: 1000,
    rolldownOptions: {
      output: {
        // Few files: each one more costs a phone a journey.
        codeSplitting: {
          groups: [
            { name: 'words', test: WORDS, priority: 4 },
            { name: 'frame', test: FRAME, priority: 3 },
            { name: 'shapes', test: SHAPES, priority: 2 },
            { name: 'paces', test: PACES, priority: 3 },
            { name: 'lesson', test: LESSON, priority: 2 },
            { name: 'page', test: PAGE, priority: 1 },
            // A drawing of one page alone comes with that page.
            { name: 'page', test: ICONS, minShareCount: 2, priority: 1 },
          ],
        },
      },
    },
  },
  resolve: { alias: { 'node:module': resolve(import.meta.dirname, 'build/noModule.ts') } },
  worker: { format: 'es' },
  server: { proxy: { '/api': `http://127.0.0.1:${process.env['PORT'] ?? 4780}` } },
});
