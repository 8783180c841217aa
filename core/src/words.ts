/** "contact" as a sentence begins with it: "Contact". */
export const capital = (s: string): string => s.charAt(0).toUpperCase() + s.slice(1);

/** "Shoulder-in" within a sentence: "shoulder-in". */
export const lower = (s: string): string => s.charAt(0).toLowerCase() + s.slice(1);

const names = new Intl.Collator('en', { numeric: true, sensitivity: 'base' });

/** In the order names are looked for: "Pony 2" before "Pony 10", small and capital letters alike. */
export const byName = (a: { readonly name: string }, b: { readonly name: string }): number =>
  names.compare(a.name, b.name);
