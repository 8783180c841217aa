import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { insertAfter, lastOfPhase, withNewIds } from '@canter-book/core/lesson/edits';
import { placesFor, lettersAsked, type PlacedChoice } from '@canter-book/core/placing/places';
import type { Choice } from '@canter-book/core/placing/palette';
import { horseAtPoint } from '@canter-book/core/ride/compile';
import { movementAt } from '@canter-book/core/ride/sample';
import { newId } from '../../../app/newId.ts';
import { useFollowed, type Player } from '../../arena/player.ts';
import { useDesk } from '../deskModel.ts';

/** A choice in the hand, on its way into the lesson. */
export interface ChoiceInHand {
  readonly choice: Choice;
  /** Letters already chosen. */
  readonly picked: readonly string[];
  /** Letters that can be chosen now. */
  readonly letters: readonly string[];
  /** What would be laid down at the letter under the pointer. */
  readonly ghost: PlacedChoice | null;
  hover(letter: string | null): void;
  pick(letter: string): void;
  putBack(): void;
}

/**
 * The line behind which a choice is laid down: the selected one, else where the play head is, else the last of the
 * work: not where the horse is walked dry.
 */
function usePoint(player: Player) {
  const { derived, selected } = useDesk();
  const { ride, profile } = derived;
  const { lesson } = derived.parsed;
  const played = useFollowed(player, (t) =>
    t > 0 ? (ride.movements[movementAt(ride, t)]?.itemId ?? null) : null,
  );
  const behind = selected ?? played ?? lastOfPhase(lesson, ['work', 'peak']);
  const placesOf = useCallback(
    (choice: Choice) =>
      placesFor(choice, horseAtPoint(lesson, behind ? { after: behind } : 'end', profile)),
    [lesson, behind, profile],
  );
  return { behind, placesOf };
}

/** Takes a choice from the palette and lays it down. */
export function usePlacing(player: Player) {
  const { edit } = useDesk();
  const { behind, placesOf } = usePoint(player);
  const [choice, setChoice] = useState<Choice | null>(null);
  const [picked, setPicked] = useState<readonly string[]>([]);
  const [hovered, setHovered] = useState<string | null>(null);
  const candidates = useMemo(() => (choice ? placesOf(choice) : []), [choice, placesOf]);

  const putBack = useCallback(() => {
    setChoice(null);
    setPicked([]);
    setHovered(null);
  }, []);

  const lay = (candidate: PlacedChoice) => {
    const item = withNewIds(candidate.item, newId);
    edit((before) => insertAfter(before, behind, [item]), item.id);
    putBack();
  };

  const take = (next: Choice) => {
    setPicked([]);
    setHovered(null);
    if (lettersAsked(next) > 0) return setChoice(next);
    const [candidate] = placesOf(next);
    if (candidate) lay(candidate);
  };
  // The palette is large and stays as it is while the lesson changes.
  const latest = useRef(take);
  useEffect(() => {
    latest.current = take;
  });
  const takeNow = useCallback((next: Choice) => latest.current(next), []);

  const open = candidates.filter((c) => picked.every((letter, i) => c.letters[i] === letter));
  const letters = [...new Set(open.map((c) => c.letters[picked.length]!))];
  const pick = (letter: string) => {
    const now = [...picked, letter];
    const left = candidates.filter((c) => now.every((l, i) => c.letters[i] === l));
    // Only one way on? Then nothing is left to choose.
    if (left.length === 1) return lay(left[0]!);
    if (left.length > 1) setPicked(now);
  };
  const placing: ChoiceInHand | null = choice && {
    choice,
    picked,
    letters,
    ghost: open.find((c) => c.letters[picked.length] === hovered) ?? null,
    hover: setHovered,
    pick,
    putBack,
  };
  return { placing, take: takeNow };
}
