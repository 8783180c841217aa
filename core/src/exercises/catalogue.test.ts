import { describe, expect, test } from '@jest/globals';
import { LONG_ARENA, SHORT_ARENA } from '../arena/arena.ts';
import { STAGE_NUMBERS } from '../gaits/stage.ts';
import { APPROACHES } from '../lesson/terms.ts';
import { parseLesson } from '../notation/parse.ts';
import { printLesson } from '../notation/print.ts';
import { SCALES } from '../scales.ts';
import { WARM_UP_CHECKS } from '../observations/words.ts';
import { EXERCISES, findExercise } from './catalogue.ts';
import { CHAINS } from './chains/table.ts';
import { exerciseSchema, plannedPhases, type Exercise } from './exercise.ts';
import { FACULTIES, facultiesOf, givenTo } from './faculties.ts';
import { before, hardness, levelsOf, missingNames } from './graph.ts';
import { sitesOf, templateFault } from './sites.ts';
import { horseFor, stageOf, tryOut } from './trial.ts';

const first = (e: Exercise) => Math.min(...e.rungs.map((r) => stageOf(e, r)));

describe('the shelf', () => {
  test('holds over 160 exercises, each complete and named once', () => {
    expect(EXERCISES.length).toBeGreaterThanOrEqual(160);
    expect(new Set(EXERCISES.map((e) => e.id)).size).toBe(EXERCISES.length);
    expect(new Set(EXERCISES.map((e) => e.name)).size).toBe(EXERCISES.length);
    for (const e of EXERCISES) expect(exerciseSchema.parse(e)).toEqual(e);
  });

  test('no sentence of purpose, of leaving or of what good looks like stands twice', () => {
    for (const say of [(e: Exercise) => e.purpose, (e: Exercise) => `${e.name} ${e.leaveWhen}`]) {
      const said = EXERCISES.map(say);
      expect(said.filter((s, i) => said.indexOf(s) !== i)).toEqual([]);
    }
  });

  test('each exercise trains something, and each faculty has its exercises', () => {
    const trained = EXERCISES.flatMap((e) => e.faculties ?? []);
    expect(EXERCISES.filter((e) => !e.faculties)).toEqual([]);
    for (const faculty of FACULTIES) {
      expect(trained.filter((f) => f === faculty).length).toBeGreaterThanOrEqual(3);
    }
    // One of one's own says none: it trains what it builds most.
    const own = { builds: { straightness: 2, contact: 3 } };
    expect(facultiesOf(own)).toEqual(['soften']);
    expect(givenTo(own, findExercise('quiet-contact')!)).toBe('soften');
    expect(givenTo(own, findExercise('trot-large')!)).toBeNull();
  });

  test('no two exercises have a rung that is ridden alike', () => {
    const ridden = new Map<string, string>();
    for (const e of EXERCISES) {
      for (const rung of e.rungs) {
        for (const { text } of sitesOf(e, rung, LONG_ARENA)) {
          const alike = printLesson(parseLesson(text).lesson);
          expect([e.id, ridden.get(alike) ?? e.id]).toEqual([e.id, e.id]);
          ridden.set(alike, e.id);
        }
      }
    }
  });

  test('the prerequisites name what is there, and never go round in a circle', () => {
    expect(missingNames(EXERCISES)).toEqual([]);
    expect(levelsOf(EXERCISES)).not.toBeNull();
    const [walk] = EXERCISES;
    const ring = [
      { ...walk!, id: 'a', needs: { exercises: ['b'], scales: {} } },
      { ...walk!, id: 'b', needs: { exercises: ['a'], scales: {} } },
    ];
    expect(levelsOf(ring)).toBeNull();
    expect(missingNames([{ ...walk!, parts: ['nothing'] }])).toEqual([
      { of: walk!.id, names: 'nothing' },
    ]);
  });

  test('nothing is needed that comes at a later stage', () => {
    for (const e of EXERCISES) {
      for (const id of before(e)) {
        expect([e.id, id, first(findExercise(id)!) <= first(e)]).toEqual([e.id, id, true]);
      }
    }
  });

  test('every exercise has a repair that is easier than itself; one is the easiest of all', () => {
    const roots = EXERCISES.filter((e) => e.repair === null);
    expect(roots.map((e) => e.id)).toEqual(['stand-and-breathe']);
    for (const e of EXERCISES) {
      if (e.repair === null) continue;
      const repair = findExercise(e.repair)!;
      expect([e.id, e.repair, hardness(repair) < hardness(e)]).toEqual([e.id, e.repair, true]);
    }
  });

  test('every scale has at least twelve exercises that build it first', () => {
    for (const scale of SCALES) {
      const best = EXERCISES.filter((e) => {
        const weights = Object.values(e.builds);
        return e.builds[scale] === Math.max(...weights);
      });
      expect([scale, best.length >= 12]).toEqual([scale, true]);
    }
  });

  test('every stage and approach has a full warm-up, work and stretch', () => {
    for (const stage of STAGE_NUMBERS) {
      const ridden = EXERCISES.filter((e) => first(e) <= stage);
      const inPhase = (phase: 'warm-up' | 'work' | 'stretch') =>
        ridden.filter((e) => e.phases.includes(phase));
      expect(inPhase('work').length).toBeGreaterThanOrEqual(8);
      expect(inPhase('stretch').length).toBeGreaterThanOrEqual(2);
      for (const check of WARM_UP_CHECKS) {
        const asks = inPhase('warm-up').filter((e) => e.checks.includes(check));
        expect([stage, check, asks.length > 0]).toEqual([stage, check, true]);
      }
    }
  });

  test('each of the higher stages has at least twelve exercises of its own', () => {
    for (const stage of [6, 7, 8]) {
      const own = EXERCISES.filter((e) => e.stage === stage);
      expect([stage, own.length >= 12]).toEqual([stage, true]);
    }
  });

  test('a card says what riders do wrong, and its repair speaks of the weight', () => {
    const riders = /^(Rider|Handler)/;
    for (const e of EXERCISES) {
      expect([e.id, e.faults.some(({ fault }) => riders.test(fault))]).toEqual([e.id, true]);
      expect([e.id, /weight/i.test(e.aids.repairByWeight)]).toEqual([e.id, true]);
    }
  });

  test('every exercise has a word from each approach, and its ladder', () => {
    for (const e of EXERCISES) {
      expect([e.id, Object.keys(e.remarks).sort()]).toEqual([e.id, [...APPROACHES].sort()]);
    }
    // These two are a rung of something themselves.
    const steps = EXERCISES.filter((e) => e.rungs.length === 1).map((e) => e.id);
    expect(steps).toEqual(['turn-on-haunches-quarter', 'pirouette-depart']);
  });

  test('a ladder never goes down: no rung asks for an earlier stage than the one before it', () => {
    for (const e of EXERCISES) {
      const stages = [e.stage, ...e.rungs.map((r) => stageOf(e, r))];
      expect([e.id, stages]).toEqual([e.id, [...stages].sort((a, b) => a - b)]);
    }
  });
});

