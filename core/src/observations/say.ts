import type { Observation } from './observation.ts';

const per = (n: number): string => n.toFixed(0);

/** One observation in a few words, for the line that can be taken back and for the debrief. */
export function sayObservation(o: Observation): string {
  switch (o.kind) {
    case 'mark':
      return `${o.scale} ${o.rein}: ${o.value}`;
    case 'try':
      return `${o.result}${o.held > 0 ? `, held ${o.held}` : ''}: ${o.text}`;
    case 'note':
    case 'felt':
      return o.kind === 'felt' ? `the rider felt: ${o.text}` : o.text;
    case 'homework':
      return `homework ${o.did}${o.felt ? `: ${o.felt}` : ''}`;
    case 'withdrawn':
      return 'taken back';
    case 'contact':
      return `contact ◐ ${o.left} ◑ ${o.right}, ${o.when}`;
    case 'tempo':
      return `tempo ${per(o.perMinute)} a minute, scatter ${per(100 * o.scatter)} %${o.driftPercent === undefined ? '' : `, drift ${per(o.driftPercent)} % a minute`}`;
    case 'interval':
      return `${o.of} ${o.asked}/${o.soft}: held ${o.held.join(', ')}`;
    case 'halt':
      return `halt ${o.square ? 'square' : `not square${o.leg ? `, ${o.leg} left` : ''}`}, ${per(o.seconds)} s`;
    case 'depart':
      return `depart ${o.lead}: ${o.right ? (o.prompt ? 'prompt' : 'late') : 'wrong lead'}`;
    case 'change':
      return `change to the ${o.to}: ${o.quality}`;
    case 'drift':
      return `${o.part} drift to the ${o.side}`;
    case 'stretch':
      return `stretch: ${o.taken}${o.form ? `, ${o.form}` : ''}`;
    case 'sign':
      return o.sign;
    case 'head':
      return `head ${o.position} the vertical`;
    case 'aid':
      return `lightest aid: ${o.answer}`;
    case 'release':
      return `release ${o.when} the yielding`;
    case 'overtrack':
      return `overtrack ${o.hooves} hooves`;
    case 'not asked':
      return `wisely left out: ${o.what}`;
    case 'plain':
      return `plain ${o.gait} ${o.when}: ${o.value}`;
    case 'check':
      return `${o.check}, ${o.gait} ${o.rein}: ${o.done ? 'yes' : 'not yet'}`;
    case 'bout':
      return `collected for ${per(o.seconds)} s`;
    case 'uneven':
      return o.persists ? 'uneven beats, also in a plain pace' : 'uneven beats';
    case 'corner':
      return `corner ${o.bent ? 'with' : 'without'} bend`;
    case 'spook':
      return `fright at ${o.letter}${o.calm ? ', passed calmly' : ''}`;
  }
}
