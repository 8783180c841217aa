/** "1 session", "3 sessions", "2 tries". */
export const counted = (n: number, one: string, more = `${one}s`): string =>
  `${n} ${n === 1 ? one : more}`;
