import { existsSync } from 'node:fs';
import { dirname, join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import { parseArgs } from 'node:util';
import { CannotOpenError, type Where } from '../db/connect.ts';
import { BookInUseError } from '../db/lock.ts';
import {
  backup,
  check,
  inviteOwner,
  move,
  restore,
  type Place,
  type Prepared,
  type Sums,
} from './keep.ts';

/** `canter-book backup`, `check`, `restore`, `move` and `invite`: the words of the command line, and what is said. */

const HELP = `canter-book backup [--data DIR] [FILE]     the book of a folder into a packed file
canter-book check FILE                     opens a file and counts what is in it
canter-book restore FILE [--data DIR]      a file into an empty folder
canter-book move --from PLACE --to PLACE   between a folder and a database (postgres://…)
canter-book invite NAME --data PLACE --at https://ADDRESS
                                           an owner, who signs in from elsewhere
`;

const here = dirname(fileURLToPath(import.meta.url));
const oneOf = (...places: string[]) => places.map((p) => join(here, p)).find(existsSync);
const prepared: Prepared = {
  migrations: oneOf('migrations', '../db/migrations')!,
  fresh: oneOf('fresh-book', '../../../.cache/fresh-book'),
};

const placeOf = (text: string): Place => ({
  where: /^postgres(ql)?:\/\//.test(text)
    ? { kind: 'url', url: text }
    : ({ kind: 'folder', folder: resolve(text) } satisfies Where),
  ...prepared,
});

/** A place as it was named; of a folder, where it lies. */
const calledOf = (text: string): string => {
  const { where } = placeOf(text);
  return where.kind === 'folder' ? where.folder : 'the database';
};

const say = (sums: Sums): void => {
  for (const [kind, { count, check: sum }] of Object.entries(sums))
    process.stdout.write(`${String(count).padStart(8)}  ${kind.padEnd(12)} ${sum.slice(0, 16)}\n`);
};

async function main(): Promise<void> {
  const { values, positionals } = parseArgs({
    allowPositionals: true,
    options: {
      data: { type: 'string', default: 'book' },
      from: { type: 'string' },
      to: { type: 'string' },
      at: { type: 'string' },
    },
  });
  const [verb, file] = positionals;
  const missing = (what: string): never => {
    throw new CannotOpenError(`${what}\n\n${HELP}`);
  };
  switch (verb) {
    case 'backup': {
      const day = new Date().toISOString().slice(0, 10);
      const target = resolve(file ?? `canter-book-${day}.jsonl.gz`);
      say(await backup(placeOf(values.data), target));
      process.stdout.write(`Written to ${target}, and read back whole.\n`);
      return;
    }
    case 'check':
      say(await check(resolve(file ?? missing('Name the file to check.')), prepared));
      process.stdout.write('The file is whole.\n');
      return;
    case 'restore': {
      const from = resolve(file ?? missing('Name the file to restore.'));
      say(await restore(from, placeOf(values.data)));
      process.stdout.write(`Restored into ${calledOf(values.data)}.\n`);
      return;
    }
    case 'move': {
      const { from, to } = values;
      if (!from || !to) return missing('Name both places: --from and --to.');
      say(await move(placeOf(from), placeOf(to)));
      process.stdout.write(
        'Moved; each kind has the same check in both places. The old one stays.\n',
      );
      return;
    }
    case 'invite': {
      const name = file?.trim() || missing('Name whom you invite.');
      const at =
        /^https:\/\/[^/]+/.exec(values.at ?? '')?.[0] ??
        missing('Name the address of the book: --at https://…');
      const { link, until } = await inviteOwner(placeOf(values.data), name, at, new Date());
      process.stdout.write(
        `${name} is an owner. To choose a password, open this once, until ${until.toISOString().slice(0, 10)}:\n${link}\n`,
      );
      return;
    }
    default:
      process.stdout.write(HELP);
  }
}

main().catch((error: unknown) => {
  const isSaid = error instanceof CannotOpenError || error instanceof BookInUseError;
  process.stderr.write(`${isSaid ? error.message : String((error as Error).stack ?? error)}\n`);
  process.exit(1);
});
