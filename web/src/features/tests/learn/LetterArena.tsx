import { letterOnTrack, lettersOf, type Arena } from '@canter-book/core/arena/arena';

interface LetterArenaProps {
  arena: Arena;
  chosen: string | null;
  right: string | null;
  onTap(letter: string): void;
}

/** The arena with its letters to be tapped, A on the left. */
export function LetterArena({ arena, chosen, right, onTap }: LetterArenaProps) {
  const { widthM, lengthM } = arena;
  const edge = 4;
  return (
    <div
      className="relative w-full border-2 border-ink bg-sand-light"
      style={{ aspectRatio: `${lengthM + 2 * edge} / ${widthM + 2 * edge}` }}
    >
      {lettersOf(arena).map((letter) => {
        const { x, y } = letterOnTrack({ ...arena, insetM: 0 }, letter);
        const tone =
          letter.name === right
            ? 'bg-leather text-on-leather'
            : letter.name === chosen
              ? 'bg-madder text-white'
              : 'bg-page text-ink hover:border-leather';
        return (
          <button
            key={letter.name}
            type="button"
            className={`absolute h-10 w-10 -translate-x-1/2 -translate-y-1/2 rounded-full border border-line font-bold max-sm:h-8 max-sm:w-8 ${tone}`}
            style={{
              left: `${(100 * (y + edge)) / (lengthM + 2 * edge)}%`,
              top: `${(100 * (x + widthM / 2 + edge)) / (widthM + 2 * edge)}%`,
            }}
            onClick={() => onTap(letter.name)}
          >
            {letter.name}
          </button>
        );
      })}
    </div>
  );
}
