import { createServer, type Server } from 'node:http';
import type { Express } from 'express';
import type { OpenDoor } from './phones/open.ts';
import type { Settings } from './settings.ts';

/** Opens the doors: one on this machine, and two for phones where they are let in. */
export function listening(
  app: Express,
  set: Settings,
  phones: OpenDoor | null,
  { say, failed }: { say(line: string): void; failed(why: string): void },
): Server[] {
  const { port, host, httpsPort, folder, where } = set;
  const doors = phones?.listen(app);
  const plain = doors?.plain ?? createServer(app);
  const portOf = (server: Server, wanted: number): number => {
    const address = server.address();
    return typeof address === 'object' && address ? address.port : wanted;
  };
  const open: [Server, number][] = doors
    ? [
        [plain, port],
        [doors.secure, httpsPort],
      ]
    : [[plain, port]];
  let isGivenUp = false;
  for (const [server, at] of open) {
    server.on('error', (error: NodeJS.ErrnoException) => {
      if (!isGivenUp) failed(whyNotListening(error, { ...set, port: at }));
      isGivenUp = true;
    });
    server.listen(at, host);
  }
  plain.on('listening', () => {
    say(`Canter Book is open at http://${phones ? '127.0.0.1' : host}:${portOf(plain, port)}`);
    if (where.kind === 'folder') say(`The book lies in ${folder}. Ctrl-C closes it.`);
  });
  doors?.secure.on('listening', () =>
    say(
      `Phones come in over https on port ${portOf(doors.secure, httpsPort)}: Book, then Phones, shows how.`,
    ),
  );
  return open.map(([server]) => server);
}

function whyNotListening(error: NodeJS.ErrnoException, { port, host }: Settings): string {
  if (error.code === 'EADDRINUSE') {
    return `Port ${port} is in use. Start with another: PORT=${port < 65_535 ? port + 1 : 4780} npm start`;
  }
  if (error.code === 'EACCES') return `Port ${port} is not open to this user. Take one above 1023.`;
  if (error.code === 'EADDRNOTAVAIL') return `HOST ${host} is not an address of this machine.`;
  return `The book cannot be served: ${error.message}`;
}
