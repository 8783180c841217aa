import type { Scale } from '../scales.ts';
import type { Chance } from './ahead.ts';
import type { Day } from './days.ts';
import type { Fact } from './facts.ts';
import type { GateReading } from './gate.ts';
import type { Goal } from './goal.ts';
import type { KeptWeek, WeekStep } from './request.ts';

/** The shape of a programme. */

export interface Week extends KeptWeek {
  readonly days: Day[];
  /** Why it is as it is. */
  readonly facts: readonly Fact[];
}

export interface PlannedStep extends WeekStep {
  readonly reading: GateReading;
}

/** A wish that could not be met, and the nearest that could. */
export type Unmet =
  | {
      readonly code: 'unlikely';
      readonly scale: Scale;
      readonly chance: number;
      readonly least: number;
      readonly likely: number | null;
      readonly onDate: string | null;
    }
  | {
      readonly code: 'unlikely percent';
      readonly chance: number;
      readonly percent: number;
      readonly likely: number;
    }
  | { readonly code: 'no room'; readonly scale: Scale; readonly weeks: number }
  | { readonly code: 'few lessons'; readonly perWeek: number }
  | { readonly code: 'cannot know'; readonly scale: Scale }
  | { readonly code: 'too far'; readonly weeks: number };

export interface Programme {
  readonly goal: Goal;
  readonly from: string;
  readonly weeks: readonly Week[];
  readonly steps: readonly PlannedStep[];
  /** Where each scale that counts is to be expected at the end. */
  readonly forecast: readonly Chance[];
  /** That the goal is reached; null without one, or where nobody can know. */
  readonly chance: number | null;
  /** Of a test: the percentage to be expected, and its standard deviation. */
  readonly percent: { readonly mean: number; readonly sd: number } | null;
  readonly unmet: readonly Unmet[];
  readonly objective: number;
  /** No programme is better than this one by more, as a share. */
  readonly gap: number;
}

export type PlannedProgramme = { readonly programme: Programme } | NoProgramme;

export interface NoProgramme {
  readonly why: string;
  readonly waysOut: readonly string[];
}
