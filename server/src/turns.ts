/** Lets waiting requests have their turn; without it a long row of queries holds up everybody else. */
export const takeTurns = (): Promise<void> => new Promise((next) => setImmediate(next));
