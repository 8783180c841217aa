import { readFileSync } from 'node:fs';

/** More than any lesson or horse file holds. */
const MOST_BYTES = 4 * 2 ** 20;

const WHY: Readonly<Record<string, string>> = {
  ENOENT: 'there is no such file',
  EISDIR: 'it is a folder',
  EACCES: 'this user may not read it',
};

/** Ends the call with status 2, in one sentence. */
export function giveUp(sentence: string): never {
  process.stderr.write(`${sentence}\n`);
  process.exit(2);
}

/** The text of a file (`-` is standard input). What is no text ends the call. */
export function readText(file: string): string {
  let text = '';
  try {
    text = readFileSync(file === '-' ? 0 : file, 'utf8');
  } catch (error) {
    const { code, message } = error as NodeJS.ErrnoException;
    giveUp(`Cannot read ${file}: ${WHY[code ?? ''] ?? message}.`);
  }
  if (text.length > MOST_BYTES)
    giveUp(`Cannot read ${file}: it is larger than any lesson or horse.`);
  if (text.includes('\u0000')) giveUp(`Cannot read ${file}: it is not a text file.`);
  return text;
}
