import { findExercise } from '../exercises/catalogue.ts';
import { shelfOf, type Shelf } from './candidates.ts';
import type { PlanRequest } from './request.ts';
import type { Selection } from './selection.ts';
import { mostMinutes } from './timing.ts';

/** What is said with a plan: wishes that could not be kept, and what to take care of today. */
export function notesOf(request: PlanRequest, shelf: Shelf, selection: Selection): string[] {
  return [
    ...brokenPins(request, shelf, selection),
    ...selection.unchecked.map(
      (check) => `The warm-up does not ask “${check}”; begin the work with it.`,
    ),
    ...cares(request, selection),
  ];
}

function brokenPins(request: PlanRequest, shelf: Shelf, { brokenPins }: Selection): string[] {
  const name = (id: string) =>
    (findExercise(id) ?? shelfOf(request).find((e) => e.id === id))?.name ?? id;
  return brokenPins.map((id) => {
    const shut = shelf.shut.find((r) => r.exercise === id);
    return shut
      ? `“${name(id)}” cannot be in it: ${shut.because}`
      : `“${name(id)}” cannot be in it beside the rest that is asked.`;
  });
}

/** Safety where the work is. Common practice. */
function cares(request: PlanRequest, { chosen }: Selection): string[] {
  const { horse, wishes } = request;
  const most = mostMinutes(request);
  const fresh = chosen.find((c) => c.candidate.readiness.status === 'new');
  return [
    ...(most < wishes.minutes
      ? [`${wishes.minutes} minutes were asked; ${most} are enough for ${horse.name} today.`]
      : []),
    ...(fresh ? [`“${fresh.candidate.exercise.name}” is new: not without somebody there.`] : []),
    ...(wishes.hot
      ? ['Heat: shorten or cancel by the rule of the yard and the federation; they come first.']
      : []),
    ...(horse.fitness === 'unfit'
      ? ['Not fit yet: after illness or injury only by the vet’s plan.']
      : []),
  ];
}
