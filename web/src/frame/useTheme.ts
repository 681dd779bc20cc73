// Light or dark: as the system has it until one says otherwise here.
import { useEffect, useSyncExternalStore } from 'react';
import { useChoice } from '../ui/useChoice';

const system = window.matchMedia('(prefers-color-scheme: dark)');
const subscribe = (listener: () => void) => {
  system.addEventListener('change', listener);
  return () => system.removeEventListener('change', listener);
};

export function useTheme() {
  const [said, say] = useChoice('theme');
  const dark = useSyncExternalStore(subscribe, () => system.matches);
  const theme = said ?? (dark ? 'dark' : 'light');
  useEffect(() => {
    document.documentElement.dataset.bsTheme = theme;
  }, [theme]);
  return [theme, () => say(theme === 'light' ? 'dark' : 'light')] as const;
}
