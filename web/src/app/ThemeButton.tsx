import { Moon, Sun, SunDim } from 'lucide-react';
import { setTheme, THEMES, THEME_WORDS, useTheme } from './theme.ts';

const ICONS = { paper: SunDim, evening: Moon, sunlight: Sun };

/** The next paper: day, evening, full sun. */
export function ThemeButton({ className = 'text-[#f7e9d6] hover:bg-white/10' }) {
  const theme = useTheme();
  const Icon = ICONS[theme];
  const words = THEME_WORDS[theme];
  return (
    <button
      type="button"
      title={`Paper: ${words}`}
      aria-label={`Paper: ${words}. Change it`}
      onClick={() => setTheme(THEMES[(THEMES.indexOf(theme) + 1) % THEMES.length]!)}
      className={`flex h-11 w-11 items-center justify-center rounded-lg ${className}`}
    >
      <Icon size={20} aria-hidden />
    </button>
  );
}
