import type { Aids, ExerciseFault } from './card.ts';
import { RIDER_FAULTS } from './faults.ts';

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
  repairByWeight: 'Drifts: a little weight on the seat bone of the side you want to go to.',
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
    'Quickens or leans: bring your weight back over both seat bones, one breath, and let it find the middle again.',
};

export const GIVE: Aids = {
  seat: 'Upright and still: the seat keeps the tempo while the hand is gone.',
  insideLeg: 'Stays on at the girth; it keeps the horse in front of you.',
  outsideLeg: 'Guards the line; nothing new is asked while the rein is soft.',
  insideRein: 'Gives forward along the crest for two or three strides, then takes up again.',
  outsideRein: 'Steady at first; it gives as well once the horse stays as it was.',
  timing: 'In the moment the horse yields, never as it leans; back before it falls apart.',
  repairByWeight:
    'Runs or drops on the forehand: your weight followed the hand; sit up over the middle, and give for one stride only.',
};

export const TRANSITION_UP: Aids = {
  seat: 'Grow tall, breathe in, think the new gait before you ask.',
  insideLeg: 'At the girth, one light touch; if it took more, ask again with the light one.',
  outsideLeg: 'Guards behind the girth; in the canter depart it goes back to ask.',
  insideRein: 'Gives in the moment of the answer.',
  outsideRein: 'Holds the balance for half a stride, then follows.',
  timing: 'Canter: as the outside hind is about to land. Trot: as either hind leg lifts.',
  repairByWeight:
    'Hollows: your weight is behind the movement; bring it forward over the stirrups and ask out of a better stride.',
};

export const TRANSITION_DOWN: Aids = {
  seat: 'Stop following with the small of the back; stay tall.',
  insideLeg: 'Stays on softly: the hind legs step under.',
  outsideLeg: 'Guards; the quarters stay behind the shoulders.',
  insideRein: 'Keeps the flexion, does not pull.',
  outsideRein: 'Closes for one stride and opens as soon as the horse answers.',
  timing:
    'Either with the hind foot of that side in the air, or as the outer foreleg swings forward: choose one school.',
  repairByWeight:
    'Falls on the forehand: your weight went with it; ride on two strides, sit back over the middle, ask again.',
};

export const HALT: Aids = {
  seat: 'Sit still and deep, both seat bones alike.',
  insideLeg: 'Closes softly and stays until the hind leg stands.',
  outsideLeg: 'The same; the leg on the side of a trailing hind foot asks it up.',
  insideRein: 'Even with the other; gives when the horse stands.',
  outsideRein: 'Closes and opens once a stride, the last time softer than the first.',
  timing: 'Over the last two strides, never in one.',
  repairByWeight:
    'One hind leg trails: a little more weight on the seat bone of that side, and a step forward. Leans: soften first.',
};

export const AIDS_OF_REIN_BACK: Aids = {
  seat: 'Lighten the seat a little; never lean back.',
  insideLeg: 'Both legs a hand back, quiet, as if to ride forward.',
  outsideLeg: 'Guards straightness; a step to the side is met by this leg.',
  insideRein: 'Closes as the step is offered, opens with each step.',
  outsideRein: 'The same, in turn with the diagonal pair.',
  timing: 'One diagonal step at a time; the aid ends before the step does.',
  repairByWeight:
    'Rushes or drags: the weight came back too far; lighten it, ride forward at once, and prepare the halt better.',
};

export const LEG_YIELD: Aids = {
  seat: 'Weight on the seat bone of the yielding leg, then level.',
  insideLeg: 'Just behind the girth: one touch a stride sends the horse sideways.',
  outsideLeg: 'Receives the horse and keeps it going forward.',
  insideRein: 'A hint of flexion away from the travel; you see the eyelashes, no more.',
  outsideRein: 'Steady: the shoulder must not run ahead.',
  timing: 'As the inside hind lifts.',
  repairByWeight:
    'Shoulder runs ahead: you are sitting the way it travels too soon; weight to the middle, three strides straight, then one step.',
};

export const SHOULDERS_IN: Aids = {
  seat: 'Inside seat bone, shoulders turned as if to ride a circle; some schools sit to the outside in sharp turns.',
  insideLeg: 'At the girth: bend and forward.',
  outsideLeg: 'Behind the girth: the hind feet stay on the track.',
  insideRein: 'Leads the shoulders in, then gives.',
  outsideRein: 'A half-halt once a stride; it decides how far the shoulders come.',
  timing: 'Outer rein with the outer hind in the air, or as the outer foreleg swings: keep to one.',
  repairByWeight:
    'Falls off the track: a touch of outside weight holds it there; if it is gone, ride the circle the shoulders began.',
};

export const QUARTERS_IN: Aids = {
  seat: 'Weight to the inside, the way you travel; do not collapse the hip.',
  insideLeg: 'At the girth keeps bend and forward.',
  outsideLeg: 'A hand behind the girth moves the quarters, then only holds them.',
  insideRein: 'Flexion into the travel, gives.',
  outsideRein: 'Keeps neck and shoulders on the line.',
  timing: 'Outside leg as the outside hind lifts.',
  repairByWeight:
    'Quarters lead too far: less weight to the inside, and bring the shoulders in front of the quarters.',
};

export const RENVERS: Aids = {
  seat: 'Weight on the side the horse is bent to, which is the wall; sit the way you travel.',
  insideLeg: 'On the side of the bend, at the girth: bend and forward.',
  outsideLeg: 'Towards the school, behind the girth: it keeps the quarters on the track.',
  insideRein: 'Towards the wall: flexion into the travel, then gives.',
  outsideRein: 'Towards the school: leads the shoulders in and holds them there.',
  timing: 'Outer leg as its hind foot lifts; the shoulders are set before the bend is changed.',
  repairByWeight:
    'Quarters slip off the track: more weight towards the wall, and a few strides of shoulder-in before you change the bend again.',
};

