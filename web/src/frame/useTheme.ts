// Light or dark: as the system has it until one says otherwise here.
import { useEffect, useState, useSyncExternalStore } from 'react';

type Theme = 'light' | 'dark';

const system = window.matchMedia('(prefers-color-scheme: dark)');
const subscribe = (listener: () => void) => {
  system.addEventListener('change', listener);
  return () => system.removeEventListener('change', listener);
};

export function useTheme() {
  const [said, setSaid] = useState(() => localStorage.getItem('theme') as Theme | null);
  const dark = useSyncExternalStore(subscribe, () => system.matches);
  const theme = said ?? (dark ? 'dark' : 'light');
  useEffect(() => {
    document.documentElement.dataset.bsTheme = theme;
  }, [theme]);
  const switchTheme = () => {
    const other = theme === 'light' ? 'dark' : 'light';
    localStorage.setItem('theme', other);
    setSaid(other);
  };
  return [theme, switchTheme] as const;
}
