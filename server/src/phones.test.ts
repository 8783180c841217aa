import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { X509Certificate } from 'node:crypto';
import { readFileSync, statSync, writeFileSync } from 'node:fs';
import { mkdtemp, rm } from 'node:fs/promises';
import { createServer } from 'node:https';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import request from 'supertest';
import { v7 } from 'uuid';
import { RESOURCES } from './resources.ts';
import { credentialsIn } from './phones/authority.ts';
import { proxiedDoor } from './phones/open.ts';
import { plainDoor } from './phones/plainDoor.ts';
import { COOKIE, isLocal, may, ROLES, type Access, type Role } from './routes/access.ts';
import type { Whose } from './repositories/door/devices.ts';
import { openTestApp, someHorse, someSession } from './testing/app.ts';
import { INSTRUCTOR, NAMES, openOverTls, secretIn } from './testing/overTls.ts';

/** The door for phones: who is let in, how, and what becomes of one that was removed. */

const DAY_MS = 24 * 3600 * 1000;
const ROWAN = { ...INSTRUCTOR, person: 'Rowan' };

let book: Awaited<ReturnType<typeof openOverTls>>;
beforeAll(async () => {
  book = await openOverTls();
}, 60_000);
afterAll(() => book.close());

const machine = () => book.machine();
const phone = (secret?: string) => book.phone(secret);
const paired = (whose?: Partial<Whose>) => book.paired(whose);

describe('the authority of the book', () => {
  test('is made once, its keys for its owner alone, and renewed before it runs out', async () => {
    const own = await mkdtemp(join(tmpdir(), 'canter-book-authority-'));
    const made = new Date('2026-06-15T10:00:00Z');
    const first = await credentialsIn(own, NAMES, made);
    for (const file of ['authority.key', 'machine.key'])
      expect(statSync(join(own, file)).mode & 0o777).toBe(0o600);
    expect(await credentialsIn(own, NAMES, new Date(made.getTime() + 300 * DAY_MS))).toEqual(first);

    const later = await credentialsIn(own, NAMES, new Date(made.getTime() + 370 * DAY_MS));
    expect(later.cert).not.toBe(first.cert);
    expect(later.authority).toEqual(first.authority);
    const moved = { ...NAMES, ip: [...NAMES.ip, '10.1.2.3'] };
    const elsewhere = await credentialsIn(own, moved, new Date(made.getTime() + 371 * DAY_MS));
    expect(elsewhere.authority).toEqual(first.authority);

    // Checked by another reader of certificates (OpenSSL).
    const [leaf, root] = [elsewhere.cert, first.authority.pem].map((p) => new X509Certificate(p));
    expect(leaf!.verify(root!.publicKey)).toBe(true);
    expect([root!.ca, leaf!.ca]).toEqual([true, false]);
    expect(leaf!.checkIP('10.1.2.3') && leaf!.checkHost('yard.test')).toBe('yard.test');
    expect(leaf!.checkHost('bank.example')).toBeUndefined();

    // A key of another certificate, as a crash between two files leaves it: made anew.
    writeFileSync(join(own, 'machine.key'), readFileSync(join(own, 'authority.key')));
    expect((await credentialsIn(own, NAMES, made)).authority).toEqual(first.authority);
    writeFileSync(join(own, 'authority.crt'), 'torn');
    await expect(credentialsIn(own, NAMES, made)).rejects.toThrow(/Put both back/);
    await rm(own, { recursive: true });
  });
});

