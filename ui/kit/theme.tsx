'use client';
import { Moon, Sun } from 'lucide-react';
import { useSyncExternalStore } from 'react';
import { IconButton } from '@/ui/kit';

export type Theme = 'light' | 'dark';

function subscribe(changed: () => void): () => void {
  const observer = new MutationObserver(changed);
  observer.observe(document.documentElement, { attributes: true, attributeFilter: ['data-theme'] });
  return () => observer.disconnect();
}

/** The theme in force. */
export function useTheme(): Theme {
  return useSyncExternalStore(
    subscribe,
    () => (document.documentElement.dataset.theme === 'dark' ? 'dark' : 'light'),
    () => 'light',
  );
}

/** Light or dark; the choice is kept in a cookie, so that the server paints the right one from the first. */
export function ThemeSwitch() {
  const theme = useTheme();
  const other = theme === 'dark' ? 'light' : 'dark';
  return (
    <IconButton
      name={theme === 'dark' ? 'Light theme' : 'Dark theme'}
      onClick={() => {
        document.documentElement.dataset.theme = other;
        document.cookie = `theme=${other}; path=/; max-age=31536000; samesite=lax`;
      }}
    >
      {theme === 'dark' ? <Sun size={16} aria-hidden /> : <Moon size={16} aria-hidden />}
    </IconButton>
  );
}
