import { bending } from './bending.ts';
import { bodyBeforeRein } from './bodyBeforeRein.ts';
import { canterSideways } from './canterSideways.ts';
import { changes } from './changes.ts';
import { connection } from './connection.ts';
import { halfSteps } from './halfSteps.ts';
import { halt } from './halt.ts';
import { inHand } from './inHand.ts';
import { legYield } from './legYield.ts';
import { lengthening } from './lengthening.ts';
import { piaffe } from './piaffe.ts';
import { poles } from './poles.ts';
import { rectangle } from './rectangle.ts';
import { repair } from './repair.ts';
import { rhythm } from './rhythm.ts';
import { shoulders } from './shoulders.ts';
import { sideways } from './sideways.ts';
import { spiral } from './spiral.ts';
import { squareCanter } from './squareCanter.ts';
import { straightness } from './straightness.ts';
import { stretch } from './stretch.ts';
import { strideControl } from './strideControl.ts';
import { tempi } from './tempi.ts';
import { transitions } from './transitions.ts';
import { walk } from './walk.ts';
import { walkPirouette } from './walkPirouette.ts';
import { workingPirouette } from './workingPirouette.ts';
import { wrongLead } from './wrongLead.ts';
import type { Chain } from '../exercise.ts';

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
