import {
  courseLegs,
  isOnTrack,
  plannedMetresFor,
  trackCourse,
  trackLengthM,
} from '../arena/course.ts';
import { act } from '../forms/contract.ts';
import { pattern } from '../forms/pattern.ts';

/**
 * Once round the whole track. With corner radius r a lap is 2(w + l) − 8r + 2πr long
 * (20 × 60 with sharp corners: 160 m). With a time it goes on to the time's end.
 */
export const goLarge = act({
  kind: 'go-large',
  aside: true,
  plain: true,
  leadsOn: true,
  straight: true,
  timed: true,
  pattern: pattern('go large'),
  plan(stand) {
    const { arena, at, course } = stand;
    const furtherInM = course.kind === 'track' ? course.furtherInM : 0;
    if (!isOnTrack(arena, at, furtherInM)) {
      return { code: 'wrong-place', kind: 'go-large', wants: 'the track' };
    }
    const round = trackCourse(stand.riding.rein, furtherInM);
    const riddenM =
      stand.lastsS === null
        ? null
        : stand.lastsS * stand.speedMps(stand.riding.movingGait, stand.riding.pace);
    const metres =
      riddenM === null
        ? trackLengthM(arena, furtherInM)
        : plannedMetresFor(arena, round, at, riddenM, stand.cornerRadiusM);
    return { legs: courseLegs(arena, round, at, metres), courseAfter: round };
  },
  also: ['go large'],
  examples: [
    { line: 'go large', metres: 160 },
    { line: 'A go large x2', metres: 320 },
    { line: 'go large for 3 min' },
  ],
  palette: [{ group: 'Lines', name: 'go large', says: '{a} go large' }],
  help: [
    {
      section: 'Lines and changes of rein',
      line: 'go large x2',
      says: 'Rounds of the track; “for 3 min” takes a time.',
    },
  ],
});
