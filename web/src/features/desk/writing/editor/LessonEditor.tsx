import { useMemo } from 'react';
import { allItems } from '@canter-book/core/lesson/edits';
import { parseLesson } from '@canter-book/core/notation/parse';
import { lettersWithin } from '@canter-book/core/placing/places';
import { horseAtPoint } from '@canter-book/core/ride/compile';
import { firstRound } from '@canter-book/core/ride/firstRound';
import { letterCounts } from '@canter-book/core/ride/letterCounts';
import { countsPerStride, countWord } from '@canter-book/core/gaits/paces';
import { clock } from '@canter-book/core/units';
import type { Derived } from '../../derive.ts';
import type { LineHelp } from './complete.ts';
import { Editor, type EditorProps } from './Editor.tsx';

interface LessonEditorProps extends Omit<EditorProps, 'help'> {
  latest(): Derived;
}

/** The editor, with what the lesson knows of its lines. */
export function LessonEditor({ latest, ...rest }: LessonEditorProps) {
  const help = useMemo(() => lineHelp(latest), [latest]);
  return <Editor help={help} {...rest} />;
}

/** What the lesson says about a line that is being written or looked at. */
function lineHelp(latest: () => Derived): LineHelp {
  return {
    lettersFrom(line, text) {
      const { parsed: known, profile, text: of } = latest();
      // Whoever types fast asks before the desk has followed.
      const parsed = text === of ? known : parseLesson(text);
      const before = allItems(parsed.lesson.items).filter(
        (item) => (parsed.spans.get(item.id)?.line ?? Infinity) < line,
      );
      const last = before.at(-1);
      const point = last
        ? { after: last.id }
        : parsed.lesson.items[0]
          ? { before: parsed.lesson.items[0].id }
          : ('end' as const);
      return lettersWithin(horseAtPoint(parsed.lesson, point, profile));
    },
    describe(line) {
      const { ride, itemAtLine } = latest();
      const itemId = itemAtLine.get(line);
      const own = firstRound(ride, itemId);
      const [first, last] = [own[0], own.at(-1)];
      if (!first || !last) return null;
      const sum = (pick: (m: (typeof own)[number]) => number) =>
        own.reduce((total, m) => total + pick(m), 0);
      const counts = sum((m) => m.strides * countsPerStride(m.gait));
      const between = letterCounts(ride, first.startM, last.startM + last.metres)
        .slice(0, 6)
        .map(({ from, to, counts: n }) => `${from}–${to} ${n.toFixed(1)}`);
      return [
        `${Math.round(sum((m) => m.metres))} m`,
        `${Math.round(sum((m) => m.seconds))} s`,
        `${Math.round(counts)} ${countWord(first.gait)}`,
        `at ${clock(first.startsAtS)}`,
        ...between,
      ].join(' · ');
    },
  };
}
