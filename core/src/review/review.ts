import { isSheet, type Lesson } from '../lesson/document.ts';
import { allItems, replaceItem } from '../lesson/edits.ts';
import type { SyntaxFault } from '../notation/faults.ts';
import type { Parsed } from '../notation/parse.ts';
import type { Ride } from '../ride/types.ts';
import { atOnce, type Steps } from '../steps.ts';
import type { Finding, Fix, Where } from './finding.ts';
import type { Hit } from './rule.ts';
import { RULES } from './rules/table.ts';

/** Where things stand in the text, and what could not be read in it. */
type TextRead = Pick<Parsed, 'faults' | 'spans'>;

/** Reviews a lesson: what could not be read, what cannot be ridden, what should not be. */
export const reviewLesson = (lesson: Lesson, ride: Ride, text?: TextRead): Finding[] =>
  atOnce(reviewInSteps(lesson, ride, text));

/** The same, rule by rule. */
export function* reviewInSteps(lesson: Lesson, ride: Ride, text?: TextRead): Steps<Finding[]> {
  const findings: Finding[] = [
    ...(text?.faults ?? []).map((facts): Finding => ({
      from: 'text',
      code: facts.code,
      facts,
      level: 'error',
      source: 'rule',
      itemId: null,
      act: -1,
      line: facts.line,
      column: facts.column,
      endColumn: facts.endColumn,
      ...wordFix(facts, text!.spans),
    })),
    ...ride.faults.map(({ fault, itemId, act }): Finding => ({
      from: 'ride',
      code: fault.code,
      facts: fault,
      level: fault.code === 'pace-resumed' ? 'hint' : 'error',
      source: fault.code === 'pace-resumed' ? 'practice' : 'rule',
      itemId,
      act,
    })),
    ...(yield* ruleFindings(lesson, ride)),
  ];
  return text ? findings.map((finding) => placeInText(finding, text.spans)).sort(byLine) : findings;
}

/** A test sheet, or a lesson that enters and leaves: it is ridden, nobody is taught. */
const isTest = (lesson: Lesson): boolean =>
  isSheet(lesson) ||
  (lesson.start?.how === 'enter' &&
    allItems(lesson.items).some(
      (i) => i.kind === 'line' && i.instructions.some((x) => x.form === 'leave'),
    ));

/** No rule speaks where another one has already said it: the relations stand in the rules, as data. */
function* ruleFindings(lesson: Lesson, ride: Ride): Steps<Finding[]> {
  const rules = isTest(lesson) ? RULES.filter((rule) => !rule.teaching) : RULES;
  const found: { rule: (typeof RULES)[number]; hits: readonly Hit<object>[] }[] = [];
  for (const rule of rules) {
    found.push({ rule, hits: rule.check(ride, lesson) });
    yield;
  }
  const spoke = (codes: readonly string[], hit: Where) =>
    found.some(
      ({ rule, hits }) =>
        codes.includes(rule.code) && hits.some((h) => h.itemId === hit.itemId && h.act === hit.act),
    );
  return found.flatMap(({ rule, hits }) => {
    const above = RULES.filter((r) => r.supersedes?.includes(rule.code)).map((r) => r.code);
    const silentFor = [...above, ...(rule.yieldsTo ?? [])];
    return hits
      .filter((hit) => !spoke(silentFor, hit))
      .map((hit) => {
        const { code, level, source } = rule;
        // What a rule finds are facts of its own code.
        return { ...hit, from: 'rule', code, level, source } as Finding;
      });
  });
}

/** Where the nearest known word is meant, it is written in its place. */
function wordFix(fault: SyntaxFault, spans: Parsed['spans']): { fix?: Fix } {
  const nearest = 'nearest' in fault ? fault.nearest : null;
  const [itemId, span] = [...spans].find(([, s]) => s.line === fault.line) ?? [];
  if (!nearest || !itemId || !span) return {};
  const [from, to] = [fault.column - span.column, fault.endColumn - span.column];
  return {
    fix: {
      label: `Write “${nearest}”`,
      apply: (lesson) =>
        replaceItem(lesson, itemId, (item) => {
          if (item.kind !== 'unread') return [item];
          return [{ ...item, text: item.text.slice(0, from) + nearest + item.text.slice(to) }];
        }),
    },
  };
}

function placeInText(finding: Finding, spans: Parsed['spans']): Finding {
  const span = finding.itemId === null ? undefined : spans.get(finding.itemId);
  if (!span || finding.line !== undefined) return finding;
  const { line, column, endColumn } = span.instructions[finding.act] ?? span;
  return { ...finding, line, column, endColumn };
}

/** In the order of the text; what speaks of the whole lesson comes last. */
const byLine = (a: Finding, b: Finding): number =>
  (a.line ?? Infinity) - (b.line ?? Infinity) || (a.column ?? 0) - (b.column ?? 0);
