/** A colour of the paper that is chosen, for what draws itself without the style sheet. */
export const token = (name: string): string =>
  getComputedStyle(document.documentElement).getPropertyValue(name).trim();
