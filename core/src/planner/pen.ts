import { breakEveryS, type HorseProfile } from '../gaits/horse.ts';
import { setComment } from './marks.ts';
import type { Step } from './placement.ts';
import type { Chosen } from './selection.ts';
import type { Ridden } from './spots.ts';
import { BREAK_MIN, WAY_S } from './timing.ts';
import type { Writing } from './writing.ts';

export type SpotsOf = (chosen: Chosen) => Ridden;

/** What the ids of plain trot and plain canter begin with. */
export const PLAIN = 'plain ';

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

  constructor(
    horse: HorseProfile,
    private readonly writing: Pick<Writing, 'straighten' | 'breakShare' | 'settled'>,
  ) {
    this.mostS = breakEveryS(horse) * writing.breakShare;
  }

  write(steps: readonly Step[], sets: ReadonlyMap<string, WhyWritten>, spots: SpotsOf): string[] {
    const { straighten, settled } = this.writing;
    const lines: string[] = [];
    let marked: string | null = null;
    let last: string | null = null;
    steps.forEach(({ set, spot }, i) => {
      // A change of rein is ridden for the round that follows it.
      const next = set ?? steps[i + 1]!.set!;
      const written = sets.get(next);
      if (!written) {
        // What is kept, or plain, is written as it stands, its change of rein before it.
        lines.push(set === null ? this.across(spot.text) : spot.text);
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
      if (!walks && this.workedS > 0 && this.workedS + seconds + WAY_S > this.mostS) {
        lines.push(`walk break ${BREAK_MIN} min`);
        this.workedS = 0;
        // After it the horse walks on to the next letter, and trots there.
        this.endsIn = 'trot';
        this.walksIn = true;
        marked = null;
      }
      const wantsTrot = settled.includes(own.candidate.id);
      if (set === null) {
        if (wantsTrot) this.endsIn = 'trot';
        lines.push(this.across(spot.text));
        return;
      }
      if (marked !== set) lines.push(setComment(own.candidate.exercise, own.candidate.rung));
      if (wantsTrot && this.walksIn) {
        lines.push('trot working, go large');
        this.workedS += LARGE_S;
      }
      const ridden = spot.text.split('\n');
      lines.push(...(last === set ? ridden : withNote(ridden, why)));
      marked = last = set;
      this.endsIn = endsIn;
      this.walksIn = endsIn === 'walk';
      if (walks) this.workedS = seconds >= RESTS_S ? 0 : this.workedS;
      else this.workedS += seconds + WAY_S;
      const leaves = steps[i + 1]?.set !== set;
      if (endsIn === 'trot' && (straighten === 2 || (straighten === 1 && leaves))) {
        lines.push('go large');
        this.workedS += LARGE_S;
      }
    });
    return lines;
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
const withNote = (lines: readonly string[], note: string): string[] => {
  const at = lines.findIndex((l) => !/^(poles|cone|barrel)\b/.test(l));
  return lines.map((l, i) => (i === at ? `${l} -- ${note}` : l));
};