describe('a phone', () => {
  test('is let in by a code, once; it is remembered by a secret no page can read', async () => {
    const ask = await machine()
      .post('/api/devices/codes')
      .send({ role: 'instructor', name: 'Rowan Ashdown' });
    const { code } = ask.body;
    await phone().get('/api/horses').expect(401);
    const answer = await phone()
      .post('/api/pairing')
      .set('User-Agent', 'Mozilla/5.0 (Linux; Android 15; Pixel) Mobile')
      .send({ code })
      .expect(201);
    const cookie = String(answer.headers['set-cookie']);
    for (const part of ['HttpOnly', 'Secure', 'SameSite=Strict', 'Path=/'])
      expect(cookie).toContain(part);
    const secret = secretIn(answer.headers)!;
    await phone(secret).get('/api/horses').expect(200);
    const horse = someHorse();
    for (const revision of [0, 1])
      await phone(secret)
        .put(`/api/horses/${horse.id}`)
        .send({ ...horse, name: `H${revision}`, revision })
        .expect(200);
    expect((await machine().get('/api/devices/audit')).body[0]).toMatchObject({
      person: 'Rowan Ashdown',
      path: `horses/${horse.id}`,
      times: 2,
    });
    const me = await phone(secret).get('/api/pairing').expect(200);
    expect(me.body).toEqual({
      role: 'instructor',
      person: 'Rowan Ashdown',
      signsIn: false,
      isRemoved: false,
    });
    expect((await phone().post('/api/pairing').send({ code }).expect(410)).body.detail).toContain(
      'Show a new one',
    );
    const { body } = await machine().get('/api/devices').expect(200);
    expect(body.devices.at(-1)).toMatchObject({ person: 'Rowan Ashdown', kind: 'Android phone' });
    expect(JSON.stringify(body)).not.toContain(secret);
    // Over plain HTTP its secret opens nothing.
    const plain = machine().get('/api/horses').set('Host', 'yard.test');
    await plain.set('Cookie', `${COOKIE}=${secret}`).expect(401);
  });

  test('with a code that is too old or made up is told what to do', async () => {
    const { code } = await book.devices.offer(ROWAN, new Date(Date.now() - 11 * 60_000));
    for (const wrong of [code, 'abc'])
      await phone().post('/api/pairing').send({ code: wrong }).expect(410);
    await machine().post('/api/pairing').send({ code }).expect(403);
  });

  test('comes through a proxy, which has the certificate', async () => {
    const other = await openTestApp({ hosts: ['yard.example'], proxies: 1 });
    const through = (proto: string) => ({
      Host: 'yard.example',
      'X-Forwarded-For': '203.0.113.9',
      'X-Forwarded-Proto': proto,
    });
    const { code } = await other.devices.offer(ROWAN, new Date());
    const ask = () => request(other.app);
    await ask().post('/api/pairing').set(through('http')).send({ code }).expect(403);
    const answer = await ask()
      .post('/api/pairing')
      .set(through('https'))
      .send({ code })
      .expect(201);
    const cookie = `${COOKIE}=${secretIn(answer.headers)}`;
    await ask().get('/api/horses').set(through('https')).set('Cookie', cookie).expect(200);
    await ask().get('/api/horses').set(through('https')).expect(401);
    await ask().get('/api/horses').set(through('http')).set('Cookie', cookie).expect(401);
    const door = proxiedDoor('/nowhere', ['0.0.0.0', 'yard.example']);
    expect(door.begin).toEqual(['https://yard.example/pair']);
    await other.close();
  });

  test('that guesses is slowed down', async () => {
    const answers: number[] = [];
    const other = await openTestApp();
    const own = createServer(book.credentials, other.app);
    for (let i = 0; i < 12; i++) {
      const agent = request.agent(own, { ca: book.credentials.authority.pem });
      answers.push((await agent.post('/api/pairing').send({ code: `x${i}` })).status);
    }
    expect(answers.slice(-2)).toEqual([429, 429]);
    await other.close();
  });

  test('that is removed is shut out at once; what it had on it is kept aside and taken', async () => {
    const horse = someHorse();
    await machine().put(`/api/horses/${horse.id}`).send(horse).expect(200);
    const secret = await paired({ person: 'Ines Calloway' });
    const { body } = await machine().get('/api/devices');
    const { id } = body.devices.find((d: { person: string }) => d.person === 'Ines Calloway');
    await machine().delete(`/api/devices/${id}`).expect(204);
    await phone(secret).get('/api/horses').expect(401);

    const session = someSession(horse.id);
    const late = await phone(secret).put(`/api/sessions/${session.id}`).send(session).expect(403);
    expect(late.body).toMatchObject({ keptAside: true });
    const seen = {
      id: v7(),
      sessionId: session.id,
      at: session.startedAt,
      kind: 'note',
      text: 'soft',
    };
    await phone(secret)
      .post('/api/observations')
      .send({ observations: [seen] })
      .expect(403);
    await machine().get(`/api/sessions/${session.id}`).expect(404);

    const aside = (await machine().get('/api/devices/set-aside').expect(200)).body;
    expect(aside.map((a: { about: string }) => a.about)).toEqual([
      'a session of 2026-05-02',
      'one observation',
    ]);
    // In the wrong order nothing is lost.
    await machine().post(`/api/devices/set-aside/${aside[1].id}`).expect(409);
    for (const { id: one } of aside)
      await machine().post(`/api/devices/set-aside/${one}`).expect(204);
    await machine().get(`/api/sessions/${session.id}`).expect(200);
    const stored = await machine().get(`/api/sessions/${session.id}/observations`).expect(200);
    expect(stored.body).toMatchObject([{ text: 'soft', by: 'Ines Calloway' }]);
    expect((await machine().get('/api/devices/set-aside')).body).toEqual([]);
    const audit = (await machine().get('/api/devices/audit').expect(200)).body;
    const lines = audit.map((a: { person: string | null; method: string; path: string }) =>
      [a.person, a.method, a.path.split('/')[0]].join(' '),
    );
    expect(lines).toEqual(
      expect.arrayContaining([' DELETE devices', ' POST devices', 'Rowan Ashdown POST pairing']),
    );
    // What was refused has changed nothing, and the owner's own lessons are nobody's business.
    expect(lines.join()).not.toContain('Ines Calloway');
    expect(lines).not.toContain(' PUT horses');
  });

  test('what it had written is put on top of what was corrected since; lists bring no bodies', async () => {
    const horse = someHorse();
    await machine().put(`/api/horses/${horse.id}`).send(horse).expect(200);
    const secret = await paired({ person: 'Marius Wick' });
    const session = someSession(horse.id);
    await phone(secret).put(`/api/sessions/${session.id}`).send(session).expect(200);
    const { body } = await machine().get('/api/devices');
    const { id } = body.devices.find((d: { person: string }) => d.person === 'Marius Wick');
    await machine().delete(`/api/devices/${id}`).expect(204);
    const ended = { ...session, revision: 1, endedAt: session.startedAt, minutes: 40 };
    const late = { ...ended, notes: 'Stiff to the left' };
    await phone(secret).put(`/api/sessions/${session.id}`).send(late).expect(403);
    const corrected = { ...session, revision: 1, homework: 'Look up', notes: 'x'.repeat(1995) };
    await machine().put(`/api/sessions/${session.id}`).send(corrected).expect(200);

    const aside = await machine().get('/api/devices/set-aside').expect(200);
    expect(aside.text).not.toContain('Stiff');
    expect(aside.body).toMatchObject([{ about: 'a session of 2026-05-02' }]);
    await machine().post(`/api/devices/set-aside/${aside.body[0].id}`).expect(204);
    const stored = await machine().get(`/api/sessions/${session.id}`).expect(200);
    expect(stored.body).toMatchObject({ minutes: 40, homework: 'Look up', notes: corrected.notes });
    // There was no room for its words: they are a note of the session.
    const seen = await machine().get(`/api/sessions/${session.id}/observations`).expect(200);
    expect(seen.body).toMatchObject([{ kind: 'note', text: 'Stiff to the left' }]);
    expect((await machine().get('/api/devices/set-aside')).body).toEqual([]);
  });

  test('it fills no disk: past some megabytes it keeps what it has itself', async () => {
    const secret = await paired({ person: 'Una Reed' });
    const { body } = await machine().get('/api/devices');
    const { id } = body.devices.find((d: { person: string }) => d.person === 'Una Reed');
    await machine().delete(`/api/devices/${id}`).expect(204);
    const send = async () =>
      (
        await phone(secret)
          .post('/api/observations')
          .send({ observations: [{ text: 'x'.repeat(3_500_000) }] })
          .expect(403)
      ).body.keptAside as boolean;
    const kept = [];
    for (let i = 0; i < 6; i++) kept.push(await send());
    expect(kept).toEqual([true, true, true, true, false, false]);
    for (const one of (await machine().get('/api/devices/set-aside')).body)
      await machine().delete(`/api/devices/set-aside/${one.id}`).expect(204);
  });
});

