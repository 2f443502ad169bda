'use client';
/** The files that can be taken of a figure, for the menu and for the panel. */
import { useState, useSyncExternalStore } from 'react';
import { dots } from '@/core/figure/plan';
import { figureFormats } from '@/core/figure/files';
import { grouped } from '@/core/fault';
import { own } from '@/core/own';
import { sentence } from '@/ui/kit';
import type { MadeFile } from '@/worker/client';
import { toast } from '@/ui/kit/toast';
import { useFigure, useFigureSession } from './context';
import { takeFile } from './session';

export interface Take {
  key: string;
  title: string;
  says: string;
  disabled: boolean;
  take: () => void;
}

export interface Wishes {
  fonts: boolean;
  transparent: boolean;
  /** Of the page to explore; absent: all. */
  columns?: { nodes: string[]; edges: string[] };
}

const svgType = 'image/svg+xml';

/** Whether this browser takes SVG to the clipboard, beside pictures. */
const takesSvg = (): boolean =>
  typeof ClipboardItem !== 'undefined' &&
  typeof ClipboardItem.supports === 'function' &&
  ClipboardItem.supports(svgType);

const forever = (): (() => void) => () => undefined;

/** All of them; `busy` while one is made. */
export function useTakes(wishes: Wishes = { fonts: true, transparent: false }): Take[] & { busy?: string } {
  const figure = useFigure((state) => state.figure);
  const name = useFigure((state) => state.name);
  const drawn = useFigure((state) => state.drawn !== undefined);
  const session = useFigureSession();
  const [busy, setBusy] = useState<string>();
  // A server cannot know what the browser takes: what it made is what comes to life, and this is said a moment later.
  const withSvg = useSyncExternalStore(forever, takesSvg, () => false);
  const made = async (key: string, work: () => Promise<void>): Promise<void> => {
    setBusy(key);
    try {
      await work();
    } catch (error) {
      toast.error(sentence(error));
    } finally {
      setBusy(undefined);
    }
  };
  const disabled = !drawn || busy !== undefined;
  const { width, height, dpi } = figure;
  const png = (): { kind: 'png'; name: string; dpi: number; transparent: boolean } => ({
    kind: 'png',
    name,
    dpi,
    transparent: wishes.transparent,
  });
  const words: Record<string, string> = {
    pdf: 'text and lines, fonts inside',
    svg: wishes.fonts ? 'text as text, fonts inside' : 'text as text',
    html: 'one file, works without a network',
  };
  const takes: Take[] = [
    ...figureFormats.map(({ key, title, ending }) => ({
      key,
      title,
      says: own(words, key) ?? '',
      disabled,
      take: () =>
        void made(key, () =>
          takeFile(
            session.current,
            {
              kind: 'format',
              key,
              name,
              wishes: { fonts: wishes.fonts, ...(wishes.columns ? { columns: wishes.columns } : {}) },
            },
            `${name}${ending}`,
          ),
        ),
    })),
    {
      key: 'png',
      title: 'PNG',
      says: `${dpi} dpi · ${grouped(dots(width, dpi))} × ${grouped(dots(height, dpi))}`,
      disabled,
      take: () => void made('png', () => takeFile(session.current, png(), `${name}.png`)),
    },
    {
      key: 'clipboard',
      title: 'To the clipboard',
      says: withSvg ? 'picture and SVG' : 'picture',
      disabled,
      take: () =>
        void made('clipboard', async () => {
          // Browsers take a picture that is still being made, so that the click counts as their leave.
          const blobOf = (file: MadeFile | undefined): Blob => file?.blob ?? new Blob();
          const picture = session.current?.take(png()).then(blobOf);
          if (!picture) return;
          // One file is made at a time: another that begins would end it.
          const drawing = takesSvg()
            ? picture.then(() => session.current?.take({ kind: 'format', key: 'svg', name, wishes: {} })).then(blobOf)
            : undefined;
          try {
            await navigator.clipboard.write([
              new ClipboardItem({ 'image/png': picture, ...(drawing ? { [svgType]: drawing } : {}) }),
            ]);
            toast(
              drawing ? 'The page is in the clipboard, as a picture and as SVG.' : 'The picture is in the clipboard.',
            );
          } catch {
            await Promise.all([picture, drawing]);
            toast.error('The browser does not let the page write to the clipboard. Take the picture as PNG.');
          }
        }),
    },
  ];
  return Object.assign(takes, busy === undefined ? {} : { busy });
}
