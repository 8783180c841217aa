import type { Command } from 'commander';
import type { z } from '@canter-book/core/schema';
import { ANY_HORSE, type HorseProfile } from '@canter-book/core/gaits/horse';
import { horseFileSchema, profileOfFile, type HorseFile } from '@canter-book/core/planner/request';
import { giveUp, type Call } from './call.ts';
import { readText } from './textFile.ts';

/** The value in a JSON file (`-` is standard input). What is not JSON ends the call with status 2. */
export function readJson(file: string, call: Call): unknown {
  const text = readText(file, call);
  try {
    return JSON.parse(text);
  } catch (error) {
    return giveUp(`${file} is not valid JSON: ${(error as Error).message}`);
  }
}

/** Reads a horse file. What is wrong with it ends the call with status 2. */
export const readHorseFile = (file: string, call: Call): HorseFile =>
  checked(horseFileSchema, readJson(file, call), 'The horse file');

/** The value as its schema has it; what is wrong with it ends the call, field by field. */
export function checked<T>(schema: z.ZodMiniType<T>, value: unknown, what: string): T {
  const read = schema.safeParse(value);
  if (read.success) return read.data;
  const faults = read.error.issues.map((i) => `  ${i.path.join('.') || what}: ${i.message}`);
  return giveUp(`${what} is not right:\n${faults.join('\n')}`);
}

export interface HorseOption {
  horse?: string;
}

/** For which horse a lesson is ridden and judged. */
export const withHorse = (command: Command): Command =>
  command.option('--horse <file>', 'the horse it is for: its paces, stage and limits');

/** `YYYY-MM-DD`. */
export const today = (): string => new Date().toISOString().slice(0, 10);

export const profileFor = ({ horse }: HorseOption, call: Call): HorseProfile =>
  horse === undefined ? ANY_HORSE : profileOfFile(readHorseFile(horse, call), today());

/** The horse a lesson was judged for, as the answers name it. */
export const horseJson = ({ name, stage, heightCm }: HorseProfile, assumed: boolean) => ({
  name,
  stage,
  heightCm,
  assumed,
});

/** Said where nobody named a horse. */
export function assumedLine({ horse }: HorseOption): string | null {
  if (horse !== undefined) return null;
  const { stage, heightCm } = ANY_HORSE;
  return `For an average horse: stage ${stage}, ${heightCm} cm. Name yours with --horse HORSE.json.`;
}

/** The same beside an answer that is data. */
export function sayAssumed(options: HorseOption, call: Call): void {
  const line = assumedLine(options);
  if (line) call.aside(`${line}\n`);
}
