import type { LessonExport } from '@canter-book/core/formats/lessonExports';
import { lessonSvg } from '@canter-book/core/formats/lessonSvg';
import { printLesson } from '@canter-book/core/notation/print';
import type { Lesson } from '@canter-book/core/lesson/document';
import type { Ride } from '@canter-book/core/ride/types';
import { saveFile } from '../../../app/files.ts';
import { savePdf } from '../../../app/savePdf.ts';

/** What leaves the desk: the page to print, and the files to share. */
export interface HandOut {
  readonly ride: Ride;
  readonly lesson: Lesson;
  readonly homework: string | undefined;
}

const nameOf = (lesson: Lesson): string =>
  (lesson.title?.text ?? 'lesson').replace(/[^\p{L}\p{N}]+/gu, '-').replace(/^-|-$/g, '') ||
  'lesson';

const pageOf = ({ ride, lesson, homework }: HandOut): string =>
  lessonSvg(ride, lesson, { homework });

export const saveAsPdf = (handOut: HandOut): Promise<void> =>
  savePdf(nameOf(handOut.lesson), handOut.lesson.title?.text ?? 'Lesson', () => [pageOf(handOut)]);

export function saveExport({ type, ending, write }: LessonExport, handOut: HandOut): void {
  saveFile(`${nameOf(handOut.lesson)}.${ending}`, new Blob([write(handOut)], { type }));
}

export function saveText({ lesson }: HandOut): void {
  const text = new Blob([printLesson(lesson)], { type: 'text/plain;charset=utf-8' });
  saveFile(`${nameOf(lesson)}.cbk`, text);
}

/** The page in a frame of its own, so that nothing of the desk is printed with it. */
export function printPage(handOut: HandOut): void {
  const frame = document.createElement('iframe');
  frame.title = 'The page to print';
  frame.style.cssText = 'position:fixed;right:0;bottom:0;width:0;height:0;border:0';
  frame.srcdoc = `<style>@page{size:A4;margin:0}body{margin:0}svg{display:block}</style>${pageOf(handOut)}`;
  frame.addEventListener('load', () => {
    frame.contentWindow?.addEventListener('afterprint', () => frame.remove());
    frame.contentWindow?.print();
  });
  document.body.append(frame);
}
