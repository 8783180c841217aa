import { courseLegs, lettersAhead, metresToTrack, plannedMetresFor } from '../arena/course.ts';
import { act } from '../forms/contract.ts';
import { pattern } from '../forms/pattern.ts';

/** Free walk on a long rein along the present course: it counts, and is part of the plan. */
export const walkBreak = act({
  kind: 'walk-break',
  leadsOn: true,
  rests: 'break',
  pattern: pattern('walk break {lasts:duration}'),
  plan(stand, { lasts }) {
    const riddenM = lasts * stand.speedMps('walk', 'free');
    const planned = plannedMetresFor(
      stand.arena,
      stand.course,
      stand.at,
      riddenM,
      stand.cornerRadiusM,
    );
    const roomM =
      stand.course.kind === 'line'
        ? metresToTrack(stand.arena, stand.at, stand.headingRad)
        : Infinity;
    // On the track it ends at the next letter after the time.
    const onward = courseLegs(stand.arena, stand.course, stand.at, Math.min(planned, roomM)).at(-1);
    const end = onward?.curve.at(onward.curve.lengthM) ?? stand.at;
    const toLetter =
      stand.course.kind === 'track'
        ? (lettersAhead(stand.arena, stand.course, end)[0]?.metres ?? 0)
        : 0;
    const metres = Math.min(planned, roomM) + toLetter;
    return {
      legs: courseLegs(stand.arena, stand.course, stand.at, metres),
      changes: [
        {
          afterM: 0,
          patch: (r) => ({
            ...r,
            gait: 'walk',
            movingGait: 'walk',
            pace: 'free',
            lead: null,
            frame: 'long-rein',
          }),
        },
      ],
      // A line too short for the time: the rest is spent walking about at its end.
      holds:
        planned > roomM
          ? [
              {
                afterM: metres,
                seconds: (planned - roomM) / stand.speedMps('walk', 'free'),
                gait: 'walk',
              },
            ]
          : [],
    };
  },
  examples: [{ line: 'walk break 2 min' }, { line: 'walk break 90 s' }],
  palette: [{ group: 'Halts', name: 'walk break', says: '{a} walk break 2 min' }],
  help: [
    { section: 'Paces and halts', line: 'walk break 2 min', says: 'A rest that counts as one.' },
  ],
});
