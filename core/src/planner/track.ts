import { findLetter, letterOnTrack, trackBox, type Arena } from '../arena/arena.ts';
import type { Rein } from '../arena/rein.ts';
import type { Point } from '../geometry/curve.ts';

/** The way round the track, for joining one exercise to the next. */
export interface Track {
  readonly lengthM: number;
  /** Metres anticlockwise from the corner at F to the place on the track nearest to a point. */
  placeOf(point: Point): number;
  /** Metres to ride on a rein from one place to another; a place where the horse already stands is reached at once. */
  wayM(rein: Rein, from: number, to: number): number;
  letter(name: string): number;
}

/** A place this little behind counts as where the horse stands. */
const HERE_M = 1.5;

export function trackOf(arena: Arena): Track {
  const { minX, maxX, minY, maxY } = trackBox(arena);
  const [width, length] = [maxX - minX, maxY - minY];
  const lengthM = 2 * (width + length);
  const placeOf = ({ x, y }: Point): number => {
    const sides: [away: number, place: number][] = [
      [Math.abs(x - maxX), y - minY],
      [Math.abs(y - maxY), length + (maxX - x)],
      [Math.abs(x - minX), length + width + (maxY - y)],
      [Math.abs(y - minY), 2 * length + width + (x - minX)],
    ];
    const [, place] = sides.reduce((a, b) => (b[0] < a[0] ? b : a));
    return ((place % lengthM) + lengthM) % lengthM;
  };
  return {
    lengthM,
    placeOf,
    wayM(rein, from, to) {
      const ahead = rein === 'left' ? to - from : from - to;
      const way = ((ahead % lengthM) + lengthM) % lengthM;
      return way > lengthM - HERE_M ? 0 : way;
    },
    letter(name) {
      const letter = findLetter(arena, name);
      if (!letter) throw new RangeError(`trackOf: there is no letter ${name} in this arena`);
      return placeOf(letterOnTrack(arena, letter));
    },
  };
}
