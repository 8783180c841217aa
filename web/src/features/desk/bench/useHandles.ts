import { useMemo, useState } from 'react';
import { distanceM, type Point } from '@canter-book/core/geometry/curve';
import { findItem, replaceItem } from '@canter-book/core/lesson/edits';
import {
  handlesOf,
  variantsOf,
  type Handle,
  type HandleKind,
  type Variant,
} from '@canter-book/core/placing/handles';
import { horseAtPoint } from '@canter-book/core/ride/compile';
import { useDesk } from '../deskModel.ts';

/** The selected line in the hand: its handles, and what it would become while one is dragged. */
export function useHandles() {
  const { derived, selected, edit } = useDesk();
  const { lesson } = derived.parsed;
  const [held, setHeld] = useState<HandleKind | null>(null);
  const [variant, setVariant] = useState<Variant | null>(null);
  const item = selected ? findItem(lesson.items, selected) : null;
  const line = item?.kind === 'line' ? item : null;
  const from = useMemo(
    () => (line ? horseAtPoint(lesson, { before: line.id }, derived.profile) : null),
    [lesson, line, derived.profile],
  );
  const handles = useMemo<readonly Handle[]>(
    () => (line && from ? handlesOf(line, from) : []),
    [line, from],
  );
  const variants = useMemo<readonly Variant[]>(
    () => (line && from && held ? variantsOf(line, held, from) : []),
    [line, from, held],
  );
  const change = (to: Variant) => {
    if (line) edit((before) => replaceItem(before, line.id, () => [to.line]), line.id);
  };
  return {
    line,
    handles,
    held,
    variant,
    take: setHeld,
    /** The variant nearest to the pointer. */
    drag(at: Point) {
      const [nearest] = [...variants].sort((a, b) => distanceM(a.at, at) - distanceM(b.at, at));
      setVariant(nearest ?? null);
    },
    drop() {
      if (variant) change(variant);
      setHeld(null);
      setVariant(null);
    },
    letGo() {
      setHeld(null);
      setVariant(null);
    },
    /** By keys: the next or the previous of the ways to place it. */
    step(kind: HandleKind, by: 1 | -1) {
      if (!line || !from) return;
      const all = variantsOf(line, kind, from);
      const now = handles.find((h) => h.kind === kind);
      const here = all.findIndex((v) => now && distanceM(v.at, now.at) < 0.3);
      const next = all[(here + by + all.length) % all.length];
      if (next && all.length > 1) change(next);
    },
  };
}

export type Handles = ReturnType<typeof useHandles>;
