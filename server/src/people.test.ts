import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { eq } from 'drizzle-orm';
import { v7 } from 'uuid';
import { people, type PersonRole } from './db/schema.ts';
import { COOKIE } from './routes/access.ts';
import { someHorse, someLesson, someSession } from './testing/app.ts';
import { INSTRUCTOR, openOverTls, secretIn } from './testing/overTls.ts';

/** People who sign in from elsewhere: how they come in, how long they stay, what each sees; and links that are shared. */

const PASSWORD = 'saddle lantern cobweb quince';
const DAY_MS = 24 * 3600 * 1000;

let book: Awaited<ReturnType<typeof openOverTls>>;
beforeAll(async () => {
  book = await openOverTls();
}, 60_000);
afterAll(() => book.close());

const machine = () => book.machine();
const phone = (secret?: string) => book.phone(secret);

/** Invited behind the door, which lets nobody try often. */
async function invited(name: string, role: PersonRole = 'instructor', horseIds: string[] = []) {
  const person = (await book.people.add(name, { role, riderId: null, horseIds }, new Date()))!;
  return { ...person, code: (await book.people.invite(person.id, new Date())).code };
}
const join = async (code: string, password = PASSWORD) =>
  phone().post('/api/sign-in/invitation/password').send({ code, password });
const signIn = (name: string, password = PASSWORD) =>
  phone().post('/api/sign-in').send({ name, password });

describe('an invitation', () => {
  test('is taken once, with a password that is not easily guessed; then name and password open the book', async () => {
    const made = await machine()
      .post('/api/people')
      .send({ role: 'instructor', name: 'Ines Calloway' })
      .expect(201);
    const { code } = made.body;
    const seen = await phone().post('/api/sign-in/invitation').send({ code }).expect(200);
    expect(seen.body).toEqual({ name: 'Ines Calloway', role: 'instructor' });
    for (const [weak, why] of [
      ['short', /at least 12/],
      ['password1234', /easy to guess/],
      ['Ines Calloway', /easy to guess/],
      ['aaaaaaaaaaaaaaaa', /easy to guess/],
    ] as const)
      expect((await join(code, weak)).body.detail).toMatch(why);
    const joined = await join(code);
    expect(joined.status).toBe(201);
    for (const part of ['HttpOnly', 'Secure', 'SameSite=Strict', 'Path=/'])
      expect(String(joined.headers['set-cookie'])).toContain(part);
    const secret = secretIn(joined.headers)!;
    await phone(secret).get('/api/horses').expect(200);
    await phone(secret).get('/api/people').expect(403);
    expect((await join(code)).status).toBe(410);

    // However the name is written; never twice the same secret.
    const again = await signIn(' ines  CALLOWAY ').expect(201);
    expect(secretIn(again.headers)).not.toBe(secret);
    await signIn('Ines Calloway', `${PASSWORD}!`).expect(401);
    const twice = await machine()
      .post('/api/people')
      .send({ role: 'instructor', name: 'INES calloway' })
      .expect(409);
    expect(twice.body.detail).toContain('tell the two apart');
    const listed = (await machine().get('/api/people').expect(200)).text;
    expect(listed).toContain('"hasPassword":true');
    expect(listed).not.toMatch(/argon2|saddle/);
    const horse = someHorse();
    await phone(secret).put(`/api/horses/${horse.id}`).send(horse).expect(200);
    const audit = (await machine().get('/api/devices/audit')).body;
    expect(audit[0]).toMatchObject({ person: 'Ines Calloway', path: `horses/${horse.id}` });
  });

  test('taken again, after the old password was lost, signs out everywhere', async () => {
    const { id, code } = await invited('Lost Password');
    const old = secretIn((await join(code)).headers)!;
    const { body } = await machine().post(`/api/people/${id}/invitation`).expect(201);
    // Until it is taken nothing is lost.
    await phone(old).get('/api/horses').expect(200);
    await join(body.code, 'another lantern under moss');
    await phone(old).get('/api/horses').expect(401);
    await signIn('Lost Password').expect(401);
    await signIn('Lost Password', 'another lantern under moss').expect(201);
  });

  test('runs out after a week, and never goes over plain HTTP', async () => {
    const { id, code } = await invited('Late Comer');
    await machine()
      .post('/api/sign-in/invitation/password')
      .send({ code, password: PASSWORD })
      .expect(403);
    const past = new Date(Date.now() - 8 * DAY_MS);
    const old = await book.people.invite(id, past);
    expect((await join(old.code)).status).toBe(410);
    // The one before was replaced.
    expect((await join(code)).status).toBe(410);
  });
});

