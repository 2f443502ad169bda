'use client';
/** A chart that can be taken away: as it is drawn, or as its numbers. */
import { Download } from 'lucide-react';
import { type ReactNode, useRef } from 'react';
import { csv } from '@/core/formats/csv-write';
import type { Column } from '@/core/tables';
import { chartSvg, svgToPng } from './chart-file';
import { Menu } from './menu';
import { saveFile } from './save-file';
import { toast } from './toast';

/** Dots of a PNG for each pixel of the page. */
const factor = 3;

export function ChartAway({
  name,
  numbers,
  above,
  children,
}: {
  name: string;
  /** What is drawn, as columns of equal length. */
  numbers: () => Column[];
  /** The button stands above the chart, where it would lie on what is drawn. */
  above?: boolean;
  /** With one drawing in it. */
  children: ReactNode;
}) {
  const chart = useRef<HTMLDivElement>(null);
  const svg = (): string | undefined => {
    const drawing = chart.current?.querySelector<SVGSVGElement>('svg.recharts-surface, svg');
    return drawing ? chartSvg(drawing, name) : void toast.error('The chart is not drawn yet. Try again shortly.');
  };
  return (
    <div className="relative">
      <div ref={chart}>{children}</div>
      <span className={`absolute right-0 ${above ? '-top-7' : 'top-0'}`}>
        <Menu
          align="end"
          trigger={
            <button
              type="button"
              aria-label={`Take the chart away: ${name}`}
              className="flex size-6 items-center justify-center rounded-md text-quiet hover:bg-ground hover:text-ink"
            >
              <Download size={14} aria-hidden />
            </button>
          }
          entries={[
            {
              label: 'SVG',
              onSelect: () => {
                const text = svg();
                if (text) saveFile(new Blob([text], { type: 'image/svg+xml' }), `${name}.svg`);
              },
            },
            {
              label: 'PNG',
              onSelect: () => {
                const text = svg();
                if (!text) return;
                svgToPng(text, factor).then(
                  (blob) => saveFile(blob, `${name}.png`),
                  () => toast.error('The browser could not draw the chart. Take it as SVG.'),
                );
              },
            },
            {
              label: 'Its numbers, CSV',
              onSelect: () => saveFile(new Blob([csv(numbers())], { type: 'text/csv' }), `${name}.csv`),
            },
          ]}
        />
      </span>
    </div>
  );
}

/** Columns of numbers, and of texts, for a chart. */
export const numbersColumn = (name: string, values: readonly (number | null)[]): Column => ({
  type: 'number',
  name,
  values: Float64Array.from(values, (value) => value ?? NaN),
});
export const textsColumn = (name: string, values: string[]): Column => ({
  type: 'text',
  name,
  codes: Int32Array.from(values, (_, i) => i),
  dictionary: values,
});
