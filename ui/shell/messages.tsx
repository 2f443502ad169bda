'use client';
import { useEffect } from 'react';
import { Toaster } from 'sonner';
import { messages } from '@/ui/kit/toast';
import { useTheme } from '@/ui/kit/theme';

/** Where short messages stand. */
export function Messages() {
  const theme = useTheme();
  useEffect(() => messages.stand(), []);
  return (
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
  );
}
