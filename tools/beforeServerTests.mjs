/** Jest calls this before the tests of the server: an empty book to copy, and the program as it is built. */
import { join } from 'node:path';
import { buildServer } from './build.mjs';
import { FRESH_BOOK, freshBook } from './freshBook.mjs';
import { root } from './setup.mjs';

export default () =>
  Promise.all([freshBook(FRESH_BOOK), buildServer(join(root, '.cache/server'), ['db/lock'])]);