export const PIROUETTE: Aids = {
  seat: 'Inside weight, hips turning with the shoulders; stay over the inside hind.',
  insideLeg: 'At the girth keeps the hind legs stepping.',
  outsideLeg: 'Behind the girth: no step outwards.',
  insideRein: 'Opens a little and leads.',
  outsideRein: 'Turns the shoulders, step by step, and collects between them.',
  timing: 'One half-halt before, then each step by itself.',
  repairByWeight:
    'Feet stop: the weight hangs to one side; sit to the middle and ride straight out. The turn may be left unfinished.',
};

export const CANTER: Aids = {
  seat: 'Inside seat bone a little forward; go with the swing and stay upright.',
  insideLeg: 'At the girth: jump and bend.',
  outsideLeg: 'Behind the girth keeps the lead.',
  insideRein: 'Gives in each stride as the head goes down.',
  outsideRein: 'Sets the length of the stride.',
  timing: 'Half-halt in the moment of suspension; forward as the inside fore comes down.',
  repairByWeight:
    'Runs or flattens: bring your weight back over the middle and ride one large circle; let the circle do it.',
};

export const CHANGE: Aids = {
  seat: 'Straight first; change the weight quietly, stay in the middle.',
  insideLeg: 'The new inside leg comes to the girth.',
  outsideLeg: 'The new outside leg goes back and asks once.',
  insideRein: 'New flexion a stride before, no more than a hint.',
  outsideRein: 'New outside rein steadies, so that the horse stays straight.',
  timing: 'In the stride before, as the suspension comes.',
  repairByWeight:
    'Late behind: the weight was thrown over. Sit still, straighten, a better canter first; do not ask again at once.',
};

export const AIDS_OF_HALF_STEPS: Aids = {
  seat: 'Light and tall; the pelvis stays quiet.',
  insideLeg: 'Little touches in the beat; they stop as soon as the steps come.',
  outsideLeg: 'The same; travers beforehand tells it where the hind leg goes.',
  insideRein: 'Closes and opens in the beat.',
  outsideRein: 'Keeps the poll up and the line straight.',
  timing: 'Four to six steps, then forward before the horse thinks of stopping.',
  repairByWeight:
    'Tense or crooked: off the back with your weight and forward at once; then three shoulder-ins on that side.',
};

export const POLES: Aids = {
  seat: 'Light seat over the poles, eyes on the far end.',
  insideLeg: 'Keeps the rhythm up to the first pole.',
  outsideLeg: 'Keeps the horse in the middle of the poles.',
  insideRein: 'Gives as the neck goes down to look.',
  outsideRein: 'Follows; no check at the poles.',
  timing: 'Everything is done three strides before; over the poles only follow.',
  repairByWeight:
    'Rushes: weight back to the middle instead of ahead of it; circle away and come again in a slower beat.',
};

/** From the ground: "seat" is where one stands, "legs" what the hand or the whip end shows. Never behind the horse. */
export const IN_HAND: Aids = {
  seat: 'Stand at the shoulder, facing it; your own body turns or steps first, and the horse answers that.',
  insideLeg:
    'The end of the rein or the hand shows where the leg would lie; a touch, then it is taken away.',
  outsideLeg: 'The rail, or nothing: you do not stand on both sides.',
  insideRein: 'Close to the bit, with soft fingers; it asks, and gives at the first answer.',
  outsideRein: 'Over the withers, in the other hand; it keeps the neck no more bent than the body.',
  timing:
    'One step, rein soft, a breath; then the next. Watch the foot that is to leave the ground.',
  repairByWeight:
    'Leans on you: do not lean back. Move its weight over with one step of the shoulders, and stand.',
};

const { looksDown, sitsOutside, collapsesHip, holdsTooLong, bothEnds } = RIDER_FAULTS;
const { insideRein, unevenHands, tipsForward, throwsWeight, pullsOver } = RIDER_FAULTS;

/** Faults of riders with these aids: they stand on every card that shares the table. */
const RIDERS: ReadonlyMap<Aids, readonly ExerciseFault[]> = new Map([
  [RIDE_ON, [looksDown, bothEnds]],
  [BEND, [insideRein, sitsOutside]],
  [STRETCH, [tipsForward, unevenHands]],
  [GIVE, [tipsForward]],
  [TRANSITION_UP, [looksDown, tipsForward]],
  [TRANSITION_DOWN, [holdsTooLong]],
  [HALT, [holdsTooLong, unevenHands]],
  [AIDS_OF_REIN_BACK, [holdsTooLong, looksDown]],
  [LEG_YIELD, [collapsesHip]],
  [SHOULDERS_IN, [insideRein, collapsesHip]],
  [QUARTERS_IN, [sitsOutside, collapsesHip]],
  [RENVERS, [sitsOutside]],
  [PIROUETTE, [bothEnds, collapsesHip]],
  [CANTER, [sitsOutside, unevenHands]],
  [CHANGE, [throwsWeight]],
  [AIDS_OF_HALF_STEPS, [bothEnds, holdsTooLong]],
  [POLES, [looksDown]],
  [IN_HAND, [pullsOver]],
]);

/** The rider's faults with a table of aids; none with one's own. */
export const ridersFaults = (aids: Aids): readonly ExerciseFault[] => RIDERS.get(aids) ?? [];