describe.each(CHAINS.map((chain) => [chain.id, chain] as const))('the chain %s', (_, chain) => {
  test.each(chain.exercises.map((e) => [e.id, e] as const))(
    '%s is ridden at every letter it offers, on both reins, in both arenas where it fits',
    (_id, e) => {
      for (const rung of e.rungs) {
        expect(templateFault(e, rung)).toBeNull();
        const long = sitesOf(e, rung, LONG_ARENA);
        expect(long.length).toBeGreaterThanOrEqual(2);
        for (const arena of [LONG_ARENA, SHORT_ARENA]) {
          const sites = sitesOf(e, rung, arena);
          const reins = sites.map((s) => s.rein);
          expect(reins.filter((r) => r === 'left')).toHaveLength(
            reins.filter((r) => r === 'right').length,
          );
          for (const site of sites) {
            const { text, findings, end } = tryOut(site, arena, horseFor(e, rung));
            const loud = findings.filter((f) => f.level !== 'hint').map((f) => f.code);
            expect([text, loud]).toEqual([text, []]);
            // It comes back to its rein on the track, in a gait that anything can follow.
            const { gait, pace, rein } = end.riding;
            expect([text, end.course.kind, rein]).toEqual([text, 'track', site.rein]);
            // In hand nobody rides on: the horse stands.
            if (plannedPhases(e).length === 0) expect(gait).toBe('halt');
            else
              expect(['walk', 'trot working']).toContain(
                gait === 'walk' ? gait : `${gait} ${pace}`,
              );
          }
        }
      }
    },
  );
});
