import type { Horse } from '@canter-book/core/book/records';

/** What a new lesson begins with: the head, and the frame of phases. */
export function firstText(horse: Pick<Horse, 'name' | 'approach'> | null): string {
  const head = [
    'lesson "New lesson"',
    'arena 20x60',
    ...(horse ? [`horse "${horse.name}"`, `approach ${horse.approach}`] : []),
    'start A walk medium left',
  ];
  return `${head.join('\n')}

phase warm-up 10 min
go large for 5 min

phase work 6 min
A trot working
C circle left 20, stretch
H-X-F change rein
A circle right 20, stretch

phase cool-down 5 min
A walk free, long rein
go large for 5 min
`;
}

/** The text with its `horse` line set to a name, or without one. */
export function withHorse(text: string, name: string | null): string {
  const lines = text.split('\n');
  const at = lines.findIndex((line) => /^\s*horse\b/i.test(line));
  const line = name === null ? [] : [`horse "${name}"`];
  if (at >= 0) return [...lines.slice(0, at), ...line, ...lines.slice(at + 1)].join('\n');
  const after = lines.findLastIndex((l) => /^\s*(lesson|arena)\b/i.test(l)) + 1;
  return [...lines.slice(0, after), ...line, ...lines.slice(after)].join('\n');
}
