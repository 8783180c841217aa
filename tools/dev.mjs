/** `npm run dev`: the server from its source on 4780 (or `PORT`), and the web app with live reload on 5173. */
import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { FRESH_BOOK, freshBook } from './freshBook.mjs';
import { root, setup } from './setup.mjs';

setup();
await freshBook(FRESH_BOOK);
const run = (args, cwd) => spawn(process.execPath, args, { stdio: 'inherit', cwd });
const children = [
  run(['--import', 'tsx', join(root, 'server/src/main.ts'), ...process.argv.slice(2)], root),
  run([join(root, 'node_modules/vite/bin/vite.js')], join(root, 'web')),
];
const stop = () => children.forEach((child) => child.kill('SIGTERM'));
process.on('SIGINT', stop);
process.on('SIGTERM', stop);
for (const child of children) child.on('exit', stop);
