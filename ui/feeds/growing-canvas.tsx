'use client';
/** The network of a feed, drawn while it grows. */
import { useEffect, useRef, useState } from 'react';
import { useTheme } from '@/ui/kit/theme';
import { type GrowingService, type NamedAt, giveCanvas } from '@/worker/client';

const colour = (style: CSSStyleDeclaration, name: string, other: string): string =>
  style.getPropertyValue(name).trim() || other;

export function GrowingCanvas({
  drawing,
  label,
}: {
  /** The worker that draws; absent until it has begun. */
  drawing: { service: GrowingService } | undefined;
  label: string;
}) {
  const host = useRef<HTMLDivElement>(null);
  const measure = useRef((): void => undefined);
  const [names, setNames] = useState<readonly NamedAt[]>([]);
  const theme = useTheme();
  useEffect(() => {
    const element = host.current;
    if (!element || !drawing) return undefined;
    const { service } = drawing;
    const canvas = document.createElement('canvas');
    canvas.className = 'absolute inset-0 h-full w-full';
    element.prepend(canvas);
    giveCanvas(service, canvas, setNames);
    measure.current = () => {
      const style = getComputedStyle(element);
      void service.on({
        width: element.clientWidth,
        height: element.clientHeight,
        factor: window.devicePixelRatio || 1,
        still: window.matchMedia('(prefers-reduced-motion: reduce)').matches,
        colours: {
          quiet: colour(style, '--quiet', '#5a6670'),
          paper: colour(style, '--paper', '#fbfaf7'),
          accent: colour(style, '--accent', '#0f5b63'),
        },
      });
    };
    const sized = new ResizeObserver(() => measure.current());
    sized.observe(element);
    return () => {
      sized.disconnect();
      measure.current = () => undefined;
      canvas.remove();
    };
  }, [drawing]);
  useEffect(() => measure.current(), [theme]);
  return (
    <div
      ref={host}
      role="img"
      aria-label={label}
      className="absolute inset-0 overflow-hidden"
      onPointerMove={({ clientX, clientY, currentTarget }) => {
        const box = currentTarget.getBoundingClientRect();
        void drawing?.service.point([clientX - box.left, clientY - box.top]);
      }}
      onPointerLeave={() => void drawing?.service.point(undefined)}
    >
      {names.map(({ name, x, y }) => (
        <span
          key={name}
          className="pointer-events-none absolute top-0 left-0 text-sm font-semibold whitespace-nowrap text-ink [-webkit-text-stroke:3.5px_var(--paper)] [paint-order:stroke_fill]"
          style={{ transform: `translate(${x}px, ${y}px) translate(-50%, -100%)` }}
        >
          {name}
        </span>
      ))}
    </div>
  );
}
