'use client';
import { Tooltip } from 'radix-ui';
import type { ReactNode } from 'react';
import { Toaster } from 'sonner';
import { useTheme } from './theme';

/** What every page stands in. */
export function Providers({ children }: { children: ReactNode }) {
  const theme = useTheme();
  return (
    <Tooltip.Provider delayDuration={350}>
      {children}
      <Toaster
        theme={theme}
        position="bottom-center"
        offset={64}
        toastOptions={{
          style: {
            fontFamily: "'Hanken Grotesk Variable', system-ui, sans-serif",
            background: 'var(--panel)',
            color: 'var(--ink)',
            border: '1px solid var(--line)',
          },
        }}
      />
    </Tooltip.Provider>
  );
}
