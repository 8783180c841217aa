import { readFileSync } from 'node:fs';
import { run } from './program.ts';

// Whoever reads it has read enough, as `head` does.
process.stdout.on('error', (error: NodeJS.ErrnoException) => {
  if (error.code !== 'EPIPE') throw error;
  process.exit();
});

process.exitCode = await run(process.argv.slice(2), {
  status: 0,
  input: () => readFileSync(0, 'utf8'),
  answer: (text) => void process.stdout.write(text),
  aside: (text) => void process.stderr.write(text),
});
