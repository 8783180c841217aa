import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import express from 'express';
import request from 'supertest';
import { someHorse, someLesson } from './testing/app.ts';
import { openOverTls } from './testing/overTls.ts';
import { serveWeb } from './webFiles.ts';

let folder: string;
const page = '<!doctype html><html><head><title>Canter Book</title></head><body></body></html>';
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'canter-book-web-'));
  writeFileSync(join(folder, 'index.html'), page);
  writeFileSync(join(folder, 'cover.js'), '1');
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

const serve = (hints?: Record<string, string[]>) => {
  const file = join(folder, 'hints.json');
  rmSync(file, { force: true });
  if (hints) writeFileSync(file, JSON.stringify(hints));
  const app = express();
  serveWeb(app, folder);
  return (path: string) => request(app).get(path).expect(200);
};

describe('the page of the app', () => {
  test('names the scripts of the screen at its address, fixed words before any', async () => {
    const get = serve({
      '/': ['/assets/Today.js'],
      '/horses/:id': ['/assets/Horse.js'],
      '/horses/new': ['/assets/NewHorse.js'],
    });
    const named = async (path: string) =>
      [...(await get(path)).text.matchAll(/rel="modulepreload"[^>]* href="([^"]+)"/g)].map(
        (m) => m[1],
      );
    expect(await named('/')).toEqual(['/assets/Today.js']);
    expect(await named('/horses/new')).toEqual(['/assets/NewHorse.js']);
    expect(await named('/horses/0190a0b0')).toEqual(['/assets/Horse.js']);
    expect(await named('/horses/0190a0b0/')).toEqual(['/assets/Horse.js']);
    expect(await named('/horses/0190a0b0/edit')).toEqual([]);
    expect(await named('/nowhere?horse=/horses/new')).toEqual([]);
  });

  test('is the same at every address where nothing is known of screens, and asked for again each time', async () => {
    const get = serve();
    for (const path of ['/', '/desk/1', '/nowhere']) {
      const answer = await get(path);
      expect(answer.text).toBe(page);
      expect(answer.headers['cache-control']).toBe('no-cache');
      expect(answer.type).toBe('text/html');
    }
    expect((await get('/cover.js')).text).toBe('1');
  });
});

describe('the heading of a page about one thing', () => {
  const cover = '<body><!-- head --><div><h1></h1></div><!-- /head --></body>';
  const html = '<header><h1><!-- name --></h1></header>';
  const built = {
    'index.html': page.replace('<body></body>', cover),
    'hints.json': JSON.stringify({ '/desk/:id': [], '/horses/:id': [], '/horses/new': [] }),
    'headings.json': JSON.stringify({
      '/desk/:id': { of: 'lessons', html },
      '/horses/:id': { of: 'horses', html },
    }),
  };
  const web = mkdtempSync(join(tmpdir(), 'canter-book-web-'));
  for (const [name, content] of Object.entries(built)) writeFileSync(join(web, name), content);
  let book: Awaited<ReturnType<typeof openOverTls>>;
  beforeAll(async () => {
    book = await openOverTls({ webFolder: web });
  });
  afterAll(async () => {
    await book.close();
    rmSync(web, { recursive: true });
  });

  test('is its name as plain text, for whoever may see all of the book', async () => {
    const { book: kept, machine, phone, paired } = book;
    const lesson = await kept.lessons.save(someLesson({ title: 'Loosen & <b>straighten</b> $&' }));
    const horse = await kept.horses.save(someHorse({ name: 'Driftwood' }));
    const at = { desk: `/desk/${lesson.id}`, horse: `/horses/${horse.id}` };
    const instructor = phone(await paired());
    for (const who of [machine(), instructor]) {
      const answer = await who.get(at.desk).expect(200);
      expect(answer.text).toContain(
        '<header><h1>Loosen &#38; &#60;b&#62;straighten&#60;/b&#62; $&#38;</h1></header></body>',
      );
      // A browser or proxy that keeps it must not show it to somebody else.
      expect(answer.headers['cache-control']).toBe('private, no-cache');
      expect((await who.get(`${at.horse}/`)).text).toContain('<h1>Driftwood</h1>');
      expect((await who.get(at.desk.toUpperCase().replace('DESK', 'desk'))).text).toContain(
        'Loosen',
      );
    }
    const helper = phone(await paired({ role: 'helper', horseIds: [horse.id] }));
    for (const who of [phone(), phone('made-up'), helper])
      for (const path of Object.values(at)) {
        const answer = await who.get(path).expect(200);
        expect(answer.text).toBe(built['index.html']);
        expect(answer.headers['cache-control']).toBe('no-cache');
      }
  });

  test('is left to the page where nothing has that name', async () => {
    for (const path of [
      `/desk/${someLesson().id}`,
      '/desk/one',
      '/horses/new',
      '/horses/%00',
      '/',
    ]) {
      expect((await book.machine().get(path).expect(200)).text).toBe(built['index.html']);
    }
  });
});
