import type { OnOffer } from './candidates.ts';
import { sentence } from '../gaits/restriction.ts';
import { isGreen } from '../gaits/horse.ts';
import { STAGE_LIMITS } from '../gaits/limits.ts';
import { focusSaid, serves } from './focus.ts';
import { profileOfFile, shelfOf, type PlanRequest } from './request.ts';
import type { Selection } from './selection.ts';
import { longest } from './timing.ts';

/** Sentences that go with a plan: wishes that could not be kept, and cautions for today. */
export function notesOf(request: PlanRequest, shelf: OnOffer, selection: Selection): string[] {
  return [
    ...(request.horse.limits.dated ?? []).map((r) => `${sentence(r)}.`),
    ...noFocus(request, shelf),
    ...brokenPins(request, shelf, selection),
    ...selection.unchecked
      .filter(isAsked(request))
      .map((check) => `The warm-up does not ask “${check}”; begin the work with it.`),
    ...noWork(request, selection),
    ...cares(request, selection),
  ];
}

/** Nobody steps sideways before the stage allows it. */
const isAsked = ({ horse }: PlanRequest) => {
  const { steepestDeg } = STAGE_LIMITS[horse.stage];
  return (check: string) =>
    check !== 'steps sideways' || (steepestDeg !== null && !isGreen(profileOfFile(horse)));
};

/** The day was to be for something that no exercise of this horse is for. */
function noFocus({ wishes: { focus } }: PlanRequest, { candidates }: OnOffer): string[] {
  if (!focus || candidates.some((c) => c.phase === 'work' && serves(c.exercise, focus))) return [];
  return [
    `Nothing this horse is ready for is work for ${focusSaid(focus)}: the day is for something else.`,
  ];
}

/** Below this a lesson is a warm-up and a stretch. */
const LEAST_WITH_WORK_MIN = 25;

function noWork({ wishes }: PlanRequest, { chosen }: Selection): string[] {
  const { minutes } = wishes;
  if (minutes >= LEAST_WITH_WORK_MIN || chosen.some((c) => c.candidate.phase === 'work')) return [];
  return [
    `${minutes} minutes are a warm-up and a stretch. For work, give it ${LEAST_WITH_WORK_MIN} or more.`,
  ];
}

function brokenPins(request: PlanRequest, shelf: OnOffer, { brokenPins }: Selection): string[] {
  const name = shelfOf(request).nameOf;
  return brokenPins.map((id) => {
    const shut = shelf.shut.find((r) => r.exercise === id);
    return shut
      ? `“${name(id)}” isn’t in it: ${shut.because}`
      : `“${name(id)}” doesn’t fit with the rest of what you asked for.`;
  });
}

/** Nothing in the work has to be learned: that is said, so that nobody looks for the step forward. */
function restDay(chosen: Selection['chosen']): string[] {
  const work = chosen.filter((c) => c.candidate.phase === 'work');
  if (work.length === 0 || work.some((c) => c.candidate.readiness.status !== 'confirmed'))
    return [];
  return ['All of the work is secure: a day to let it become easier, not harder.'];
}

/** Safety where the work is. Common practice. */
function cares(request: PlanRequest, { chosen }: Selection): string[] {
  const { horse, wishes } = request;
  const most = longest(request);
  const fresh = chosen.find((c) => c.candidate.readiness.status === 'new');
  return [
    ...(most.minutes < wishes.minutes
      ? [
          `You asked for ${wishes.minutes} minutes; ${most.minutes} are enough for ${horse.name}: ${most.because}.`,
        ]
      : []),
    ...restDay(chosen),
    ...(fresh ? [`“${fresh.candidate.exercise.name}” is new: have someone on the ground.`] : []),
    ...(wishes.hot
      ? [
          'Hot today: shorten or cancel by the rules of the yard and the federation; they come first.',
        ]
      : []),
    ...(horse.fitness === 'unfit'
      ? ['Not fit yet: after illness or injury, work only by the vet’s plan.']
      : []),
  ];
}
