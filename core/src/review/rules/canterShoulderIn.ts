import { rule } from '../rule.ts';
import { actsOf, oncePerAct } from './shared.ts';

/** From here on it is everyday work. Common practice. */
const EVERYDAY_FROM = 8;

/** Shoulder-in in canter is much harder than in trot. Common practice. */
export const canterShoulderIn = rule({
  code: 'canter-shoulder-in',
  level: 'hint',
  source: 'practice',
  teaching: true,
  yieldsTo: ['not-yet', 'wrong-lead'],
  check(ride) {
    if (ride.horse.stage >= EVERYDAY_FROM) return [];
    return oncePerAct(
      actsOf(ride)
        .filter(({ kind, gait }) => kind === 'shoulder-in' && gait === 'canter')
        .map(({ itemId, act, from }) => ({ itemId, act, at: from, facts: {} })),
    );
  },
  say: () => ({
    what: 'Shoulder-in in canter is much harder than in trot.',
    why: 'Begin with shoulder-fore, ask for a few strides, and ride straight on before the canter loses its jump.',
  }),
});
