import { useMemo } from 'react';
import { rowsOf, type Row } from '@canter-book/core/formats/lessonRows';
import type { Lesson } from '@canter-book/core/lesson/document';
import { compileRide } from '@canter-book/core/ride/compile';
import { mainLines } from '../arena/mainLines.ts';
import { MiniArena } from '../arena/MiniArena.tsx';

/** A lesson for somebody who has no book: its picture, and every line with its time. */
export function LessonToRead({ lesson }: { lesson: Lesson }) {
  const ride = useMemo(() => compileRide(lesson), [lesson]);
  const rows = useMemo(() => rowsOf(ride, lesson), [ride, lesson]);
  return (
    <div className="gap-8 lg:grid lg:grid-cols-2">
      <MiniArena
        arena={ride.arena}
        ride={() => ride}
        among={mainLines(lesson)}
        label="The work of the lesson, drawn"
        className="w-full self-start"
        atOnce
      />
      <ol className="max-w-2xl" aria-label="The lesson, line by line">
        {rows.map((row, i) => (
          <li key={i}>
            <RowToRead row={row} />
          </li>
        ))}
      </ol>
    </div>
  );
}

function RowToRead({ row }: { row: Row }) {
  if (row.kind === 'phase')
    return (
      <h2 className="mt-5 mb-1 text-lg first-letter:uppercase lg:[li:first-child>&]:mt-0">
        {row.said}
      </h2>
    );
  const inset = { paddingLeft: `${3.5 + 1.2 * row.depth}rem` };
  if (row.kind === 'note')
    return (
      <p style={inset} className="text-soft italic">
        {row.said}
      </p>
    );
  if (row.kind === 'repeat')
    return (
      <p style={inset} className="font-bold">
        {row.said}
      </p>
    );
  return (
    <p className="flex gap-3 border-b border-dotted border-line py-1">
      <span className="tabular w-11 shrink-0 text-right text-soft">{row.at}</span>
      <span className="flex-1" style={{ paddingLeft: `${1.2 * row.depth}rem` }}>
        {row.said}
      </span>
      <span className="tabular shrink-0 text-[13px] text-soft">{row.figures}</span>
    </p>
  );
}
