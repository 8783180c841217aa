import type { Lesson } from '../lesson/document.ts';
import type { Ride } from '../ride/types.ts';
import { lessonSvg } from './lessonSvg.ts';
import { trackCsv } from './trackCsv.ts';

/** A lesson to export, with the options asked for. */
export interface Exported {
  readonly ride: Ride;
  readonly lesson: Lesson;
  /** The rider's homework. */
  readonly homework?: string | undefined;
  /** The number it asks for. */
  readonly asked?: number | undefined;
}

/** A lesson as a file for other programs. */
export interface LessonExport {
  /** The verb of the command line. */
  readonly verb: string;
  /** "print the lesson as one page of SVG". */
  readonly says: string;
  /** In the menu of the desk. */
  readonly entry: string;
  readonly ending: string;
  readonly type: string;
  /** A number above 0 that may be given with the verb: `--every <seconds>`. */
  readonly asks?: {
    readonly name: string;
    readonly unit: string;
    readonly says: string;
    readonly usual: number;
  };
  write(exported: Exported): string;
}

/** In the order of menu and help. One more is its file and its entry here. */
export const LESSON_EXPORTS: readonly LessonExport[] = [
  {
    verb: 'svg',
    says: 'print the lesson as one page of SVG',
    entry: 'Save the drawing as SVG',
    ending: 'svg',
    type: 'image/svg+xml',
    write: ({ ride, lesson, homework }) => `${lessonSvg(ride, lesson, { homework })}\n`,
  },
  {
    verb: 'track',
    says: 'print the positions of the ride as CSV, in local metres',
    entry: 'Save the ridden line as a table (CSV)',
    ending: 'csv',
    type: 'text/csv;charset=utf-8',
    asks: { name: 'every', unit: 'seconds', says: 'time between two rows', usual: 1 },
    write: ({ ride, asked }) => trackCsv(ride, asked),
  },
];
