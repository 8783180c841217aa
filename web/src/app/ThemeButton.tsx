import { Moon, Sun, SunDim } from 'lucide-react';
import { useEffect, useState } from 'react';

const THEMES = ['paper', 'evening', 'sunlight'] as const;
type Theme = (typeof THEMES)[number];
const ICONS = { paper: SunDim, evening: Moon, sunlight: Sun };
const KEY = 'canter-book-theme';

const stored = (): Theme => THEMES.find((t) => t === localStorage.getItem(KEY)) ?? 'paper';

/** Day paper, evening paper, or the high contrast for full sun. */
export function ThemeButton() {
  const [theme, setTheme] = useState(stored);
  useEffect(() => {
    document.documentElement.dataset['theme'] = theme;
    localStorage.setItem(KEY, theme);
  }, [theme]);
  const Icon = ICONS[theme];
  return (
    <button
      type="button"
      title={`Light: ${theme}`}
      aria-label={`Light: ${theme}. Change it`}
      onClick={() => setTheme(THEMES[(THEMES.indexOf(theme) + 1) % THEMES.length]!)}
      className="rounded-lg p-2.5 text-[#f7e9d6] hover:bg-white/10"
    >
      <Icon size={20} aria-hidden />
    </button>
  );
}
