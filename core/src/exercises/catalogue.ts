import { bending } from './chains/bending.ts';
import { bodyBeforeRein } from './chains/bodyBeforeRein.ts';
import { canterSideways } from './chains/canterSideways.ts';
import { changes } from './chains/changes.ts';
import { connection } from './chains/connection.ts';
import { halfSteps } from './chains/halfSteps.ts';
import { halt } from './chains/halt.ts';
import { inHand } from './chains/inHand.ts';
import { legYield } from './chains/legYield.ts';
import { lengthening } from './chains/lengthening.ts';
import { piaffe } from './chains/piaffe.ts';
import { poles } from './chains/poles.ts';
import { rectangle } from './chains/rectangle.ts';
import { repair } from './chains/repair.ts';
import { rhythm } from './chains/rhythm.ts';
import { shoulders } from './chains/shoulders.ts';
import { sideways } from './chains/sideways.ts';
import { spiral } from './chains/spiral.ts';
import { squareCanter } from './chains/squareCanter.ts';
import { straightness } from './chains/straightness.ts';
import { stretch } from './chains/stretch.ts';
import { strideControl } from './chains/strideControl.ts';
import { tempi } from './chains/tempi.ts';
import { transitions } from './chains/transitions.ts';
import { walk } from './chains/walk.ts';
import { walkPirouette } from './chains/walkPirouette.ts';
import { workingPirouette } from './chains/workingPirouette.ts';
import { wrongLead } from './chains/wrongLead.ts';
import type { Chain, Exercise } from './exercise.ts';

/** The chains of the shelf, from the easiest on. A new chain is its file and its line here. */
export const CHAINS: readonly Chain[] = [
  walk,
  inHand,
  rhythm,
  stretch,
  connection,
  repair,
  bodyBeforeRein,
  shoulders,
  legYield,
  bending,
  straightness,
  rectangle,
  poles,
  transitions,
  wrongLead,
  halt,
  spiral,
  lengthening,
  strideControl,
  squareCanter,
  sideways,
  walkPirouette,
  changes,
  workingPirouette,
  canterSideways,
  halfSteps,
  tempi,
  piaffe,
];

export const EXERCISES: readonly Exercise[] = CHAINS.flatMap((chain) => chain.exercises);

const byId = new Map(EXERCISES.map((e) => [e.id, e]));

export const findExercise = (id: string): Exercise | undefined => byId.get(id);

const chains = new Map(CHAINS.flatMap((c) => c.exercises.map((e) => [e.id, c] as const)));

export const chainOf = (id: string): Chain | undefined => chains.get(id);

/** A repair is for when something is lost; nobody plans for it, and it trains nothing by itself. Common practice. */
export const isRepair = ({ id }: Pick<Exercise, 'id'>): boolean => chainOf(id) === repair;
