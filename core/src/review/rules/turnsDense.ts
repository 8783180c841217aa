import { isGreen } from '../../gaits/horse.ts';
import { rule } from '../finding.ts';
import { curvedMetres, isWholeLesson, isWork } from './shared.ts';

/** Young and green horses: at least half of the trot and canter on straight lines. Common practice. */
const MOST_CURVED = 0.5;

/** Too few straight lines for a young or green horse. */
export const turnsDense = rule({
  code: 'turns-dense',
  level: 'warning',
  source: 'practice',
  check(ride) {
    if (!isGreen(ride.horse) || !isWholeLesson(ride)) return [];
    let curved = 0;
    let metres = 0;
    for (const span of ride.spans.filter(isWork)) {
      curved += curvedMetres(ride, span.startM, span.startM + span.lengthM);
      metres += span.lengthM;
    }
    if (metres === 0 || curved / metres <= MOST_CURVED) return [];
    const percent = Math.round((100 * curved) / metres);
    return [{ itemId: null, act: -1, facts: { percent } }];
  },
});
