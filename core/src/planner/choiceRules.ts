import { REINS } from '../arena/rein.ts';
import { chainOf } from '../exercises/catalogue.ts';
import type { PlannedPhase } from '../exercises/exercise.ts';
import { stageOf } from '../exercises/trial.ts';
import { WARM_UP_CHECKS } from '../observations/words.ts';
import type { Candidate } from './candidates.ts';
import type { ChoiceModel } from './choiceModel.ts';
import {
  difference,
  grouped,
  minuteOf,
  minutesMore,
  minutesOf,
  roundsIn,
  stepsOf,
  terms,
} from './choiceSteps.ts';
import { approachOf, collectedBoutS, shelfOf } from './request.ts';
import { canterMinutes, mostCanterMinutes } from './timing.ts';
import { leftAlone } from './tomorrow.ts';

/** The rules a lesson is chosen by, in the order of docs/planner.md. */

/** A wish that cannot be kept costs this much, so that it is named and not swallowed. */
const BROKEN_PIN = 1000;
/** A point of the warm-up's checklist that nothing covers; a lesson without canter. */
const UNCHECKED = 3;
const NO_CANTER = 0.6;
/** Each minute of canter that the day lacks. */
const CANTER_MINUTE = 1;
const BARE = 3;
/** A hollow side that gets no more than the other. */
const NO_MORE = 0.5;
/** A warm-up without a stretch, where the approach begins with one. */
const NO_STRETCH = 3;
/** A scale that is not confirmed, and was left alone for days. */
const LEFT_ALONE = 3;
/** Sets of one part of a lesson: enough to be a lesson, few enough to be one. Common practice. */
const MINUTES_A_SET = 4;
const MOST_SETS = 6;
/** Each set too many beside the aim, and each four minutes too many far below the stage of the horse. */
const OUT_OF_THREAD = 1;
const BELOW_STAGE = 0.8;
const BELOW_STEP_MIN = 4;
/** So many stages below the horse's own a thing may lie and still be work for it. Common practice. */
const NEAR_STAGES = 2;
/** Bouts of collected work in a lesson. Common practice. */
const MOST_BOUTS = 4;

type Rule = (model: ChoiceModel) => void;

const minutesInOrder: Rule = ({ candidates, add }) => {
  for (const c of candidates) {
    for (const rein of REINS) {
      for (const minute of minutesMore(c)) {
        const before = minuteOf(c, rein, minute - 1);
        const order = [[minuteOf(c, rein, minute), 1] as const, [before, -1] as const];
        add('minutes in their order', order, '<=', 0);
      }
    }
  }
};

const partsFilled: Rule = ({ frame, inPhase, add, soft }) => {
  const lengths = { 'warm-up': frame.warmUpMin, work: frame.workMin, stretch: frame.stretchMin };
  for (const [phase, minutes] of Object.entries(lengths) as [PlannedPhase, number][]) {
    const own = inPhase(phase);
    add(`${phase}: the minutes there are`, minutesOf(own), '<=', minutes);
    const sets = phase === 'stretch' ? 1 : Math.max(1, Math.round(minutes / MINUTES_A_SET));
    const most = Math.min(MOST_SETS, sets + (phase === 'stretch' ? 0 : 1));
    add(`${phase}: few sets`, terms(own), '<=', most);
    add(
      `${phase}: something in it`,
      [...terms(own), soft(`bare_${phase.replace('-', '_')}`, BARE)],
      '>=',
      1,
    );
  }
};

const varied: Rule = ({ candidates, add }) => {
  for (const list of grouped(candidates, (c) => c.exercise.id)) {
    add('each exercise once', terms(list), '<=', 1);
  }
  const chain = (c: Candidate) => `${chainOf(c.exercise.id)?.id ?? c.exercise.id}/${c.phase}`;
  for (const list of grouped(candidates, chain)) {
    add('not all from one chain', terms(list), '<=', 2);
  }
};

/** One thread: of three sets of the work two at least serve the aim. */
const oneThread: Rule = ({ inPhase, add, graded }) => {
  const work = inPhase('work');
  const beside = work.filter((c) => c.inThread === false);
  const thread = work.filter((c) => c.inThread);
  if (beside.length === 0 || thread.length === 0) return;
  const tooMany = graded('beside', 2, 2 * MOST_SETS, OUT_OF_THREAD);
  add(
    'two thirds of the work in the thread',
    [...terms(beside, 2), ...terms(thread, -1), ...tooMany],
    '<=',
    0,
  );
};

const nearTheStage: Rule = ({ request: { horse }, frame, inPhase, add, graded }) => {
  const work = inPhase('work');
  const isNear = (c: Candidate) =>
    stageOf(c.exercise, c.exercise.rungs[c.rung]!) >= horse.stage - NEAR_STAGES;
  if (work.every(isNear)) return;
  const side = (c: Candidate) => (isNear(c) ? -1 : 1);
  const tooLow = graded('below_stage', BELOW_STEP_MIN, frame.workMin, BELOW_STAGE);
  add('half of the work near the stage', [...minutesOf(work, side), ...tooLow], '<=', 0);
};

const knownAndNew: Rule = ({ candidates, inPhase, add, soft }) => {
  const status = (list: readonly Candidate[], s: string) =>
    list.filter((c) => c.readiness.status === s);
  const ridden = candidates.filter((c) => c.phase !== 'stretch');
  const confirmed = status(ridden, 'confirmed');
  const improving = status(inPhase('work'), 'improving');
  if (confirmed.length > 0)
    add('something confirmed', [...terms(confirmed), soft('no_confirmed', 2)], '>=', 1);
  if (improving.length > 0)
    add('something improving', [...terms(improving), soft('no_improving', 2)], '>=', 1);
  add('at most one new thing', terms(status(candidates, 'new')), '<=', 1);
};

