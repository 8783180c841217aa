/** How a caller names a place written as “E”, “H-X-F”, “F..M” or “K/E”. */
function placeSaid(place: string): string {
  if (place.includes('/')) return `between ${place.split('/').join(' and ')}`;
  const letters = place.split(/-|\.\./);
  return letters.length === 2 ? letters.join(' to ') : letters.join(', ');
}

const PLACE = /^([A-Z](?:(?:-|\.\.|\/)[A-Z])*)(?: |$)/;

/** The words of the shorthand that are not said as they are written, in their order. */
const SAID: readonly (readonly [RegExp, string])[] = [
  [/\bhalt \d+(\.\d+)? s\b/g, 'halt'],
  [/\b((?:half )?circle (?:left|right)) (\d+(?:\.\d+)?)/g, '$1, $2 metres'],
  [/ return ([A-Z])\b/g, ', return to $1'],
  [/\bloop (\d+(?:\.\d+)?)/g, 'loop of $1 metres'],
  [/\bserpentine (\d+)/g, 'serpentine of $1 loops'],
  [/\bfigure eight (left|right) (\d+(?:\.\d+)?)/g, 'figure of eight $1, $2 metres'],
  [/\brein back (\d+)\b(?! steps)/g, 'rein back $1 steps'],
  [/\bpirouette (left|right) 180\b/g, 'half pirouette $1'],
  [/\bpirouette (left|right) 360\b/g, 'pirouette $1'],
  [/\bretake at three-quarter\b/g, 'retake the reins after three quarters'],
  [/\bretake at (half|quarter)\b/g, 'retake the reins after a $1'],
  [/\bretake\b(?! the)/g, 'retake the reins'],
  [/\blong rein\b/g, 'on a long rein'],
  [/ x2\b/g, ', twice'],
  [/ x(\d+)\b/g, ', $1 times'],
  // The pace comes before its gait, as people say it: “medium trot”.
  [
    /\b(walk|trot|canter) (free|medium|collected|extended|working|lengthened)\b( left| right)?/g,
    '$2 $1$3',
  ],
];

/** A line in shorthand as a caller says it: “between K and E, canter left”. */
export function spoken(written: string): string {
  const place = PLACE.exec(written)?.[1] ?? '';
  const said = SAID.reduce(
    (text, [shorthand, words]) => text.replace(shorthand, words),
    written.slice(place.length).trim(),
  );
  return [place && placeSaid(place), said].filter(Boolean).join(', ');
}

/** Reading aloud, about 150 words a minute. Common practice. */
const WORDS_PER_S = 2.5;
/** The breath before a call. */
const BREATH_S = 0.3;

/** How long it takes to say it, seconds; a letter is a word. */
export const speakingS = (said: string): number =>
  BREATH_S + said.split(/[\s,]+/).filter(Boolean).length / WORDS_PER_S;