describe('guessing', () => {
  test('waits longer each time, and says the same of a name that does not exist', async () => {
    const other = await openOverTls();
    const person = (await other.people.add('Known', INSTRUCTOR, new Date()))!;
    const { code } = await other.people.invite(person.id, new Date());
    const device = () => other.phone();
    await device().post('/api/sign-in/invitation/password').send({ code, password: PASSWORD });
    const answers = async (name: string) => {
      const all: [number, string][] = [];
      for (let i = 0; i < 6; i++) {
        const { status, body } = await device()
          .post('/api/sign-in')
          .send({ name, password: 'wrong' });
        all.push([status, body.title]);
      }
      return all;
    };
    const known = await answers('Known');
    expect(await answers('Unknown')).toEqual(known);
    expect(known.map(([status]) => status)).toEqual([401, 401, 401, 401, 429, 429]);
    // The right one has to wait too.
    await device().post('/api/sign-in').send({ name: 'Known', password: PASSWORD }).expect(429);
    await other.close();
  }, 30_000);

  test('doubles its wait up to a quarter of an hour, many at once count as many, and success forgets', async () => {
    const waits: number[] = [];
    let now = Date.now();
    while (waits.length < 12) {
      const wait = await book.people.tries.begin('Guessed', new Date(now));
      if (wait > 0) waits.push(wait);
      now += 1000 * wait;
    }
    expect(waits.slice(0, 4)).toEqual([2, 4, 8, 16]);
    expect(waits.at(-1)).toBe(900);
    const at = new Date(now);
    const many = await Promise.all(
      Array.from({ length: 20 }, () => book.people.tries.begin('Crowd', at)),
    );
    expect(many.filter((wait) => wait === 0)).toHaveLength(4);
    await book.people.tries.succeeded('Guessed');
    expect(await book.people.tries.begin('Guessed', at)).toBe(0);
  });
});

