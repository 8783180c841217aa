import { useEffect, useRef } from 'react';
import { letterOnTrack, lettersOf, type Arena } from '@canter-book/core/arena/arena';
import { toView, type View } from '@canter-book/core/drawing/svgPath';
import type { ChoiceInHand } from './usePlacing.ts';

interface LetterTargetsProps {
  arena: Arena;
  view: View;
  placing: ChoiceInHand;
}

/** A key chooses its letter, wherever one is, but for where one writes. */
function useLetterKeys(placing: ChoiceInHand): void {
  const now = useRef(placing);
  useEffect(() => {
    now.current = placing;
  });
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const letter = event.key.toUpperCase();
      const typing = event.target instanceof Element && event.target.closest('input, .cm-content');
      if (typing || event.ctrlKey || event.metaKey || event.altKey) return;
      if (!now.current.letters.includes(letter)) return;
      event.preventDefault();
      now.current.pick(letter);
    };
    document.addEventListener('keydown', onKey);
    return () => document.removeEventListener('keydown', onKey);
  }, []);
}

/** The letters that can be chosen, to be clicked or pressed on the keyboard. */
export function LetterTargets({ arena, view, placing }: LetterTargetsProps) {
  useLetterKeys(placing);
  const { choice, letters, picked } = placing;
  return (
    <g>
      {lettersOf(arena).map((letter) => {
        const { x, y } = toView(view, letterOnTrack(arena, letter));
        if (picked.includes(letter.name)) {
          return <circle key={letter.name} cx={x} cy={y} r={0.9} fill="var(--leather)" />;
        }
        if (!letters.includes(letter.name)) return null;
        return (
          <g
            key={letter.name}
            role="button"
            tabIndex={0}
            aria-label={`${choice.name} ${picked.length ? 'to' : 'at'} ${letter.name}`}
            className="cursor-pointer focus-visible:outline-none [&:focus-visible>circle]:stroke-[0.5]"
            onPointerEnter={() => placing.hover(letter.name)}
            onPointerLeave={() => placing.hover(null)}
            onFocus={() => placing.hover(letter.name)}
            onClick={() => placing.pick(letter.name)}
            onKeyDown={(event) => {
              if (event.key !== 'Enter' && event.key !== ' ') return;
              event.preventDefault();
              placing.pick(letter.name);
            }}
          >
            <circle cx={x} cy={y} r={2.2} fill="transparent" />
            <circle
              cx={x}
              cy={y}
              r={1.1}
              fill="var(--page)"
              stroke="var(--sky)"
              strokeWidth={0.25}
            />
            <text
              x={x}
              y={y}
              fontSize={1.2}
              fontWeight={700}
              textAnchor="middle"
              dominantBaseline="central"
              fill="var(--sky)"
            >
              {letter.name}
            </text>
          </g>
        );
      })}
    </g>
  );
}
