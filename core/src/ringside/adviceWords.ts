import type { Advice } from './watch.ts';

export interface AdviceSaid {
  readonly what: string;
  readonly then: string;
}

/** What the watch says. It advises; the person on the spot decides. */
export function adviceWords(advice: Advice): AdviceSaid {
  switch (advice.code) {
    case 'vet':
      return {
        what: 'The beats stay uneven: stop.',
        then: 'This is no training topic. Lead the horse in, and have a vet look.',
      };
    case 'beats-uneven':
      return {
        what: 'Uneven beats: back to a plain medium or working pace.',
        then: 'If they are even there, go on easily. If they stay uneven, stop and have a vet look.',
      };
    case 'tension':
      return {
        what: `Tension in ${advice.tries} tries in a row: stop it here.`,
        then: 'Stretch, then walk on a long rein. Ask again another day, or something easier.',
      };
    case 'too-heavy':
      return {
        what: `${advice.contact} of 10 in the hand is too much.`,
        then: 'Stretch, then walk. Held too long? Give, and more activity from behind.',
      };
    case 'behind':
      return {
        what: 'Behind the vertical again.',
        then: 'Raise the poll with the outer rein and ride on, or stretch and walk.',
      };
    case 'bout-over':
      return {
        what: `${Math.round(advice.seconds)} s collected: this horse’s limit is ${advice.mostS} s.`,
        then: 'Forward now, then a stretch or a walk on the long rein.',
      };
    case 'lost-twice':
      return {
        what: 'Lost twice: leave it now.',
        then: 'Straight and forward. Then the easier part, the repair circle, or a stretch.',
      };
    case 'fading':
      return {
        what: `It held ${advice.from}, now ${advice.to}: leave while it is good.`,
        then: 'Straight and forward, praise. What is left is asked again later.',
      };
  }
}
