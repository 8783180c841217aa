import type { Aids } from './exercise.ts';

/**
 * The aid tables, one a movement. Exercises of one movement share its table. Common practice; where
 * schools differ in the timing, both are named.
 */

export const RIDE_ON: Aids = {
  seat: 'Sit tall in the middle; hips follow the gait and never push.',
  insideLeg: 'At the girth: one light touch asks forward, then it rests.',
  outsideLeg: 'A hand behind the girth, guarding, so that the quarters do not step out.',
  insideRein: 'Light; it shows the way and gives often.',
  outsideRein: 'Quiet and steady; it keeps the shoulders straight.',
  timing: 'Touch as the hind leg of the same side leaves the ground.',
  repairByWeight: 'If the horse drifts, weight the seat bone on the side you want to go to.',
};

export const BEND: Aids = {
  seat: 'Weight a little on the inside seat bone; shoulders turn with the shoulders of the horse.',
  insideLeg: 'At the girth, active: the horse bends around it.',
  outsideLeg: 'Behind the girth, guarding the quarters on the line.',
  insideRein: 'Asks for flexion for a stride, then gives.',
  outsideRein: 'Allows the outside of the neck to lengthen and keeps the shoulder on the line.',
  timing: 'Inside leg as the inside hind lifts; the rein answers in the same stride.',
  repairByWeight:
    'Falls in: a touch of outside weight and the inside leg. Drifts out: sit to the inside.',
};

export const STRETCH: Aids = {
  seat: 'Light in the saddle, upright; do not tip forward as the neck goes down.',
  insideLeg: 'Keeps the horse going from behind into the longer rein.',
  outsideLeg: 'Guards; the bend stays as it was.',
  insideRein: 'Let out slowly, a finger at a time, always with a feel of the mouth.',
  outsideRein: 'Let out with the inside one, contact on both sides; taken back first.',
  timing: 'Only when the horse is settled and through; let out over three or four strides.',
  repairByWeight:
    'Quickens or leans: sit up, grow tall, one breath, and let it find the middle again.',
};

export const TRANSITION_UP: Aids = {
  seat: 'Grow tall, breathe in, think the new gait before you ask.',
  insideLeg: 'At the girth, one light touch; if it took more, ask again with the light one.',
  outsideLeg: 'Guards behind the girth; in the canter depart it goes back to ask.',
  insideRein: 'Gives in the moment of the answer.',
  outsideRein: 'Holds the balance for half a stride, then follows.',
  timing: 'Canter: as the outside hind is about to land. Trot: as either hind leg lifts.',
  repairByWeight: 'Hollows: stay with the movement and ask later, out of a better stride.',
};

export const TRANSITION_DOWN: Aids = {
  seat: 'Stop following with the small of the back; stay tall.',
  insideLeg: 'Stays on softly: the hind legs step under.',
  outsideLeg: 'Guards; the quarters stay behind the shoulders.',
  insideRein: 'Keeps the flexion, does not pull.',
  outsideRein: 'Closes for one stride and opens as soon as the horse answers.',
  timing:
    'Either with the hind foot of that side in the air, or as the outer foreleg swings forward: choose one school.',
  repairByWeight: 'Falls on the forehand: ride on two strides, rebalance, ask again.',
};

export const HALT: Aids = {
  seat: 'Sit still and deep, both seat bones alike.',
  insideLeg: 'Closes softly and stays until the hind leg stands.',
  outsideLeg: 'The same; the leg on the side of a trailing hind foot asks it up.',
  insideRein: 'Even with the other; gives when the horse stands.',
  outsideRein: 'Closes and opens once a stride, the last time softer than the first.',
  timing: 'Over the last two strides, never in one.',
  repairByWeight: 'Leans: soften and ask for a step forward, then stand again.',
};

export const REIN_BACK: Aids = {
  seat: 'Lighten the seat a little; never lean back.',
  insideLeg: 'Both legs a hand back, quiet, as if to ride forward.',
  outsideLeg: 'Guards straightness; a step to the side is met by this leg.',
  insideRein: 'Closes as the step is offered, opens with each step.',
  outsideRein: 'The same, in turn with the diagonal pair.',
  timing: 'One diagonal step at a time; the aid ends before the step does.',
  repairByWeight: 'Rushes or drags: ride forward at once and prepare the halt better.',
};

