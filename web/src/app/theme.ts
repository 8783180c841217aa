import { useSyncExternalStore } from 'react';

/** Day paper, evening paper, or the high contrast for full sun. */
export const THEMES = ['paper', 'evening', 'sunlight'] as const;
export type Theme = (typeof THEMES)[number];

export const THEME_WORDS: Readonly<Record<Theme, string>> = {
  paper: 'day',
  evening: 'evening',
  sunlight: 'full sun',
};

const KEY = 'canter-book-theme';
const listeners = new Set<() => void>();
let outdoors = false;

const chosen = (): Theme => THEMES.find((t) => t === localStorage.getItem(KEY)) ?? 'paper';

/** Outdoors day paper is not light enough; whoever teaches in the evening keeps that paper. */
function apply(): void {
  const theme = chosen();
  document.documentElement.dataset['theme'] = outdoors && theme === 'paper' ? 'sunlight' : theme;
  for (const listener of listeners) listener();
}

export function setTheme(theme: Theme): void {
  localStorage.setItem(KEY, theme);
  apply();
}

/** While a lesson is taught. */
export function setOutdoors(now: boolean): void {
  outdoors = now;
  apply();
}

export const useTheme = (): Theme =>
  useSyncExternalStore((listener) => {
    listeners.add(listener);
    return () => listeners.delete(listener);
  }, chosen);

apply();