const canterOfTheStage: Rule = ({ candidates, request, frame, add, soft }) => {
  const canter = candidates.filter((c) => c.exercise.gaits.includes('canter'));
  const cantered = minutesOf(canter, (c) => c.canterShare);
  if (canter.length > 0)
    add('some canter', [...terms(canter), soft('no_canter', NO_CANTER)], '>=', 1);
  const wanted = canterMinutes(request, frame);
  const missing = Array.from({ length: Math.ceil(wanted) }, (_, i) =>
    soft(`canter_minute_${i}`, CANTER_MINUTE),
  );
  if (canter.length > 0 && missing.length > 0)
    add('canter, as the stage wants it', [...cantered, ...missing], '>=', wanted);
  add('no more canter than the stage bears', cantered, '<=', mostCanterMinutes(request, frame));
};

const warmUpChecked: Rule = ({ inPhase, add, soft }) => {
  for (const [i, check] of WARM_UP_CHECKS.entries()) {
    const asks = inPhase('warm-up').filter((c) => c.exercise.checks.includes(check));
    if (asks.length > 0)
      add(`checklist: ${check}`, [...terms(asks), soft(`unchecked_${i}`, UNCHECKED)], '>=', 1);
  }
};

const nothingLeftAlone: Rule = ({ candidates, request, add, soft }) => {
  for (const scale of leftAlone(request.horse, request.wishes.date, shelfOf(request))) {
    const builds = candidates.filter((c) => c.exercise.builds[scale]);
    if (builds.length > 0)
      add(`${scale} again`, [...terms(builds), soft(`left_${scale}`, LEFT_ALONE)], '>=', 1);
  }
};

const stretchFirst: Rule = ({ request: { horse }, inPhase, add, soft }) => {
  const stretches = inPhase('warm-up').filter((c) => chainOf(c.exercise.id)?.id === 'stretch');
  if (approachOf(horse) === 'stretch-first' && stretches.length > 0)
    add('a stretch first', [...terms(stretches), soft('no_stretch', NO_STRETCH)], '>=', 1);
};

/** The crooked side gets more, never the sound one less than a third. */
const bothReins: Rule = ({ candidates, request: { horse }, add, soft }) => {
  const hollow = horse.hollowSide;
  if (hollow) {
    const sound = hollow === 'left' ? 'right' : 'left';
    const more = difference(candidates, hollow, 1, sound, -1);
    add('the hollow side no less', more, '>=', 0);
    add('the hollow side more', [...more, soft('no_more', NO_MORE)], '>=', 1);
    add('the sound side a third', difference(candidates, sound, 2, hollow, -1), '>=', 0);
  } else {
    add('both reins', difference(candidates, 'left', 2, 'right', -1), '>=', 0);
    add('both reins', difference(candidates, 'right', 2, 'left', -1), '>=', 0);
  }
};

/** A letter at which one thing is asked again and again is learned instead of the aid. */
const noLetterDrilled: Rule = ({ candidates, add }) => {
  for (const list of grouped(
    candidates.flatMap((c) => c.asked.map((asked) => ({ c, asked }))),
    ({ asked }) => asked.what,
  )) {
    const times = new Map(list.map(({ c, asked }) => [c, asked.times]));
    const rounds = stepsOf([...times.keys()], (c, minute) => times.get(c)! * roundsIn(c, minute));
    // What one set asks by itself, once on each rein, is for the review to judge.
    const most = Math.max(...list.map(({ asked }) => Math.max(asked.most, 2 * asked.times)));
    const asking = rounds.filter(([, factor]) => factor > 0);
    add('no letter drilled', asking, '<=', most);
  }
};

const boutsAndLoad: Rule = ({ candidates, request, frame, add }) => {
  const collected = candidates.filter((c) => c.exercise.collectedS > 0);
  const seconds = minutesOf(collected, (c) => c.exercise.collectedS);
  add('collected seconds', seconds, '<=', collectedBoutS(request.horse) * MOST_BOUTS);
  const load = minutesOf(candidates, (c) => c.exercise.load);
  add('load', load, '<=', frame.mostLoad);
};

/** A whole that is not yet confirmed is ridden only on a day with one of its parts. */
const partsBeforeWholes: Rule = ({ candidates, add }) => {
  for (const c of candidates) {
    if (c.readiness.status === 'confirmed') continue;
    const parts = candidates.filter((p) => c.exercise.parts.includes(p.exercise.id));
    if (parts.length > 0) add('parts before wholes', [[c.id, 1], ...terms(parts, -1)], '<=', 0);
  }
};

const wishesKept: Rule = ({ candidates, request, add, soft }) => {
  for (const [i, id] of request.wishes.mustHave.entries()) {
    const own = candidates.filter((c) => c.exercise.id === id);
    add(`must have ${id}`, [...terms(own), soft(`pin_${i}`, BROKEN_PIN)], '>=', 1);
  }
};

export const CHOICE_RULES: readonly Rule[] = [
  minutesInOrder,
  partsFilled,
  varied,
  oneThread,
  nearTheStage,
  knownAndNew,
  canterOfTheStage,
  warmUpChecked,
  nothingLeftAlone,
  stretchFirst,
  bothReins,
  noLetterDrilled,
  boutsAndLoad,
  partsBeforeWholes,
  wishesKept,
];