describe('being signed in', () => {
  test('ends by itself, when signed out, and when the owner says so; rights change at once', async () => {
    const { id, code } = await invited('Brief Guest');
    const secret = secretIn((await join(code)).headers)!;
    const account = await phone(secret).get('/api/account').expect(200);
    expect(account.body).toMatchObject({ name: 'Brief Guest', devices: [{ isThis: true }] });
    const now = Date.now();
    expect(await book.devices.of(secret, new Date(now + 13 * DAY_MS))).not.toBeNull();
    // Used a day ago it lasts on, but not for ever.
    expect(await book.devices.of(secret, new Date(now + 26 * DAY_MS))).not.toBeNull();
    const own = secretIn((await signIn('Brief Guest')).headers)!;
    expect(await book.devices.of(own, new Date(now + 15 * DAY_MS))).toBeNull();

    const second = secretIn((await signIn('Brief Guest')).headers)!;
    await machine()
      .put(`/api/people/${id}`)
      .send({ role: 'owner', name: 'Brief Guest' })
      .expect(204);
    await phone(second).get('/api/people').expect(200);
    await phone(second).delete('/api/sign-in').expect(204);
    await phone(second).get('/api/horses').expect(401);
    await phone(own)
      .put('/api/account/password')
      .send({ old: 'not it', password: 'three odd words more' })
      .expect(401);
    await phone(own)
      .put('/api/account/password')
      .send({ old: PASSWORD, password: 'three odd words more' })
      .expect(204);
    await phone(secret).get('/api/horses').expect(401);
    await phone(own).get('/api/horses').expect(200);

    // Shut out, what is still on its way is kept aside.
    await machine().delete(`/api/people/${id}`).expect(204);
    const horse = someHorse();
    await machine().put(`/api/horses/${horse.id}`).send(horse).expect(200);
    const session = someSession(horse.id);
    const late = await phone(own).put(`/api/sessions/${session.id}`).send(session).expect(403);
    expect(late.body).toMatchObject({ keptAside: true });
  });

  test('gets another secret each day: the same for all that ask at once, and none is lost on its way', async () => {
    const first = await book.paired();
    const day = (n: number) => new Date(Date.now() + n * DAY_MS);
    expect((await book.devices.of(first, day(0)))!.next).toBeNull();
    const asked = await Promise.all(
      Array.from({ length: 5 }, () => book.devices.of(first, day(1.1))),
    );
    const given = new Set(asked.map((a) => a!.next).filter((next) => next !== null));
    expect(given.size).toBe(1);
    // The answer got lost: the old one is still good, and is given the same again.
    const second = (await book.devices.of(first, day(3)))!.next!;
    expect([...given]).toEqual([second]);
    expect((await book.devices.of(second, day(3)))!.next).toBeNull();
    // What was on its way with the old one arrives; later it is worth nothing.
    expect(await book.devices.of(first, day(3))).not.toBeNull();
    expect(await book.devices.of(first, day(3.1))).toBeNull();
    expect((await book.devices.of(second, day(4.2)))!.next).not.toBe(first);
    // Over HTTP it comes as a cookie.
    const answer = await phone(await book.paired()).get('/api/horses');
    expect(secretIn(answer.headers)).toBeNull();
  });

  test('without the account a device may do nothing, whatever it could when it was signed in on', async () => {
    const person = await invited('Gone For Good');
    const secret = await book.devices.signIn(person, 'device', new Date());
    await phone(secret).get('/api/horses').expect(200);
    // As when the rider of an account leaves the book.
    await book.db.delete(people).where(eq(people.id, person.id));
    await phone(secret).get('/api/horses').expect(403);
    await phone(secret).get('/api/mine?date=2026-05-03').expect(404);
  });

  test('whoever was signed in before on the same browser is so no longer', async () => {
    const { code } = await invited('First On It');
    const secret = secretIn((await join(code)).headers)!;
    await invited('Second On It');
    const next = await phone(secret)
      .post('/api/sign-in')
      .send({ name: 'First On It', password: PASSWORD })
      .expect(201);
    await phone(secret).get('/api/horses').expect(401);
    await phone(secretIn(next.headers)!).get('/api/horses').expect(200);
  });

  test('a passkey of nobody, and one that answers what was never asked, opens nothing', async () => {
    const other = await openOverTls();
    const ask = (path: string, host = 'yard.test') => other.phone().post(path).set('Host', host);
    await ask('/api/sign-in/passkey/options', '127.0.0.1').expect(409);
    const { body } = await ask('/api/sign-in/passkey/options').expect(200);
    expect(body).toMatchObject({ rpId: 'yard.test', userVerification: 'required' });
    const credential = {
      id: 'AAAA',
      rawId: 'AAAA',
      type: 'public-key',
      response: { clientDataJSON: 'e30', authenticatorData: 'AAAA', signature: 'AAAA' },
      clientExtensionResults: {},
    };
    await ask('/api/sign-in/passkey').send(credential).expect(401);
    await other.close();
    const at = new Date();
    await book.people.challenges.keep('once', null, at);
    expect(await book.people.challenges.take('once', v7(), at)).toBe(false);
    await book.people.challenges.keep('twice', null, at);
    expect(await book.people.challenges.take('twice', null, at)).toBe(true);
    expect(await book.people.challenges.take('twice', null, at)).toBe(false);
    await book.people.challenges.keep('late', null, new Date(at.getTime() - 6 * 60_000));
    expect(await book.people.challenges.take('late', null, at)).toBe(false);
  });
});

