import { expect, jest, test } from '@jest/globals';
import type { LessonExport } from '@canter-book/core/formats/lessonExports';

test('one more export is a verb of its own, with what it asks for', async () => {
  const { LESSON_EXPORTS } = await import('@canter-book/core/formats/lessonExports');
  const toy: LessonExport = {
    verb: 'toys',
    says: 'print the toys of a lesson',
    entry: 'Save the toys',
    ending: 'toy',
    type: 'text/plain',
    asks: { name: 'most', unit: 'toys', says: 'how many', usual: 2 },
    write: ({ ride, lesson, asked }) =>
      `${lesson.title?.text}: ${asked} of ${ride.movements.length}\n`,
  };
  jest.resetModules();
  jest.unstable_mockModule('@canter-book/core/formats/lessonExports', () => ({
    LESSON_EXPORTS: [...LESSON_EXPORTS, toy],
  }));
  const { run } = await import('./program.ts');
  const ran = async (...args: string[]) => {
    let [said, aside] = ['', ''];
    const status = await run(args, {
      status: 0,
      input: () => 'lesson "Round"\nA trot working\nA circle left 20\n',
      answer: (text) => void (said += text),
      aside: (text) => void (aside += text),
    });
    return { status, said, aside };
  };
  expect(await ran('toys', '-')).toMatchObject({ status: 0, said: 'Round: 2 of 2\n' });
  expect((await ran('toys', '-', '--most', '5')).said).toBe('Round: 5 of 2\n');
  const wrong = await ran('toys', '-', '--most', 'all');
  expect(wrong.status).toBe(2);
  expect(wrong.aside).toContain('--most must be a number of toys above 0, got all');
  expect((await ran('--help')).said).toContain('print the toys of a lesson');
});
