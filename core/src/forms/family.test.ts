import { describe, expect, test } from '@jest/globals';
import { beatStrokes } from '../drawing/strokes.ts';
import { svgPathOf } from '../drawing/svgPath.ts';
import { ANY_HORSE } from '../gaits/horse.ts';
import { DEFAULT_START } from '../lesson/document.ts';
import { lessonSchema } from '../lesson/schema.ts';
import { mirrorLesson } from '../lesson/mirror.ts';
import { parseLesson } from '../notation/parse.ts';
import { printLesson } from '../notation/print.ts';
import { compileRide } from '../ride/compile.ts';
import { sampleRide } from '../ride/sample.ts';
import { ALL_EXAMPLES, textOf } from '../testing/examples.ts';
import { wrapRad } from '../units.ts';
import { FORM_IDS, formOf } from '../lesson/forms.ts';

/** One test for the whole family: every figure and movement, by its examples. */

const HEAD = 'arena 20x60 inset 0\ncorners 0\n';
const named = ALL_EXAMPLES.map(([form, example]) => [example.line, form, example] as const);

test('every instruction has an example that uses it', () => {
  for (const id of FORM_IDS) {
    const lines = formOf(id).examples.map((e) => parseLesson(textOf(e)).lesson);
    const used = lines.map((l) => JSON.stringify(l.items));
    expect(used.every((json) => json.includes(`"form":"${id}"`))).toBe(true);
  }
});

describe.each(named)('%s', (_line, form, example) => {
  const text = HEAD + textOf(example);
  const parsed = parseLesson(text);
  const ride = compileRide(parsed.lesson, { ...ANY_HORSE, stage: 8 });
  const lastLine = text.trim().split('\n').length;
  const own = ride.movements.filter(
    (m) => parsed.spans.get(m.itemId)?.line === lastLine && m.act !== -1,
  );

  test('is read, ridden and kept by the schema', () => {
    expect(parsed.faults).toEqual([]);
    // A line that is left open at the end of the lesson is said to be so, and nothing else.
    const open = ['centreLine', 'quarterLine', 'turn'].includes(form);
    expect(ride.faults.map((f) => f.fault.code)).toEqual(open ? ['course-not-continued'] : []);
    expect(own.length).toBeGreaterThan(0);
    expect(lessonSchema.safeParse(parsed.lesson).success).toBe(true);
    const kind = formOf(form).kind;
    if (
      formOf(form).group === 'act' &&
      !parsed.lesson.items.some((i) => i.kind === 'line' && i.instructions.length > 1)
    ) {
      expect(own.map((m) => m.kind)).toContain(kind);
    }
  });

  test('has the length of its closed form', () => {
    const metres = own.reduce((sum, m) => sum + m.metres, 0);
    if (example.metres !== undefined) expect(metres).toBeCloseTo(example.metres, 3);
    else expect(metres).toBeGreaterThanOrEqual(0);
  });

  test('joins up: no jump between pieces, and the whole is the sum of the parts', () => {
    const { pieces, lengthM } = ride.path;
    pieces.slice(1).forEach((piece, i) => {
      const last = pieces[i]!.curve;
      const [end, start] = [last.at(last.lengthM), piece.curve.at(0)];
      expect(Math.hypot(end.x - start.x, end.y - start.y)).toBeLessThan(1e-6);
    });
    expect(ride.movements.reduce((sum, m) => sum + m.metres, 0)).toBeCloseTo(lengthM, 6);
  });

  test('with rounded corners the heading never jumps where a horse could ride it', () => {
    const round = compileRide(
      parseLesson(text.replace('corners 0', 'corners 3')).lesson,
      ANY_HORSE,
    );
    round.path.pieces.slice(1).forEach((piece, i) => {
      const before = round.path.pieces[i]!;
      // Lateral lines begin and end at their letters without a blend; a horse that steps back turns round in travel only.
      const special = [piece, before].some((p) => p.bodyRad !== undefined || p.backwards);
      const onTheSpot = round.spans.some(
        (s) => s.turnRad !== 0 && Math.abs(s.startM - piece.startM) < 1e-6,
      );
      if (special || onTheSpot) return;
      const turn = wrapRad(
        piece.curve.at(0).headingRad - before.curve.at(before.curve.lengthM).headingRad,
      );
      expect(Math.abs(turn)).toBeLessThan(1e-6);
    });
  });

  test('its mirror image is as long, and its text comes back', () => {
    const begun = { ...parsed.lesson, start: parsed.lesson.start ?? DEFAULT_START };
    const image = compileRide(mirrorLesson(begun), { ...ANY_HORSE, stage: 8 });
    expect(image.totals.metres).toBeCloseTo(ride.totals.metres, 6);
    expect(image.totals.seconds).toBeCloseTo(ride.totals.seconds, 6);
    expect(image.totals.rein.left.metres).toBeCloseTo(ride.totals.rein.right.metres, 6);
    const printed = printLesson(parsed.lesson);
    expect(parseLesson(printed).faults).toEqual([]);
    expect(printLesson(parseLesson(printed).lesson)).toBe(printed);
  });

  test('can be drawn, and sampled at any moment', () => {
    for (const stroke of beatStrokes(ride)) {
      expect(svgPathOf((sink) => stroke.draw(sink))).toMatch(/^M[-\d. MLA]+$/);
    }
    for (let k = 0; k <= 40; k++) {
      const pose = sampleRide(ride, (ride.totals.seconds * k) / 40);
      if (!pose) continue;
      expect([pose.x, pose.y, pose.headingRad, pose.strideShare].every(Number.isFinite)).toBe(true);
      expect(Math.abs(pose.x)).toBeLessThanOrEqual(10 + 1e-6);
    }
  });
});
