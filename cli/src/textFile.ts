import { readFileSync } from 'node:fs';
import { giveUp, type Call } from './call.ts';

/** More than any lesson or horse file holds. */
const MOST_BYTES = 4 * 2 ** 20;

const WHY: Readonly<Record<string, string>> = {
  ENOENT: 'there is no such file',
  EISDIR: 'it is a folder',
  EACCES: 'this user may not read it',
};

/** The text of a file (`-` is standard input). What is no text ends the call. */
export function readText(file: string, call: Call): string {
  let text = '';
  try {
    text = file === '-' ? call.input() : readFileSync(file, 'utf8');
  } catch (error) {
    const { code, message } = error as NodeJS.ErrnoException;
    giveUp(`Cannot read ${file}: ${WHY[code ?? ''] ?? message}.`);
  }
  if (text.length > MOST_BYTES)
    giveUp(`Cannot read ${file}: it is larger than any lesson or horse.`);
  if (text.includes('\u0000')) giveUp(`Cannot read ${file}: it is not a text file.`);
  return text;
}