describe('a helper', () => {
  test('sees and teaches the given horses; of others nothing is told and nothing stored', async () => {
    const rider = {
      id: v7(),
      revision: 0,
      name: 'Marnie',
      notes: 'PRIVATE',
      theme: '',
      stage: null,
    };
    await machine().put(`/api/riders/${rider.id}`).send(rider).expect(200);
    const own = someHorse({ name: 'Samphire' });
    const foreign = someHorse({ name: 'Bollard' });
    const [ownSession, foreignSession] = [someSession(own.id), someSession(foreign.id)];
    const lessons = [own, foreign].map((h) => someLesson({ horseId: h.id, title: h.name }));
    for (const [horse, session, lesson] of [
      [own, ownSession, lessons[0]!],
      [foreign, foreignSession, lessons[1]!],
    ] as const) {
      await machine().put(`/api/horses/${horse.id}`).send(horse).expect(200);
      await machine().put(`/api/sessions/${session.id}`).send(session).expect(200);
      await machine().put(`/api/lessons/${lesson.id}`).send(lesson).expect(200);
    }
    const agent = phone(await book.paired({ person: 'Tove', role: 'helper', horseIds: [own.id] }));
    await agent.get('/api/horses/%ff').expect(400);

    const names = (rows: { name?: string; title?: string }[]) => rows.map((r) => r.name ?? r.title);
    expect(names((await agent.get('/api/horses').expect(200)).body)).toEqual(['Samphire']);
    const titles = names((await agent.get('/api/lessons').expect(200)).body);
    expect(titles).toContain('Samphire');
    expect(titles).not.toContain('Bollard');
    expect((await agent.get('/api/riders').expect(200)).text).not.toContain('PRIVATE');
    for (const path of ['/api/yard?date=2026-05-03', '/api/sessions', '/api/lessons'])
      expect((await agent.get(path).expect(200)).text).not.toContain(foreign.id);
    // Asked by the owner first, the whole yard is not handed on.
    await machine().get('/api/yard?date=2026-05-04').expect(200);
    expect((await agent.get('/api/yard?date=2026-05-04')).text).not.toContain(foreign.id);

    const one = (horse: typeof own, session: typeof ownSession, lessonId: string) => [
      `/api/horses/${horse.id}`,
      `/api/horses/${horse.id}/readings`,
      `/api/horses/${horse.id}/done`,
      `/api/horses/${horse.id}/seen?kinds=try&since=2026-01-01`,
      `/api/lessons/${lessonId}`,
      `/api/sessions/${session.id}`,
      `/api/sessions/${session.id}/observations`,
      `/api/sessions/${session.id.toUpperCase()}/observations`,
      `/api/sessions/%30${session.id.slice(1)}/observations`,
    ];
    for (const path of one(own, ownSession, lessons[0]!.id).slice(0, 7))
      expect(`${path} ${(await agent.get(path)).status}`).toBe(`${path} 200`);
    for (const path of one(foreign, foreignSession, lessons[1]!.id))
      expect(`${path} ${(await agent.get(path)).status}`).toBe(`${path} 404`);

    const fresh = someSession(own.id);
    const kept = await agent.put(`/api/sessions/${fresh.id}`).send(fresh).expect(200);
    expect(kept.body.by).toBe('Tove');
    const other = someSession(foreign.id);
    await agent.put(`/api/sessions/${other.id}`).send(other).expect(404);
    // A session of another horse is not taken over.
    const taken = { ...foreignSession, revision: 1, horseId: own.id };
    await agent.put(`/api/sessions/${foreignSession.id}`).send(taken).expect(404);
    const seen = (sessionId: string) => ({
      observations: [
        { id: v7(), sessionId, at: fresh.startedAt, kind: 'note', text: 'soft in the hand' },
      ],
    });
    await agent.post('/api/observations').send(seen(fresh.id)).expect(201);
    await agent.post('/api/observations').send(seen(foreignSession.id)).expect(404);
    for (const path of [`/api/horses/${own.id}`, `/api/lessons/${lessons[0]!.id}`])
      await agent.put(path).send({}).expect(403);
    await agent.delete(`/api/horses/${own.id}`).expect(403);
    for (const path of ['/api/programmes', '/api/appointments', '/api/rides', '/api/book/export'])
      await agent.get(path).expect(403);
  });
});

