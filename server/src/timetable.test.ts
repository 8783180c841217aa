import { mkdtempSync, rmSync, utimesSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import ICAL from 'ical.js';
import request from 'supertest';
import { v7 } from 'uuid';
import { appointmentSchema, type Appointment } from '@canter-book/core/calendar/appointment';
import { NEW_TIMETABLE } from '@canter-book/core/calendar/newTimetable';
import { cancelOnce, moveOnce } from '@canter-book/core/calendar/changes';
import { programmeSchema } from '@canter-book/core/programme/record';
import { busyHoursIn } from './calendar/read.ts';
import { readFolder } from './calendar/take.ts';
import { calendarText } from './calendar/write.ts';
import { airOn } from './routes/weather.ts';
import { openTestApp, someHorse, someSession } from './testing/app.ts';

type Server = Awaited<ReturnType<typeof openTestApp>>;
let server: Server;
let api: ReturnType<typeof request>;
const horse = someHorse({ name: 'Tansy' });
beforeAll(async () => {
  server = await openTestApp();
  api = request(server.app);
  await api.put(`/api/horses/${horse.id}`).send(horse).expect(200);
}, 60_000);
afterAll(() => server.close());

const some = (more: Partial<Appointment> = {}): Appointment =>
  appointmentSchema.parse({
    id: v7(),
    revision: 0,
    horseId: horse.id,
    riderId: null,
    instructor: 'Rowan Ashdown',
    date: '2026-03-23',
    start: '10:00',
    minutes: 45,
    zone: 'Europe/Dublin',
    ...more,
  });
const weekly = { everyWeeks: 1, weekdays: [0], until: null };

describe('the timetable', () => {
  test('answers what can fall on a day, also what was moved there', async () => {
    const once = some();
    const ended = some({ repeat: { ...weekly, until: '2026-04-06' } });
    const endless = some({ repeat: weekly });
    const there = { date: '2026-06-01', start: '09:00', minutes: 45, arena: '' };
    const moved = moveOnce({ ...ended, id: v7() }, '2026-04-06', there);
    for (const a of [once, ended, endless, moved])
      await api.put(`/api/appointments/${a.id}`).send(a).expect(200);
    const on = async (day: string) => {
      const { body } = await api.get('/api/appointments').query({ from: day, to: day }).expect(200);
      return (body as Appointment[]).map((a) => a.id).sort();
    };
    expect(await on('2026-03-23')).toEqual([once, ended, endless, moved].map((a) => a.id).sort());
    expect(await on('2026-06-01')).toEqual([endless.id, moved.id].sort());
    await api.delete(`/api/appointments/${endless.id}`).expect(204);
    expect(await on('2027-06-01')).toEqual([]);
    await api.get('/api/appointments').query({ from: '2026-03-23', to: '2028-03-23' }).expect(400);
  });

  test('says what is wrong with what cannot stand in it', async () => {
    const late = { ...some(), start: '23:30', minutes: 60 };
    const { body } = await api.put(`/api/appointments/${late.id}`).send(late).expect(400);
    expect(JSON.stringify(body)).toMatch(/must end on the same day/);
    const nowhere = { ...some(), zone: 'Mars/Base' };
    await api.put(`/api/appointments/${nowhere.id}`).send(nowhere).expect(400);
  });

  test('a horse that leaves takes its appointments and programme with it; a rider leaves them', async () => {
    const other = someHorse({ name: 'Kelpwick' });
    const rider = { id: v7(), revision: 0, name: 'Ines', notes: '', theme: '', stage: null };
    await api.put(`/api/horses/${other.id}`).send(other).expect(200);
    await api.put(`/api/riders/${rider.id}`).send(rider).expect(200);
    const ours = some({ horseId: other.id });
    const hers = some({ riderId: rider.id });
    for (const a of [ours, hers]) await api.put(`/api/appointments/${a.id}`).send(a).expect(200);
    await server.book.riders.remove(rider.id);
    const { body } = await api.get(`/api/appointments/${hers.id}`).expect(200);
    expect(body.riderId).toBeNull();
    await api.delete(`/api/horses/${other.id}`).expect(204);
    await api.get(`/api/appointments/${ours.id}`).expect(404);
  });

  test('a session remembers the appointment it was begun from', async () => {
    const session = someSession(horse.id, { appointmentId: v7() });
    await api.put(`/api/sessions/${session.id}`).send(session).expect(200);
    const { body } = await api.get(`/api/sessions/${session.id}`).expect(200);
    expect(body.appointmentId).toBe(session.appointmentId);
  });
});

test('a programme is kept with all that was wished and planned', async () => {
  const record = programmeSchema.parse({
    id: v7(),
    revision: 0,
    horseId: horse.id,
    goal: { kind: 'level', scale: 'contact', least: 7, date: '2026-08-01' },
    weeks: 12,
    availability: { minutes: [0, 45, 45, 45, 45, 45, 0], arena: Array(7).fill(true) },
    themes: [],
    days: [{ date: '2026-06-16', kind: 'rest' }],
    plan: {
      begunOn: '2026-06-15',
      madeOn: '2026-06-15',
      weeks: [],
      steps: [],
      levels: { contact: { left: 5.2 } },
    },
  });
  const saved = await api.put(`/api/programmes/${record.id}`).send(record).expect(200);
  expect(saved.body).toEqual({ ...record, revision: 1 });
  const ended = { ...saved.body, endedOn: '2026-06-20' };
  await api.put(`/api/programmes/${record.id}`).send(ended).expect(200);
  const listed = (query: object) => api.get('/api/programmes').query(query).expect(200);
  expect((await listed({ horseId: horse.id })).body).toEqual([]);
  expect((await listed({ horseId: horse.id, ended: 1 })).body).toHaveLength(1);
});

/** Times as another program reads them. */
function readBack(text: string) {
  const calendar = new ICAL.Component(ICAL.parse(text));
  return calendar.getAllSubcomponents('vevent').map((component) => {
    const event = new ICAL.Event(component);
    return {
      uid: event.uid,
      summary: event.summary,
      start: event.startDate.toJSDate().toISOString(),
      minutes: event.duration.toSeconds() / 60,
      location: event.location,
      status: component.getFirstPropertyValue('status'),
    };
  });
}

describe('as iCalendar', () => {
  const NOW = new Date('2026-03-20T12:00:00Z');
  const names = { horse: () => 'Tansy', rider: () => 'Ines Calloway; Feld, jr. \\ “Ö”' };

  test('another program reads back each time, over the change of the clocks', () => {
    // The clocks of Dublin go forward on 29 March 2026.
    const rule = {
      ...some({ repeat: { ...weekly, until: '2026-04-13' }, arena: 'Sail loft, east' }),
      riderId: v7(),
    };
    const there = { date: '2026-04-08', start: '09:00', minutes: 30, arena: '' };
    const changed = moveOnce(cancelOnce(rule, '2026-03-30', 'the farrier'), '2026-04-06', there);
    const text = calendarText('Lessons: Rowan Ashdown', [changed], names, NOW);
    for (const line of text.split('\r\n')) expect(Buffer.byteLength(line)).toBeLessThanOrEqual(75);
    const read = readBack(text);
    expect(read.map((e) => [e.start, e.minutes, e.status])).toEqual([
      ['2026-03-23T10:00:00.000Z', 45, 'CONFIRMED'],
      ['2026-03-30T09:00:00.000Z', 45, 'CANCELLED'],
      ['2026-04-08T08:00:00.000Z', 30, 'CONFIRMED'],
      ['2026-04-13T09:00:00.000Z', 45, 'CONFIRMED'],
    ]);
    expect(read[0]).toMatchObject({
      summary: `Tansy, ${names.rider()}`,
      location: 'Sail loft, east',
    });
    expect(new Set(read.map((e) => e.uid)).size).toBe(4);
    // A name that stays, so that a calendar that is read again is not doubled.
    expect(readBack(calendarText('x', [changed], names, NOW)).map((e) => e.uid)).toEqual(
      read.map((e) => e.uid),
    );
  });

  test('a secret address gives one person’s lessons, and no other address anything', async () => {
    const token = 'a-secret-that-nobody-guesses';
    const feeds = [{ token, instructor: 'Rowan Ashdown', riderId: null }];
    await api
      .put('/api/timetable')
      .send({ ...NEW_TIMETABLE, feeds })
      .expect(200);
    const other = some({
      instructor: 'Wren Halloran',
      date: new Date().toISOString().slice(0, 10),
    });
    const own = { ...other, id: v7(), instructor: 'Rowan Ashdown', title: 'Own' };
    for (const a of [other, own]) await api.put(`/api/appointments/${a.id}`).send(a).expect(200);
    const { text, headers } = await api.get(`/api/calendar/feeds/${token}.ics`).expect(200);
    expect(headers['content-type']).toMatch(/^text\/calendar/);
    expect(readBack(text).map((e) => e.uid.slice(0, 36))).toContain(own.id);
    expect(readBack(text).map((e) => e.uid.slice(0, 36))).not.toContain(other.id);
    await api.get('/api/calendar/feeds/another-secret-nobody-has.ics').expect(404);
    const file = await api.get('/api/calendar/lessons.ics').expect(200);
    expect(file.headers['content-disposition']).toContain('lessons.ics');
    expect(readBack(file.text).map((e) => e.uid.slice(0, 36))).toContain(other.id);
  });
});

const FOREIGN = [
  'BEGIN:VCALENDAR',
  'VERSION:2.0',
  'PRODID:-//Somebody//Else//EN',
  'BEGIN:VTIMEZONE',
  'TZID:Yard Time',
  'BEGIN:STANDARD',
  'DTSTART:19701025T020000',
  'TZOFFSETFROM:+0100',
  'TZOFFSETTO:+0000',
  'RRULE:FREQ=YEARLY;BYMONTH=10;BYDAY=-1SU',
  'END:STANDARD',
  'BEGIN:DAYLIGHT',
  'DTSTART:19700329T010000',
  'TZOFFSETFROM:+0000',
  'TZOFFSETTO:+0100',
  'RRULE:FREQ=YEARLY;BYMONTH=3;BYDAY=-1SU',
  'END:DAYLIGHT',
  'END:VTIMEZONE',
  'BEGIN:VEVENT',
  'UID:shift',
  'SUMMARY:Shift',
  'DTSTART;TZID=Yard Time:20260323T100000',
  'DTEND;TZID=Yard Time:20260323T120000',
  'RRULE:FREQ=WEEKLY;COUNT=4',
  'EXDATE;TZID=Yard Time:20260406T100000',
  'END:VEVENT',
  'BEGIN:VEVENT',
  'UID:shift',
  'SUMMARY:Shift\\, later',
  'RECURRENCE-ID;TZID=Yard Time:20260413T100000',
  'DTSTART;TZID=Yard Time:20260413T140000',
  'DTEND;TZID=Yard Time:20260413T150000',
  'END:VEVENT',
  'BEGIN:VEVENT',
  'UID:abroad',
  'SUMMARY:Call',
  'DTSTART;TZID=America/New_York:20260325T090000',
  'DURATION:PT30M',
  'END:VEVENT',
  'BEGIN:VEVENT',
  'UID:floating',
  'SUMMARY:Vet',
  'DTSTART:20260326T083000',
  'DTEND:20260326T090000',
  'END:VEVENT',
  'BEGIN:VEVENT',
  'UID:night',
  'SUMMARY:Foaling watch',
  'DTSTART:20260327T220000Z',
  'DTEND:20260328T020000Z',
  'END:VEVENT',
  'BEGIN:VEVENT',
  'UID:away',
  'SUMMARY:Away',
  'DTSTART;VALUE=DATE:20260401',
  'DTEND;VALUE=DATE:20260403',
  'END:VEVENT',
  'BEGIN:VEVENT',
  'UID:free',
  'SUMMARY:Birthday',
  'TRANSP:TRANSPARENT',
  'DTSTART;VALUE=DATE:20260402',
  'END:VEVENT',
  'BEGIN:VEVENT',
  'UID:off',
  'SUMMARY:Off',
  'STATUS:CANCELLED',
  'DTSTART:20260326T083000',
  'DTEND:20260326T090000',
  'END:VEVENT',
  'END:VCALENDAR',
  '',
].join('\r\n');

describe('a calendar of somebody’s own', () => {
  test('in the watched folder is read by itself, again when it changes, and what is wrong is said', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'canter-book-calendars-'));
    const timetable = (await api.get('/api/timetable').expect(200)).body;
    await api
      .put('/api/timetable')
      .send({ ...timetable, instructors: ['Wren Halloran'] })
      .expect(200);
    const [now, read] = [new Date('2026-03-20T12:00:00Z'), new Map<string, number>()];
    const look = () => readFolder(server.book, folder, read, now);
    expect(await readFolder(server.book, join(folder, 'none'), read, now)).toEqual([]);
    writeFileSync(join(folder, 'wren halloran.ics'), FOREIGN);
    writeFileSync(join(folder, 'Nobody.ics'), FOREIGN);
    writeFileSync(join(folder, 'notes.txt'), 'no calendar');
    expect(await look()).toEqual(['Nobody.ics: nobody of that name teaches or rides here.']);
    const mine = async () =>
      (await server.book.busy.list()).filter((b) => b.instructor === 'Wren Halloran');
    expect((await mine()).map((b) => b.hours.length)).toEqual([9]);
    expect(await look()).toEqual([]);
    writeFileSync(join(folder, 'wren halloran.ics'), 'not one');
    utimesSync(join(folder, 'wren halloran.ics'), now, now);
    expect((await look())[0]).toMatch(/^wren halloran.ics: .*BEGIN:VCALENDAR/);
    // What was read before stays.
    expect(await mine()).toHaveLength(1);
    await server.book.busy.remove((await mine())[0]!.id);
    rmSync(folder, { recursive: true });
  });

  test('is read with its repeats, exceptions and time zones', () => {
    const hours = busyHoursIn(FOREIGN, 'Europe/Dublin', '2026-03-20');
    expect(hours.map((h) => [h.date, h.start, h.minutes, h.title])).toEqual([
      ['2026-03-23', '10:00', 120, 'Shift'],
      // Nine in New York, which is on summer time already, is one o'clock in Dublin.
      ['2026-03-25', '13:00', 30, 'Call'],
      ['2026-03-26', '08:30', 30, 'Vet'],
      ['2026-03-27', '22:00', 120, 'Foaling watch'],
      ['2026-03-28', '00:00', 120, 'Foaling watch'],
      // After the change of the clocks it is still at ten.
      ['2026-03-30', '10:00', 120, 'Shift'],
      ['2026-04-01', '00:00', 1440, 'Away'],
      ['2026-04-02', '00:00', 1440, 'Away'],
      ['2026-04-13', '14:00', 60, 'Shift, later'],
    ]);
  });

  test('taken twice is there once; what is no calendar says so', async () => {
    const take = (text: string, name = 'rowan.ics') =>
      api
        .post('/api/busy')
        .query({ name, instructor: 'Rowan Ashdown', zone: 'Europe/Dublin', today: '2026-03-20' })
        .type('text/calendar')
        .send(text);
    expect((await take(FOREIGN).expect(201)).body.hours).toHaveLength(9);
    await take(FOREIGN).expect(200);
    const { body } = await api.get('/api/busy').expect(200);
    expect(body).toHaveLength(1);
    expect((await take('name;date\n').expect(400)).body.detail).toMatch(/BEGIN:VCALENDAR/);
    const endless = FOREIGN.replace('COUNT=4', 'INTERVAL=0');
    expect((await take(endless)).status).toBeLessThan(500);
    await api.delete(`/api/busy/${body[0].id}`).expect(204);
    expect((await api.get('/api/busy').expect(200)).body).toEqual([]);
  });
});

test('the air of a day comes from the file beside the book; without one, or with a broken one, there is none', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'canter-book-weather-'));
  const file = join(folder, 'weather.json');
  expect(await airOn(file, '2026-07-01')).toBeNull();
  writeFileSync(file, JSON.stringify([{ date: '2026-07-01', celsius: 31, humidity: 70 }, 'odd']));
  expect(await airOn(file, '2026-07-01')).toEqual({
    date: '2026-07-01',
    celsius: 31,
    humidity: 70,
  });
  expect(await airOn(file, '2026-07-02')).toBeNull();
  writeFileSync(file, '{ broken');
  expect(await airOn(file, '2026-07-01')).toBeNull();
  expect((await api.get('/api/weather').query({ date: '2026-07-01' }).expect(200)).body).toBeNull();
  rmSync(folder, { recursive: true });
});