describe('a rider’s phone', () => {
  test('shows own horses without notes, and answers their homework; of others it learns nothing', async () => {
    const rider = {
      id: v7(),
      revision: 0,
      name: 'Marnie',
      notes: 'PRIVATE',
      theme: '',
      stage: null,
    };
    await machine().put(`/api/riders/${rider.id}`).send(rider).expect(200);
    const own = someHorse({ name: 'Samphire', notes: 'PRIVATE', riderIds: [rider.id] });
    const other = someHorse({ name: 'Bollard', notes: 'PRIVATE' });
    const sessions = [];
    for (const horse of [own, other]) {
      await machine().put(`/api/horses/${horse.id}`).send(horse).expect(200);
      const session = someSession(horse.id, { notes: 'PRIVATE', homework: 'Look up' });
      await machine().put(`/api/sessions/${session.id}`).send(session).expect(200);
      sessions.push(session);
    }
    const agent = phone(await paired({ person: rider.name, role: 'rider', riderId: rider.id }));
    const mine = await agent.get('/api/mine?date=2026-05-03').expect(200);
    expect(mine.body).toMatchObject({
      name: 'Marnie',
      horses: [{ name: 'Samphire', homework: { said: 'Look up', answer: null } }],
    });
    expect(mine.text).not.toMatch(/PRIVATE|Bollard/);

    const answer = (sessionId: string, more = {}) =>
      agent.post('/api/mine/answers').send({ id: v7(), sessionId, did: 'partly', ...more });
    await answer(sessions[0]!.id, { felt: 'lighter on the left' }).expect(201);
    await answer(sessions[1]!.id).expect(404);
    await answer(v7()).expect(404);
    await answer(sessions[0]!.id, { did: 'perhaps' }).expect(400);
    const seen = await machine().get(`/api/sessions/${sessions[0]!.id}/observations`).expect(200);
    expect(seen.body).toMatchObject([
      { kind: 'homework', felt: 'lighter on the left', by: 'Marnie' },
    ]);
    const yard = await machine().get('/api/yard?date=2026-05-03').expect(200);
    const row = yard.body.find((r: { horseId: string }) => r.horseId === own.id);
    expect(row.answer).toEqual({ did: 'partly', felt: 'lighter on the left' });
    await agent.get('/api/horses').expect(403);
  });
});

