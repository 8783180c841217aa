import type { Request, Result } from 'autocannon';
import { v7 } from 'uuid';
import type { Observation } from '../../core/src/observations/observation.ts';
import { SCALES } from '../../core/src/scales.ts';

/** What clients ask, one after the other for each horse and each session. */

export const DAY = '2026-06-15';

export function asks(sessions: readonly string[]) {
  let turn = 0;
  const next = <T>(list: readonly T[]): T => list[turn++ % list.length]!;
  const get = (path: () => string): Partial<Request> => ({
    setupRequest: (request) => ({ ...request, method: 'GET', path: path() }),
  });
  const post = (observations: () => Observation[]): Partial<Request> => ({
    setupRequest: (request) => ({
      ...request,
      method: 'POST',
      path: '/api/observations',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ observations: observations() }),
    }),
  });
  const base = (sessionId: string) => ({ id: v7(), sessionId, at: `${DAY}T15:00:00Z` });
  const aTry = (): Observation => ({
    ...base(next(sessions)),
    kind: 'try',
    itemId: 'i1',
    text: 'C circle left 20',
    rein: 'left',
    gait: 'trot',
    result: 'good',
    held: 6,
  });
  const twelveMarks = (): Observation[] => {
    const sessionId = next(sessions);
    return SCALES.flatMap((scale) =>
      (['left', 'right'] as const).map((rein): Observation => ({
        ...base(sessionId),
        kind: 'mark',
        scale,
        rein,
        value: 6,
      })),
    );
  };
  return { get, next, post, aTry, twelveMarks };
}

export const printHead = (what: string): void =>
  console.log(
    `\n${what.padEnd(44)} ${'median'.padStart(8)} ${'99 %'.padStart(8)} ${'worst'.padStart(8)} ${'a second'.padStart(9)}`,
  );

export function print(name: string, { latency, requests, non2xx }: Result): void {
  const ms = (value: number) => value.toFixed(0).padStart(8);
  const refused = non2xx > 0 ? `, ${non2xx} refused` : '';
  console.log(
    `${name.padEnd(44)} ${ms(latency.p50)} ${ms(latency.p99)} ${ms(latency.max)} ${requests.average.toFixed(0).padStart(9)}${refused}`,
  );
}
