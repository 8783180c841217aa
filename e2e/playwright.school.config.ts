import base from './playwright.config.ts';

/** On PostgreSQL: a few journeys again, and what only a school has. */
export default {
  ...base,
  testDir: '.',
  testMatch: [
    'journeys/first-lesson.spec.ts',
    'journeys/horse-book.spec.ts',
    'journeys/people.spec.ts',
    'school/*.spec.ts',
  ],
};