describe('who may do what', () => {
  const REFUSED = [
    'This device is not let in',
    'Only for the owner of the book',
    'Not for a rider',
    'Not for a helper',
  ];
  const document = readFileSync(
    join(fileURLToPath(new URL('.', import.meta.url)), '../../docs/security.md'),
    'utf8',
  );
  /** As the document says it: a row for each resource. */
  const said = (name: string): Role[] => {
    const row = new RegExp(`^\\| \`/api/${name}\` +\\|(.*)\\|$`, 'm').exec(document);
    if (!row) throw new Error(`docs/security.md says nothing of /api/${name}`);
    return ROLES.filter((_, i) => row[1]!.split('|')[i]!.includes('yes'));
  };

  test('every address, as everybody, as the document has it', async () => {
    const { body } = await machine().get('/api/openapi.json').expect(200);
    const rider = { id: v7(), revision: 0, name: 'Pia', notes: 'private', theme: '', stage: null };
    await machine().put(`/api/riders/${rider.id}`).send(rider).expect(200);
    /** Each time another: signing out is among what is asked. */
    const secretOf = (role: Role) =>
      role === 'nobody' ? undefined : paired({ role, riderId: role === 'rider' ? rider.id : null });
    /** What helpers may ask, as the document lists it. */
    const helps = new Set(
      [...document.matchAll(/^- `(GET|PUT|POST) (\/api\/[^`]+)`/gm)].map(
        ([, method, path]) => `${method!.toLowerCase()} ${path}`,
      ),
    );
    const names = Object.keys(RESOURCES).sort((a, b) => b.length - a.length);
    let asked = 0;
    for (const [path, methods] of Object.entries<object>(body.paths)) {
      const name = names.find((n) => path.startsWith(`/api/${n}`)) ?? path.slice('/api/'.length);
      const allowed = said(name);
      const access: Access | undefined = RESOURCES[name]?.for;
      if (access) expect(allowed).toEqual(ROLES.filter((role) => may(role, access)));
      for (const method of Object.keys(methods).filter((m) => m !== 'parameters')) {
        for (const role of ROLES) {
          const agent = phone(await secretOf(role));
          const at = path.replace('{id}', v7());
          const answer = await agent[method as 'get'](at).send(method === 'get' ? undefined : {});
          const isRefused = REFUSED.includes(answer.body?.title);
          const may =
            allowed.includes(role) &&
            (role !== 'helper' || access !== 'ringside' || helps.has(`${method} ${path}`));
          expect(`${role} ${method} ${path}: ${isRefused ? 'no' : 'yes'}`).toBe(
            `${role} ${method} ${path}: ${may ? 'yes' : 'no'}`,
          );
          asked++;
        }
      }
    }
    expect(asked).toBeGreaterThan(400);
    expect(helps.size).toBeGreaterThan(10);
  }, 60_000);

  test('every test that the documents name is there', () => {
    const folder = fileURLToPath(new URL('.', import.meta.url));
    let named = 0;
    for (const file of ['security.md', 'asvs.md']) {
      const text = readFileSync(join(folder, '../../docs', file), 'utf8');
      for (const [, suite, title] of text.matchAll(
        /\b(phones|people|door|api|storage|bundle|together|keep) “([^”]+)”/g,
      )) {
        const path = suite === 'keep' ? 'keeping/keep' : suite!;
        const tests = readFileSync(join(folder, `${path}.test.ts`), 'utf8');
        expect(`${suite}: ${title} ${tests.includes(title!)}`).toBe(`${suite}: ${title} true`);
        named++;
      }
    }
    expect(named).toBeGreaterThan(30);
  });

  test('an address written otherwise is no way around', async () => {
    const secret = await paired({});
    for (const path of [
      '/api/BOOK/export',
      '/api/book/export/',
      '/API/book/export',
      '/api/Devices',
    ])
      expect(`${path} ${(await phone(secret).get(path)).status}`).toBe(`${path} 403`);
    for (const path of ['/api//book/export', '/api/%62ook/export', '/api/x/../book/export'])
      expect([403, 404]).toContain((await phone(secret).get(path)).status);
    for (const path of ['/api/HORSES', '/api/horses/', '/Api/yard?date=2026-05-03'])
      expect(`${path} ${(await phone().get(path)).status}`).toBe(`${path} 401`);
  });

  test('a body is no larger than its resource needs, and a stranger’s is not read', async () => {
    const large = { notes: 'x'.repeat(300_000) };
    await machine().put(`/api/riders/${v7()}`).send(large).expect(413);
    await machine().put(`/api/lessons/${v7()}`).send(large).expect(400);
    await phone()
      .put(`/api/lessons/${v7()}`)
      .send({ x: 'x'.repeat(5_000_000) })
      .expect(401);
  });

  test.each([
    ['127.0.0.1', 'localhost:4780', {}, true],
    ['::1', '[::1]:4780', {}, true],
    ['::ffff:127.0.0.1', '127.0.0.1:4780', {}, true],
    ['127.0.0.1', 'book.localhost', {}, true],
    // Another device, a proxy on this machine, a name that is not this machine's own.
    ['192.168.7.21', 'localhost:4780', {}, false],
    ['192.168.7.21', '192.168.7.20:4780', {}, false],
    ['127.0.0.1', 'localhost', { 'x-forwarded-for': '203.0.113.9' }, false],
    ['127.0.0.1', 'localhost', { forwarded: 'for=203.0.113.9' }, false],
    ['127.0.0.1', 'yard.test', {}, false],
    ['127.0.0.1', '192.168.7.20', {}, false],
  ])('from %s under %s %j is the owner: %s', (remoteAddress, host, more, is) => {
    expect(isLocal({ socket: { remoteAddress }, headers: { host, ...more } })).toBe(is);
    expect(
      isLocal({ socket: { remoteAddress, encrypted: true }, headers: { host, ...more } }),
    ).toBe(false);
  });

  test.each([
    [{}, 200],
    [{ 'Sec-Fetch-Site': 'same-origin' }, 200],
    [{ Origin: 'http://attacker.example' }, 403],
    [{ Origin: 'null' }, 403],
    [{ Origin: 'https://localhost' }, 403],
    [{ 'Sec-Fetch-Site': 'cross-site' }, 403],
    [{ 'Sec-Fetch-Site': 'same-site' }, 403],
  ])('a write with %j: %i', async (headers, status) => {
    const horse = someHorse();
    const write = machine().put(`/api/horses/${horse.id}`).set('Host', 'localhost');
    const answer = await write.set(headers).send(horse).expect(status);
    if (status === 403) expect(answer.type).toBe('application/problem+json');
    await machine()
      .get(`/api/horses/${horse.id}`)
      .expect(status === 200 ? 200 : 404);
  });
});

describe('over plain HTTP another device', () => {
  const door = () =>
    request(
      plainDoor({ hosts: [], httpsPort: () => 4781, authority: book.credentials.authority.pem }),
    );

  test('finds how to trust the book, its certificate, and the way to https', async () => {
    const page = await door().get('/trust').set('Host', '192.168.7.20:4780').expect(200);
    // Whoever could change the certificate on its way could change the page: it says nothing to compare with.
    expect(page.text).not.toContain(book.credentials.authority.fingerprint);
    expect(page.text).toContain('data-https="https://192.168.7.20:4781"');
    expect(page.headers['content-security-policy']).toContain(
      'connect-src https://192.168.7.20:4781',
    );
    const file = await door().get('/canter-book.crt').expect(200);
    expect(file.type).toBe('application/x-x509-ca-cert');
    const way = await door().get('/horses?x=1').set('Host', '[fd00::5]:4780').expect(308);
    expect(way.headers['location']).toBe('https://[fd00::5]:4781/horses?x=1');
    await door().post('/api/pairing').send({ code: 'x' }).expect(403);
  });

  test('cannot put anything into the page by its name', async () => {
    const page = await door().get('/trust').set('Host', '"><script>alert(1)</script>:80');
    expect([page.status, page.type]).toEqual([421, 'application/problem+json']);
  });
});
