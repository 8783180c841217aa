import { breakEveryS, type HorseProfile } from '../gaits/horse.ts';
import type { Item } from '../lesson/document.ts';
import { allItems } from '../lesson/edits.ts';
import { itemsIn } from './items.ts';
import { setMarkOf } from './marks.ts';
import type { LaidStep } from './placement.ts';
import type { Chosen } from './selection.ts';
import type { RungSpots } from './spots.ts';
import { BREAK_MIN, WAY_S } from './timing.ts';
import type { Writing } from './writing.ts';

export type SpotsOf = (chosen: Chosen) => RungSpots;

/** What the ids of plain trot and plain canter begin with. */
export const PLAIN = 'plain ';
/** And those of what is kept. */
export const KEPT = 'kept ';

/** Once round in trot. Seconds, about. */
const LARGE_S = 45;
/** A walk of this length rests as a break does. Common practice. */
const RESTS_S = 60;

/** A set that is to be written, and why. */
interface WhyWritten {
  readonly chosen: Chosen;
  readonly why: string;
}

/** Writes steps down, with a break of walk before the work gets too long. */
export class Pen {
  private workedS = 0;
  private endsIn: 'walk' | 'trot' = 'walk';
  /** Comes to the next round in walk, and trots only there. */
  private walksIn = true;
  private readonly mostS: number;
  /** Lines that stand as they were changed by hand: what the review says of them is the instructor's own affair. */
  readonly kept = new Set<string>();

  constructor(
    horse: HorseProfile,
    private readonly writing: Pick<Writing, 'straighten' | 'breakShare' | 'settled'>,
    private readonly newId: () => string,
  ) {
    this.mostS = breakEveryS(horse) * writing.breakShare;
  }

  /**
   * @param keptMinutes how long the parts take that stand as they are, by their ids
   */
  write(
    steps: readonly LaidStep[],
    sets: ReadonlyMap<string, WhyWritten>,
    spots: SpotsOf,
    keptMinutes: ReadonlyMap<string, number> = new Map(),
  ): Item[] {
    const { straighten, settled } = this.writing;
    const items: Item[] = [];
    const put = (text: string) => items.push(...itemsIn(text, this.newId));
    const rounds = new Map<string, number>();
    let marked: string | null = null;
    let last: string | null = null;
    steps.forEach(({ set, spot }, i) => {
      // A change of rein is ridden for the round that follows it.
      const next = set ?? steps[i + 1]!.set!;
      const written = sets.get(next);
      if (!written) {
        // What is kept, or plain, is written as it stands, its change of rein before it.
        const takesS = 60 * (keptMinutes.get(next) ?? 0);
        const wayThere = steps[i - 1]?.set === null;
        if (takesS > 0 && !(set !== null && wayThere)) this.restBefore(takesS, put);
        const begins = items.length;
        put(set === null ? this.across(spot.text) : spot.text);
        if (set !== null) this.workedS += takesS;
        if (set?.startsWith(KEPT))
          for (const { id } of allItems(items.slice(begins))) this.kept.add(id);
        marked = last = set;
        if (set?.startsWith(PLAIN)) {
          this.workedS += LARGE_S;
          this.endsIn = 'trot';
          this.walksIn = false;
        }
        return;
      }
      const { chosen: own, why } = written;
      const walks = own.candidate.exercise.gaits.every((g) => g === 'walk');
      const { seconds, endsIn } = spots(own);
      if (!walks && this.restBefore(seconds + WAY_S, put)) marked = null;
      const wantsTrot = settled.includes(own.candidate.id);
      if (set === null) {
        if (wantsTrot) this.endsIn = 'trot';
        put(this.across(spot.text));
        return;
      }
      const { exercise, rung } = own.candidate;
      const begins = items.length;
      if (wantsTrot && this.walksIn) {
        put('trot working, go large');
        this.workedS += LARGE_S;
      }
      const ridden = itemsIn(spot.text, this.newId);
      items.push(...(last === set ? ridden : withNote(ridden, why)));
      const round = (rounds.get(set) ?? 0) + 1;
      rounds.set(set, round);
      const mark = setMarkOf(exercise, rung, round, marked !== set);
      items[begins] = { ...items[begins]!, set: mark } as Item;
      marked = last = set;
      this.endsIn = endsIn;
      this.walksIn = endsIn === 'walk';
      if (walks) this.workedS = seconds >= RESTS_S ? 0 : this.workedS;
      else this.workedS += seconds + WAY_S;
      const leaves = steps[i + 1]?.set !== set;
      if (endsIn === 'trot' && (straighten === 2 || (straighten === 1 && leaves))) {
        put('go large');
        this.workedS += LARGE_S;
      }
    });
    return items;
  }

  /** A break, when what comes next would make the work too long without one. */
  private restBefore(seconds: number, put: (text: string) => void): boolean {
    if (this.workedS === 0 || this.workedS + seconds <= this.mostS) return false;
    put(`walk break ${BREAK_MIN} min`);
    this.workedS = 0;
    // After it the horse walks on to the next letter, and trots there.
    this.endsIn = 'trot';
    this.walksIn = true;
    return true;
  }

  /** A change of rein in the gait the horse is in. */
  private across(text: string): string {
    if (this.endsIn === 'walk') return text.replace('change rein', 'walk medium, change rein');
    this.workedS += WAY_S;
    this.walksIn = false;
    return text.replace('change rein', 'trot working, change rein');
  }
}

/** A reason stands beside the first line that is ridden. */
function withNote(items: readonly Item[], note: string): Item[] {
  const at = items.findIndex((item) => item.kind === 'line');
  return items.map((item, i) => (i === at && item.kind === 'line' ? { ...item, note } : item));
}
