/** One call of the program: what it reads, what it answers, and how it ends. */
export interface Call {
  /** 0 all is well, 1 there is something wrong with the lesson; set by the verb. */
  status: number;
  /** The text of standard input. */
  input(): string;
  /** Says the answer. */
  answer(text: string): void;
  /** Says what stands beside the answer. */
  aside(text: string): void;
}

/** Why a call ends without an answer. */
export class GivenUp extends Error {}

/** Ends the call with status 2, in one sentence. */
export function giveUp(sentence: string): never {
  throw new GivenUp(sentence);
}
