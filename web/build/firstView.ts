import { readFileSync } from 'node:fs';
import { dirname, resolve } from 'node:path';
import type { Plugin } from 'vite';
import { PAGE_HEAD, PAGE_TITLE } from '../src/ui/pageHead.ts';
import { NAMED, SPINE, SPINE_MARK, SPINE_TAB, SPINE_TABS, TABS } from '../src/app/spine.ts';

/**
 * The closed book, shown while its script is on the way: the spine with its tabs, which already
 * lead where they say, and the heading of the page; `cover.js` fills in what the address tells.
 */
function cover(): string {
  const tabs = TABS.map(
    ({ to, label, heading }) =>
      `<a href="${to}" class="${SPINE_TAB}" data-heading="${heading}">${label}</a>`,
  );
  return [
    '<div class="cover flex h-full flex-col-reverse md:flex-row">',
    `<header class="${SPINE}"><span class="${SPINE_MARK}">C</span>`,
    `<nav aria-label="Main" class="${SPINE_TABS}">${tabs.join('')}</nav></header>`,
    `<main class="min-h-0 flex-1"><!-- head -->${headed(PAGE_HEAD, PAGE_TITLE)}<!-- /head -->`,
    '<p class="p-8 text-soft">Opening the book …</p></main>',
    '</div>',
  ].join('');
}

const headed = (head: string, title: string, name = '') =>
  `<div class="head ${head}"><h1 class="${title}">${name}</h1></div>`;

/** What headings are set in comes before them: they do not jump when it is there. */
function headingFont(files: readonly string[]): string {
  const font = files.find((file) => HEADING_FONT.test(file));
  return font ? `<link rel="preload" as="font" type="font/woff2" crossorigin href="/${font}">` : '';
}
const HEADING_FONT = /literata-latin-600-normal-.*\.woff2$/;

/** Asked for by its screen as soon as that is there: it may as well be on its way before. */
const AT_ONCE = /OpenDesk\.tsx$/;

const SCREEN = /\[\s*'([^']*)',\s*\(\) => import\('([^']+)'\),?\s*\]/g;

/**
 * Makes the first view quick: the cover stands in the page itself, and `hints.json` lists for each
 * address the scripts of its screen, so that the server can name them before the first of them is read.
 * `headings.json` has the heading of pages that only the server can fill in.
 */
export function firstView(): Plugin {
  const router = resolve(import.meta.dirname, '../src/app/router.tsx');
  return {
    name: 'first-view',
    transformIndexHtml: {
      order: 'post',
      // The cover comes first: its style is not kept waiting by scripts.
      handler: (html, { bundle = {} }) =>
        html
          .replace('<!-- cover -->', cover())
          .replace('<title>', `${headingFont(Object.keys(bundle))}<title>`)
          .replaceAll('rel="modulepreload"', 'rel="modulepreload" fetchpriority="low"')
          .replaceAll('<script type="module"', '<script type="module" fetchpriority="low"'),
    },
    generateBundle(_options, bundle) {
      const chunks = Object.values(bundle).filter((file) => file.type === 'chunk');
      const named = new Map(chunks.map((chunk) => [chunk.fileName, chunk]));
      const needs = (file: string, all = new Set<string>()): ReadonlySet<string> => {
        if (all.has(file)) return all;
        all.add(file);
        for (const next of named.get(file)?.imports ?? []) needs(next, all);
        return all;
      };
      const entry = chunks.find((chunk) => chunk.isEntry);
      const inPage = entry ? needs(entry.fileName) : new Set();
      const hints: Record<string, string[]> = {};
      for (const [, address, file] of readFileSync(router, 'utf8').matchAll(SCREEN)) {
        const module = resolve(dirname(router), file!);
        const chunk = chunks.find((c) => c.facadeModuleId === module);
        if (!chunk) this.error(`first-view: no chunk for the screen ${file}`);
        const soon = chunk.dynamicImports.filter((f) =>
          AT_ONCE.test(named.get(f)?.facadeModuleId ?? ''),
        );
        hints[`/${address}`] = [...new Set([chunk.fileName, ...soon].flatMap((f) => [...needs(f)]))]
          .filter((name) => !inPage.has(name))
          .map((name) => `/${name}`);
      }
      if (Object.keys(hints).length === 0) this.error('first-view: no screens found in the router');
      const headings = Object.entries(NAMED).map(([address, { of, head, title }]) => [
        address,
        { of, html: headed(head, title, '<!-- name -->') },
      ]);
      const known = { hints, headings: Object.fromEntries(headings) as unknown };
      for (const [name, content] of Object.entries(known)) {
        this.emitFile({
          type: 'asset',
          fileName: `${name}.json`,
          source: JSON.stringify(content),
        });
      }
    },
  };
}
