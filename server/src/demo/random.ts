/**
 * A small seeded generator (mulberry32, public domain): the demo yard is the same every time.
 *
 * @returns numbers in [0, 1)
 */
export function seeded(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

/** A normal deviate by the Box–Muller transform. */
export function normal(random: () => number): number {
  return Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
}

/** A UUIDv7 from a time and a seeded generator, so that the demo's ids sort by time. */
export function seededId(random: () => number, atMs: number): string {
  const time = Math.floor(atMs).toString(16).padStart(12, '0');
  const hex = (digits: number) =>
    Array.from({ length: digits }, () => Math.floor(random() * 16).toString(16)).join('');
  const variant = '89ab'[Math.floor(random() * 4)];
  return `${time.slice(0, 8)}-${time.slice(8)}-7${hex(3)}-${variant}${hex(3)}-${hex(12)}`;
}
