import type { ExerciseFault } from './card.ts';

const fault = (name: string, cause: string, answer: string): ExerciseFault => ({
  fault: name,
  cause,
  answer,
});

/** Usual faults, their cause and the answer. Common practice. */
export const FAULTS = {
  leans: fault('Leans on the hand', 'Held too long.', 'Release, and ask for more activity behind.'),
  curls: fault(
    'Curls behind the vertical',
    'The hand came before the leg.',
    'Raise the poll with the outer rein and ride on.',
  ),
  stuck: fault(
    'Stuck, behind the leg',
    'Too much holding back.',
    'Forward first; the figure can wait.',
  ),
  quartersIn: fault(
    'Quarters come in on a circle',
    'The shoulders are left outside.',
    'Bring the shoulders over in front of the quarters.',
  ),
  quick: fault(
    'Quick and short',
    'Driven out of its tempo.',
    'Rise more slowly: bigger, not quicker.',
  ),
  flat: fault(
    'Longer and flat in the turn',
    'Balance lost on the line before.',
    'Regain the carriage before the next one.',
  ),
  fallsIn: fault(
    'Falls in over the shoulder',
    'Leans on the inside foreleg.',
    'Inside leg, and a touch of outside weight.',
  ),
  driftsOut: fault(
    'Drifts out',
    'The outside is open.',
    'Outside rein and leg; counter-flexion for a few strides.',
  ),
  inverts: fault(
    'Inverts as the rein is retaken',
    'Not through yet.',
    'Ride forward, outer rein first, then ask again.',
  ),
  jogs: fault(
    'Jogs in walk',
    'Collected too early or tense.',
    'Long rein, loosen, less collected.',
  ),
  tilts: fault(
    'Tilts the head',
    'More hand than leg on one side.',
    'Both ears level: lighten that rein, ride the hind leg of that side.',
  ),
  overbent: fault(
    'Neck bent more than the body',
    'Inside rein instead of inside leg.',
    'Straighten the neck and bend from the leg again.',
  ),
  runsAhead: fault(
    'Shoulder runs ahead',
    'Sideways before forward.',
    'Three strides straight, then fewer steps sideways.',
  ),
  quartersTrail: fault(
    'Quarters trail',
    'The yielding leg has no answer.',
    'Turn on the forehand, then one better step.',
  ),
  rushesDown: fault(
    'Falls into the lower gait',
    'Only the hand asked.',
    'Ride to the transition from the leg; rebalance before coming down.',
  ),
  anticipates: fault(
    'Does it before you ask',
    'It was asked too often at this letter.',
    'Ride past, and ask somewhere else.',
  ),
  breaks: fault(
    'Breaks into another gait',
    'More asked than the balance allows.',
    'Take the gait up again quietly and ask for less.',
  ),
  wrongLead: fault(
    'Wrong lead',
    'Set up crooked or hurried.',
    'Bring back, settle, set up again. Never punish: that makes the canter itself worrying.',
  ),
  disunited: fault(
    'Disunited',
    'Lost balance in the turn.',
    'Bring back to trot, a large circle, begin again.',
  ),
  lateBehind: fault(
    'Changes late behind',
    'The canter was flat or crooked.',
    'Straighten and collect first; the change comes by itself later.',
  ),
  crookedHalt: fault(
    'Stands crooked',
    'One leg more than the other.',
    'Ride forward out of it; correct with the leg of the trailing side.',
  ),
  legLeft: fault(
    'A hind leg left behind',
    'Stopped by the hand.',
    'Leg of the same side, then wait.',
  ),
  backwards: fault('Creeps back in the halt', 'The hand stayed.', 'Give, and a step forward.'),
  hurries: fault(
    'Hurries the poles',
    'Worried, or too wide apart.',
    'Fewer poles, in walk, then again.',
  ),
  knocks: fault(
    'Knocks the poles',
    'Flat, or eyes elsewhere.',
    'More activity before them; check the distance.',
  ),
  stiffens: fault(
    'Stiffens against the bend',
    'Asked with the hand, or too small a turn.',
    'A larger circle, leg first, wait for the breath.',
  ),
  hindStops: fault(
    'Hind feet stop',
    'Turned too small or too long.',
    'Straight out and forward; half of it was enough.',
  ),
  swings: fault(
    'Quarters swing out',
    'The outside leg was late.',
    'Fewer steps, the outside leg there before the turn.',
  ),
  loosesRein: fault(
    'Contact is thrown away',
    'Rein let go instead of let out.',
    'Take it back and let it out a finger at a time.',
  ),
} as const satisfies Record<string, ExerciseFault>;

/** Faults of the rider, which the horse only shows. Common practice. */
export const RIDER_FAULTS = {
  looksDown: fault(
    'Rider looks down',
    'Watching the neck.',
    'Eyes to the next letter; the horse straightens with you.',
  ),
  sitsOutside: fault(
    'Rider slides to the outside',
    'Left behind by the turn.',
    'Bring the inside seat bone forward and let the outside leg hang longer.',
  ),
  collapsesHip: fault(
    'Rider collapses the hip',
    'Pushing sideways with the upper body.',
    'Grow long on that side; ask with a touch of the leg, once a stride.',
  ),
  holdsTooLong: fault(
    'Rider holds too long',
    'Waiting for more after the answer has come.',
    'Count one stride, and open the hand whatever comes; then ask again.',
  ),
  bothEnds: fault(
    'Rider drives and holds in one moment',
    'Two questions at once.',
    'Leg, then hand, then neither: one aid a stride.',
  ),
  insideRein: fault(
    'Rider pulls the inside rein',
    'The bend is asked with the hand.',
    'Give that hand forward for two strides; the inside leg makes the bend.',
  ),
  unevenHands: fault(
    'Rider’s hands are uneven',
    'One rein does the work of the other.',
    'Both hands in front of you, thumbs up, the same feel in each for a whole side.',
  ),
  tipsForward: fault(
    'Rider tips forward',
    'Following the neck with the shoulders.',
    'Stay over your feet; the hand goes, the body does not.',
  ),
  throwsWeight: fault(
    'Rider throws the weight across',
    'Wanting to help.',
    'Sit still in the middle; only the legs change.',
  ),
  pullsOver: fault(
    'Handler pulls the horse over',
    'Hurrying the step.',
    'Ask, wait, and give at the first shift of weight; it need not be a step yet.',
  ),
} as const satisfies Record<string, ExerciseFault>;
