import { ownLimits } from '../gaits/limits.ts';
import { profileOf } from '../book/profile.ts';
import type { Horse, Rider } from '../book/records.ts';
import { SCALES, type Scale } from '../scales.ts';
import { dayOf } from '../progress/days.ts';
import type { Readings } from '../progress/readings.ts';
import { standingsOf } from '../progress/standing.ts';
import { horseFileSchema, levelsFrom, type Done, type HorseFile } from './request.ts';
import type { EquipmentName } from '../exercises/exercise.ts';

interface Known {
  readonly horse: Horse;
  readonly readings: Readings;
  readonly done: readonly Done[];
  readonly equipment: readonly EquipmentName[];
  /** Who rides; null where it is not said. */
  readonly rider: Rider | null;
  /** The theme of the week in its programme; what stands in the instructor's words counts without one. */
  readonly theme?: Scale | undefined;
  readonly date: string;
}

/** The horse file of the planner, put together from the documents of the book. */
export function horseFileOf({
  horse,
  readings,
  done,
  equipment,
  rider,
  theme: ofWeek,
  date,
}: Known): HorseFile {
  const { name, stage, heightCm, hollowSide, fitness, approach, theme } = horse;
  const profile = profileOf(horse, date);
  const own = profile.limits ?? {};
  return horseFileSchema.parse({
    name,
    stage,
    heightCm,
    hollowSide,
    fitness,
    approach,
    ...(profile.age !== undefined && { age: Math.max(2, profile.age) }),
    // The theme is in the instructor's words; a scale named in it is worked on more.
    theme: ofWeek ?? SCALES.find((scale) => theme.toLowerCase().includes(scale)),
    equipment: [...equipment],
    ...(rider?.stage && { riderStage: rider.stage }),
    limits: {
      smallestCircleM: own.smallestCircleM,
      ...ownLimits(own),
      dated: horse.limits.dated ?? [],
    },
    measured: horse.measured.map(({ gait, pace, metres, strides, seconds }) => ({
      gait,
      pace,
      metres,
      strides,
      seconds,
    })),
    levels: levelsFrom(standingsOf(readings.readings, dayOf(date))),
    done: [...done],
  });
}
