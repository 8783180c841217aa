/** The rein by its side and mark: ◐ left, ◑ right; never by colour alone. */
export function ReinMark({ rein, word = false }: { rein: 'left' | 'right'; word?: boolean }) {
  return (
    <span>
      <span aria-hidden>{rein === 'left' ? '◐' : '◑'}</span>
      <span className={word ? 'ml-1' : 'sr-only'}>{rein}</span>
    </span>
  );
}

/** The same where only words can stand. */
export const reinSaid = (rein: 'left' | 'right'): string =>
  rein === 'left' ? '◐ left' : '◑ right';
