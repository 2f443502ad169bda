'use client';
import { clsx } from 'clsx';
import type { ComponentProps, ReactNode } from 'react';
import { Tooltip } from 'radix-ui';

type Look = 'plain' | 'main' | 'bare' | 'danger' | 'stop';

const looks: Record<Look, string> = {
  plain: 'border border-line bg-panel hover:bg-ground',
  main: 'bg-accent text-on-accent hover:opacity-90',
  bare: 'hover:bg-ground',
  danger: 'border border-line bg-panel text-danger hover:bg-danger-tint',
  stop: 'bg-danger text-on-accent hover:opacity-90',
};

/** A button with a word on it. */
export function Button({ look = 'plain', className, ...rest }: ComponentProps<'button'> & { look?: Look }) {
  return (
    <button
      type="button"
      className={clsx(
        'inline-flex h-7 items-center justify-center gap-1.5 rounded-md px-2.5 font-semibold whitespace-nowrap disabled:opacity-45',
        looks[look],
        className,
      )}
      {...rest}
    />
  );
}

/** A button with a sign on it; its name is read out and shown on hover, with its key where it has one. */
export function IconButton({
  name,
  keys,
  className,
  children,
  side = 'bottom',
  ...rest
}: ComponentProps<'button'> & {
  name: string;
  keys?: string;
  children: ReactNode;
  side?: 'bottom' | 'left' | 'right' | 'top';
}) {
  return (
    <Hint text={keys ? `${name} · ${keys}` : name} side={side}>
      <button
        type="button"
        aria-label={name}
        className={clsx(
          'inline-flex size-7 items-center justify-center rounded-md text-ink hover:bg-ground disabled:text-quiet disabled:opacity-45',
          className,
        )}
        {...rest}
      >
        {children}
      </button>
    </Hint>
  );
}

/** A word on hover and focus. */
export function Hint({
  text,
  side = 'bottom',
  children,
}: {
  text: string;
  side?: 'bottom' | 'left' | 'right' | 'top';
  children: ReactNode;
}) {
  return (
    <Tooltip.Root>
      <Tooltip.Trigger asChild>{children}</Tooltip.Trigger>
      <Tooltip.Portal>
        <Tooltip.Content
          side={side}
          sideOffset={5}
          className="z-50 max-w-64 rounded-md bg-ink px-2 py-1 text-xs text-paper select-none"
        >
          {text}
        </Tooltip.Content>
      </Tooltip.Portal>
    </Tooltip.Root>
  );
}
