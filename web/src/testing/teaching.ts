import { ANY_HORSE } from '@canter-book/core/gaits/horse';
import type { TryObservation } from '@canter-book/core/observations/observation';
import type { Session } from '@canter-book/core/book/records';
import type { Teaching } from '../features/ringside/ringsideSlice.ts';

/** For tests: a session that has just begun, its lesson taught from this device, and a try in it. */

export const someSession = (more: Partial<Session> = {}): Session => ({
  id: '0190a0b0-0000-7000-8000-000000000001',
  revision: 0,
  horseId: '0190a0b0-0000-7000-8000-000000000002',
  riderId: null,
  lessonId: null,
  document: null,
  date: '2026-01-01',
  startedAt: '2026-01-01T10:00:00Z',
  endedAt: null,
  minutes: null,
  notes: '',
  homework: '',
  ...more,
});

export const someTeaching = (session: Session, more: Partial<Teaching> = {}): Teaching => ({
  session,
  horse: ANY_HORSE,
  riderName: '',
  clock: { elapsedS: 0, runningSince: null },
  held: 0,
  tries: [],
  seen: [],
  restedAt: 0,
  marks: {},
  step: 'ride',
  ...more,
});

export const someTry = (sessionId: string, id: string): TryObservation => ({
  id,
  sessionId,
  at: '2026-01-01T10:05:00Z',
  kind: 'try',
  itemId: 'i1',
  text: 'C circle left 20',
  rein: 'left',
  gait: 'trot',
  result: 'good',
  held: 3,
});
