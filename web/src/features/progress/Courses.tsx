import { REINS } from '@canter-book/core/arena/rein';
import { useMemo } from 'react';
import {
  developmentOf,
  sideDifference,
  type Development,
  type SideDifference,
  type Verdict,
} from '@canter-book/core/progress/development';
import { dateOf } from '@canter-book/core/progress/days';
import { standingsOf, type DatedMark } from '@canter-book/core/progress/standing';
import { SCALES } from '@canter-book/core/scales';
import { shortDate } from '../../app/dates.ts';
import { ReinMark } from '../../ui/ReinMark.tsx';
import { SideScroll } from '../../ui/SideScroll.tsx';

const LOOKS: Readonly<Record<Verdict, string>> = {
  'not enough seen': 'text-soft',
  improving: 'text-bottle font-bold',
  steady: 'text-ink',
  slipping: 'text-ochre font-bold',
  'set back': 'text-madder font-bold',
  recovering: 'text-sky font-bold',
};
const SIGNS: Readonly<Record<Verdict, string>> = {
  'not enough seen': '?',
  improving: '↗',
  steady: '→',
  slipping: '↘',
  'set back': '⤓',
  recovering: '⤒',
};

const signed = (value: number): string => `${value >= 0 ? '+' : '−'}${Math.abs(value).toFixed(1)}`;

interface CoursesProps {
  readings: readonly DatedMark[];
  today: number;
}

/** The last twelve weeks, scale by scale; where the data do not carry a verdict, that is said. */
export function Courses({ readings, today }: CoursesProps) {
  const rows = useMemo(() => {
    const standings = standingsOf(readings, today);
    return SCALES.map((scale) => ({
      scale,
      side: sideDifference(readings, scale, today),
      reins: REINS.map((rein) => ({
        rein,
        standing: standings[scale][rein],
        course: developmentOf(readings, scale, rein, today),
      })),
    }));
  }, [readings, today]);
  return (
    <section aria-labelledby="courses">
      <h2 id="courses" className="mb-2 text-xl">
        The last twelve weeks
      </h2>
      <SideScroll label="The last twelve weeks, as a table">
        <table className="w-full min-w-[46rem] border-y border-line text-[14px]">
          <thead className="text-left text-[13px] text-soft">
            <tr className="border-b border-line">
              <th className="py-1.5 font-normal">scale</th>
              <th className="font-normal">rein</th>
              <th className="font-normal">level</th>
              <th className="font-normal">in four weeks</th>
              <th className="font-normal">it is</th>
              <th className="font-normal">left and right</th>
            </tr>
          </thead>
          <tbody>
            {rows.flatMap(({ scale, side, reins }) =>
              reins.map(({ rein, standing, course }, i) => (
                <tr key={`${scale}/${rein}`} className={i === 1 ? 'border-b border-line' : ''}>
                  {i === 0 && (
                    <th
                      scope="row"
                      rowSpan={2}
                      className="py-1 text-left align-top font-book text-[16px]"
                    >
                      {scale}
                    </th>
                  )}
                  <td className="py-1">
                    <ReinMark rein={rein} word />
                  </td>
                  <td className="tabular font-mono">
                    {standing ? `${standing.mean.toFixed(1)} ± ${standing.sd.toFixed(1)}` : '–'}
                  </td>
                  <Course course={course} />
                  {i === 0 && <Sides side={side} />}
                </tr>
              )),
            )}
          </tbody>
        </table>
      </SideScroll>
    </section>
  );
}

/** The course of one rein. */
const Course = ({ course }: { course: Development }) => (
  <>
    <td className="tabular font-mono">
      {course.trend ? (
        <>
          {signed(course.trend.perMonth)}{' '}
          <span className="text-soft">
            ({signed(course.trend.low)} … {signed(course.trend.high)})
          </span>
        </>
      ) : (
        '–'
      )}
    </td>
    <td className={LOOKS[course.verdict]}>
      <span aria-hidden>{SIGNS[course.verdict]} </span>
      {course.verdict}
      {course.turns.length > 0 && (
        <span className="font-normal text-soft">
          {' '}
          {shortDate(dateOf(course.turns.at(-1)!.day))}, {signed(course.turns.at(-1)!.by)}
        </span>
      )}
    </td>
  </>
);

/** How the reins differ, in the row of the first. */
const Sides = ({ side }: { side: SideDifference | null }) => (
  <td rowSpan={2} className="align-top">
    {side ? (
      <>
        <span className="tabular font-mono">
          {signed(side.mean)} ± {side.sd.toFixed(1)}
        </span>
        <span className="block text-[13px] text-soft">
          {side.weaker ? `the ${side.weaker} rein is weaker` : 'no sure difference'}
        </span>
      </>
    ) : (
      '–'
    )}
  </td>
);
