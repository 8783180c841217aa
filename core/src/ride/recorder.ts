import type { Kind } from '../lesson/forms.ts';
import type { Hold, Riding } from '../forms/contract.ts';
import type { Leg } from '../geometry/leg.ts';
import type { PlannedLeg } from '../geometry/blend.ts';
import type { Instruction, Phase } from '../lesson/document.ts';

/** A movement as the compiler writes it down, before times are known. */
export interface PlannedMovement {
  readonly itemId: string;
  readonly act: number;
  readonly round: number;
  readonly kind: Kind;
  readonly text: string;
  readonly instruction: Instruction | null;
  readonly startM: number;
  /** From here on nothing changes that was asked for before it: the last steps of a simple change, for one. */
  readonly settledM: number;
  endM: number;
  readonly riding: Riding;
  readonly phaseIndex: number;
}

export type RideEvent =
  | { readonly atM: number; readonly kind: 'movement'; readonly index: number }
  | { readonly atM: number; readonly kind: 'patch'; readonly patch: (riding: Riding) => Riding }
  | { readonly atM: number; readonly kind: 'hold'; readonly hold: Hold };

/**
 * Collects what is ridden in planned (sharp-cornered) metres: legs, the movements on them, and what
 * changes where. Blending, times and strides come after, in one go.
 */
export class Recorder {
  readonly legs: PlannedLeg[] = [];
  readonly drafts: PlannedMovement[] = [];
  readonly events: RideEvent[] = [];
  readonly phases: { itemId: string; phase: Phase }[] = [];
  plannedM = 0;
  private lastPatchM = 0;

  begin(draft: Omit<PlannedMovement, 'startM' | 'settledM' | 'endM' | 'phaseIndex'>): void {
    const { itemId, act, round, kind, text, instruction, riding } = draft;
    this.drafts.push({
      itemId,
      act,
      round,
      kind,
      text,
      instruction,
      riding,
      startM: this.plannedM,
      settledM: Math.max(this.plannedM, this.lastPatchM),
      endM: this.plannedM,
      phaseIndex: this.phases.length - 1,
    });
    this.events.push({ atM: this.plannedM, kind: 'movement', index: this.drafts.length - 1 });
  }

  /** @param first what sets the first leg apart from the one before */
  ride(
    legs: readonly Leg[],
    cornerRadiusM: number,
    first: Pick<Leg, 'jump' | 'turned'> | null,
  ): void {
    legs.forEach((leg, i) => {
      this.legs.push({ ...leg, cornerRadiusM, ...(i === 0 && first) });
      this.plannedM += leg.curve.lengthM;
    });
    const draft = this.drafts.at(-1);
    if (draft) draft.endM = this.plannedM;
  }

  patch(atM: number, patch: (riding: Riding) => Riding): void {
    this.events.push({ atM, kind: 'patch', patch });
    this.lastPatchM = Math.max(this.lastPatchM, atM);
  }

  /** All events in the order in which they come on the line; those at one place as they were said. */
  inOrder(): RideEvent[] {
    return this.events
      .map((event, i) => ({ event, i }))
      .sort((a, b) => a.event.atM - b.event.atM || a.i - b.i)
      .map(({ event }) => event);
  }

  /** How it goes after everything that was recorded. */
  ridingAtEnd(start: Riding): Riding {
    return this.inOrder().reduce(
      (riding, event) => (event.kind === 'patch' ? event.patch(riding) : riding),
      start,
    );
  }

  hold(atM: number, hold: Hold): void {
    this.events.push({ atM, kind: 'hold', hold });
  }
}
