import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import express from 'express';
import request from 'supertest';
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
