/** Number of single-letter edits from one word to another (Levenshtein 1966, row by row). */
function editDistance(a: string, b: string): number {
  let row = Array.from({ length: b.length + 1 }, (_, j) => j);
  for (let i = 1; i <= a.length; i++) {
    const next = [i];
    for (let j = 1; j <= b.length; j++) {
      next[j] = Math.min(
        row[j]! + 1,
        next[j - 1]! + 1,
        row[j - 1]! + (a[i - 1] === b[j - 1] ? 0 : 1),
      );
    }
    row = next;
  }
  return row[b.length]!;
}

/** The known word nearest to a misspelt one, or null when none is near. */
export function nearestWord(word: string, known: readonly string[]): string | null {
  let best: string | null = null;
  let least = Math.max(1, Math.floor(word.length / 2)) + 1;
  for (const candidate of known) {
    if (Math.abs(candidate.length - word.length) >= least) continue;
    const distance = editDistance(word, candidate);
    if (distance < least) [best, least] = [candidate, distance];
  }
  return best;
}
