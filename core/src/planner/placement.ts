import { REINS, otherRein, type Rein } from '../arena/rein.ts';
import type { Track } from './track.ts';

/** One way to lay a round of an exercise down: where it begins and ends on the track, on one rein. */
export interface Spot {
  readonly rein: Rein;
  /** The letter it begins at. */
  readonly at: string;
  readonly entry: number;
  readonly exit: number;
  /** The rein it ends on, when that is another. */
  readonly exitRein?: Rein;
  /** It leaves the track straight across the school, or up the centre line. */
  readonly leavesAcross?: boolean;
  /** It comes back to the track that way. */
  readonly comesAcross?: boolean;
  readonly text: string;
  /** Its changes of gait and pace at letters, see {@link transitionKey}. */
  readonly transitions?: readonly string[];
}

/** A set to be placed: so many rounds on each rein. */
export interface Placeable {
  readonly id: string;
  readonly rounds: Readonly<Record<Rein, number>>;
  readonly spots: readonly Spot[];
  /** Sets that must be ridden before it. */
  readonly after: readonly string[];
}

/** A round that is ridden, or a change of rein between two. */
export interface LaidStep {
  /** The set; null for a change of rein. */
  readonly set: string | null;
  readonly spot: Spot;
}

export interface Placing {
  readonly steps: readonly LaidStep[];
  /** Dead metres, and what stands for letters worn out. */
  readonly cost: number;
}

export interface WayEnd {
  readonly rein: Rein;
  readonly place: number;
  /** The letter of the last round. */
  readonly at: string;
  /** It has come to where it stands from across the school. */
  readonly across?: boolean;
}

/** The same letter twice running, in metres of dead riding. Common practice: the horse learns the place. */
const SAME_LETTER_M = 45;

/** Out of the question, unless there is no other way. */
const TURNS_BACK_M = 1e5;

export interface Ground {
  readonly track: Track;
  readonly reinChanges: readonly Spot[];
  /** A little for or against a spot: breaks ties between equally good choices. */
  taste(spot: Spot): number;
}

/** Where a way has come to, each step with the one before it: they are written out once, at the end. */
interface Reached {
  readonly cost: number;
  readonly end: WayEnd;
  readonly last: { readonly step: LaidStep; readonly before: Reached } | null;
}

function stepsTo(end: Reached): LaidStep[] {
  const steps: LaidStep[] = [];
  for (let { last } = end; last; { last } = last.before) steps.push(last.step);
  return steps.reverse();
}

/**
 * The order of the sets, and where each round is ridden, with the least dead riding: a shortest path over
 * (sets already ridden, the spot of the last round). Each set is ridden on one rein, then on the other;
 * it begins on the rein that serves best.
 * Source: dynamic programming over subsets, Held & Karp 1962 (from memory).
 */
export function place(sets: readonly Placeable[], from: WayEnd, ground: Ground): Placing {
  // For each choice of sets that are ridden already, every end it can come to.
  let frontier = new Map<number, Reached[]>([[0, [{ cost: 0, end: from, last: null }]]]);
  for (let done = 0; done < sets.length; done++) {
    const next = new Map<number, Map<string, Reached>>();
    for (const [mask, ends] of frontier) {
      sets.forEach((set, i) => {
        if (mask & (1 << i) || !isOpen(set, sets, mask)) return;
        const then = next.get(mask | (1 << i)) ?? new Map<string, Reached>();
        next.set(mask | (1 << i), then);
        for (const reached of ridden(set, ends, ground)) {
          const known = then.get(keyOf(reached.end));
          if (!known || reached.cost < known.cost) then.set(keyOf(reached.end), reached);
        }
      });
    }
    frontier = new Map([...next].map(([mask, ends]) => [mask, [...ends.values()]]));
  }
  const ends = frontier.get((1 << sets.length) - 1);
  if (!ends?.length) throw new Error('place: the sets wait for one another');
  const best = ends.reduce((a, b) => (b.cost < a.cost ? b : a));
  return { steps: stepsTo(best), cost: best.cost };
}

const keyOf = ({ rein, place, at, across = false }: WayEnd): string =>
  `${rein}/${place.toFixed(2)}/${at}/${across}`;

const isOpen = (set: Placeable, sets: readonly Placeable[], mask: number): boolean =>
  set.after.every((id) => {
    const i = sets.findIndex((s) => s.id === id);
    return i < 0 || (mask & (1 << i)) !== 0;
  });

/** All ends a set can come to from where the horse may stand, each by its shortest way. */
function ridden(set: Placeable, from: readonly Reached[], ground: Ground): Reached[] {
  return REINS.flatMap((first) => {
    const reins = [
      ...Array<Rein>(set.rounds[first]).fill(first),
      ...Array<Rein>(set.rounds[otherRein(first)]).fill(otherRein(first)),
    ];
    if (set.rounds[first] === 0 && set.rounds[otherRein(first)] > 0) return [];
    let layer = from;
    for (const rein of reins) layer = nextRound(set, rein, layer, ground);
    return layer;
  });
}

/** One round further: for each spot, the shortest way to it. */
function nextRound(
  set: Placeable,
  rein: Rein,
  layer: readonly Reached[],
  ground: Ground,
): Reached[] {
  return set.spots
    .filter((s) => s.rein === rein)
    .map((spot) => {
      const [before, way] = layer
        .map((from) => [from, wayTo(spot, from.end, ground)] as const)
        .reduce((a, b) => (b[0].cost + b[1].cost < a[0].cost + a[1].cost ? b : a));
      return joined(set.id, spot, before, way, ground.taste(spot));
    });
}

/** From where the horse stands to a spot, with a change of rein where one is needed. */
interface Way {
  readonly cost: number;
  readonly change: Spot | null;
}

function wayTo(spot: Spot, end: WayEnd, { track, reinChanges }: Ground): Way {
  const worn = end.at === spot.at ? SAME_LETTER_M : 0;
  if (end.rein === spot.rein) {
    const wayM = track.wayM(end.rein, end.place, spot.entry);
    // Straight back the way it came the horse cannot go.
    const back = wayM === 0 && end.across && spot.leavesAcross ? TURNS_BACK_M : 0;
    return { cost: wayM + back + worn, change: null };
  }
  let best: Way = { cost: Infinity, change: null };
  for (const change of reinChanges) {
    if (change.rein !== end.rein) continue;
    const cost =
      worn +
      track.wayM(end.rein, end.place, change.entry) +
      track.wayM(spot.rein, change.exit, spot.entry);
    if (cost < best.cost) best = { cost, change };
  }
  return best;
}

function joined(set: string, spot: Spot, from: Reached, way: Way, taste: number): Reached {
  const before = way.change
    ? { ...from, last: { step: { set: null, spot: way.change }, before: from } }
    : from;
  return {
    cost: from.cost + way.cost + taste,
    end: {
      rein: spot.exitRein ?? spot.rein,
      place: spot.exit,
      at: spot.at,
      ...(spot.comesAcross && { across: true }),
    },
    last: { step: { set, spot }, before },
  };
}