export const LEG_YIELD: Aids = {
  seat: 'Weight on the seat bone of the yielding leg, then level.',
  insideLeg: 'Just behind the girth: one touch a stride sends the horse sideways.',
  outsideLeg: 'Receives the horse and keeps it going forward.',
  insideRein: 'A hint of flexion away from the travel; you see the eyelashes, no more.',
  outsideRein: 'Steady: the shoulder must not run ahead.',
  timing: 'As the inside hind lifts.',
  repairByWeight: 'Shoulder runs ahead: straight on for three strides, then ask for one step.',
};

export const SHOULDERS_IN: Aids = {
  seat: 'Inside seat bone, shoulders turned as if to ride a circle; some schools sit to the outside in sharp turns.',
  insideLeg: 'At the girth: bend and forward.',
  outsideLeg: 'Behind the girth: the hind feet stay on the track.',
  insideRein: 'Leads the shoulders in, then gives.',
  outsideRein: 'A half-halt once a stride; it decides how far the shoulders come.',
  timing: 'Outer rein with the outer hind in the air, or as the outer foreleg swings: keep to one.',
  repairByWeight: 'Loses the track: ride the circle the shoulders began, and begin again.',
};

export const QUARTERS_IN: Aids = {
  seat: 'Weight to the inside, the way you travel; do not collapse the hip.',
  insideLeg: 'At the girth keeps bend and forward.',
  outsideLeg: 'A hand behind the girth moves the quarters, then only holds them.',
  insideRein: 'Flexion into the travel, gives.',
  outsideRein: 'Keeps neck and shoulders on the line.',
  timing: 'Outside leg as the outside hind lifts.',
  repairByWeight:
    'Quarters lead too far: straighten the shoulders in front of them, not the quarters back.',
};

export const PIROUETTE: Aids = {
  seat: 'Inside weight, hips turning with the shoulders; stay over the inside hind.',
  insideLeg: 'At the girth keeps the hind legs stepping.',
  outsideLeg: 'Behind the girth: no step outwards.',
  insideRein: 'Opens a little and leads.',
  outsideRein: 'Turns the shoulders, step by step, and collects between them.',
  timing: 'One half-halt before, then each step by itself.',
  repairByWeight: 'Feet stop: ride straight out at once; the turn may be left unfinished.',
};

export const CANTER: Aids = {
  seat: 'Inside seat bone a little forward; go with the swing and stay upright.',
  insideLeg: 'At the girth: jump and bend.',
  outsideLeg: 'Behind the girth keeps the lead.',
  insideRein: 'Gives in each stride as the head goes down.',
  outsideRein: 'Sets the length of the stride.',
  timing: 'Half-halt in the moment of suspension; forward as the inside fore comes down.',
  repairByWeight: 'Runs or flattens: one large circle, sit taller, let the circle do it.',
};

export const CHANGE: Aids = {
  seat: 'Straight first; change the weight quietly, stay in the middle.',
  insideLeg: 'The new inside leg comes to the girth.',
  outsideLeg: 'The new outside leg goes back and asks once.',
  insideRein: 'New flexion a stride before, no more than a hint.',
  outsideRein: 'New outside rein steadies, so that the horse stays straight.',
  timing: 'In the stride before, as the suspension comes.',
  repairByWeight:
    'Late behind: do not ask again at once; collect, straighten, a better canter first.',
};

export const HALF_STEPS: Aids = {
  seat: 'Light and tall; the pelvis stays quiet.',
  insideLeg: 'Little touches in the beat; they stop as soon as the steps come.',
  outsideLeg: 'The same; travers beforehand tells it where the hind leg goes.',
  insideRein: 'Closes and opens in the beat.',
  outsideRein: 'Keeps the poll up and the line straight.',
  timing: 'Four to six steps, then forward before the horse thinks of stopping.',
  repairByWeight: 'Tense or crooked: forward at once, three shoulder-ins on that side, breathe.',
};

export const POLES: Aids = {
  seat: 'Light seat over the poles, eyes on the far end.',
  insideLeg: 'Keeps the rhythm up to the first pole.',
  outsideLeg: 'Keeps the horse in the middle of the poles.',
  insideRein: 'Gives as the neck goes down to look.',
  outsideRein: 'Follows; no check at the poles.',
  timing: 'Everything is done three strides before; over the poles only follow.',
  repairByWeight: 'Rushes: circle away before the poles and come again in a slower beat.',
};