describe('who it was', () => {
  test('stands on sessions and on versions of a lesson; old data are the owner’s', async () => {
    const horse = someHorse();
    await machine().put(`/api/horses/${horse.id}`).send(horse).expect(200);
    const agent = phone(await book.paired({ person: 'Rowan Ashdown' }));
    const session = { ...someSession(horse.id), by: 'Somebody Else' };
    const { body } = await agent.put(`/api/sessions/${session.id}`).send(session).expect(200);
    expect(body.by).toBe('Rowan Ashdown');
    // Corrected by the owner it stays Rowan's; sent again by the phone it is no conflict.
    const corrected = { ...body, notes: 'longer in the neck', by: undefined };
    const after = await machine().put(`/api/sessions/${session.id}`).send(corrected).expect(200);
    expect(after.body).toMatchObject({ by: 'Rowan Ashdown', notes: 'longer in the neck' });

    const lesson = someLesson();
    await machine().put(`/api/lessons/${lesson.id}`).send(lesson).expect(200);
    const later = new Date(Date.parse(lesson.updatedAt) + 3600_000).toISOString();
    const changed = { ...lesson, revision: 1, title: 'Second', updatedAt: later };
    await agent.put(`/api/lessons/${lesson.id}`).send(changed).expect(200);
    await agent.put(`/api/lessons/${lesson.id}`).send(changed).expect(200);
    const versions = (await machine().get(`/api/lessons/${lesson.id}/versions`)).body;
    expect(versions.map((v: { by: string | null }) => v.by)).toEqual(['Rowan Ashdown', null]);
  });
});

describe('a link', () => {
  test('shows one thing to whoever has it, until it runs out or is taken back', async () => {
    const horse = someHorse({ name: 'Kelpwick', notes: 'PRIVATE' });
    await machine().put(`/api/horses/${horse.id}`).send(horse).expect(200);
    const session = someSession(horse.id, { notes: 'PRIVATE', homework: 'Two quiet breaths' });
    await machine().put(`/api/sessions/${session.id}`).send(session).expect(200);
    const lesson = someLesson({ horseId: horse.id, title: 'Half-halts' });
    await machine().put(`/api/lessons/${lesson.id}`).send(lesson).expect(200);
    const link = async (what: object) =>
      (await machine().post('/api/shares').send({ what, days: 14 }).expect(201)).body;
    const open = (token: string) => phone().get('/api/shared').set('X-Share', token);

    const links = [
      await link({ kind: 'lesson', lessonId: lesson.id }),
      await link({ kind: 'homework', sessionId: session.id }),
      await link({ kind: 'report', horseId: horse.id, from: '2026-04-20', to: '2026-05-10' }),
    ];
    expect(links.map((l) => l.title)).toEqual([
      'Half-halts',
      'Homework for Kelpwick',
      'Report on Kelpwick',
    ]);
    const shown = [];
    for (const { token } of links) shown.push((await open(token).expect(200)).body);
    expect(shown).toMatchObject([
      { kind: 'lesson', horse: 'Kelpwick', lesson: { title: { text: 'First' } } },
      { kind: 'homework', said: 'Two quiet breaths', date: '2026-05-02' },
      { kind: 'report', report: { horse: 'Kelpwick', from: '2026-04-20' } },
    ]);
    expect(JSON.stringify(shown)).not.toContain('PRIVATE');
    // It opens nothing else, and its secret is shown once.
    await phone(links[0].token).get('/api/lessons').expect(401);
    const listed = await machine().get('/api/shares').expect(200);
    expect(listed.body.shares).toHaveLength(3);
    for (const { token } of links) expect(listed.text).not.toContain(token);
    expect(listed.body.shares[0].openedAt).not.toBeNull();

    await machine().delete(`/api/shares/${links[0].id}`).expect(204);
    await machine()
      .put(`/api/sessions/${session.id}`)
      .send({ ...session, revision: 1, homework: '' });
    for (const { token } of links.slice(0, 2)) await open(token).expect(410);
    await open('').expect(410);
    const later = new Date(Date.now() + 14 * DAY_MS + 1000);
    expect(await book.shares.of(links[2].token, later)).toBeNull();
    await machine()
      .post('/api/shares')
      .send({ what: { kind: 'lesson', lessonId: v7() }, days: 14 })
      .expect(404);
    const none = { what: { kind: 'lesson', lessonId: lesson.id }, days: 400 };
    await machine().post('/api/shares').send(none).expect(400);
  });
});

test('a cookie of ours is the only one that counts', async () => {
  const secret = await book.paired();
  for (const name of ['canter-book', `x${COOKIE}`, COOKIE.toUpperCase()])
    await book.phone().get('/api/horses').set('Cookie', `${name}=${secret}`).expect(401);
});
