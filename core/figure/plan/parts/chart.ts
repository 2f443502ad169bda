/** What charts on a page have in common: a network and a column of its nodes, and a title over their drawing. */
import * as z from 'zod';
import { Fault } from '../../../fault';
import { columnTitle } from '../../../measure';
import { type Column, column } from '../../../tables';
import type { Pen } from '../../pen';
import type { Made } from '../made';
import { type AnyPart, type Laid, type Page, common, written } from '../part';

export interface ChartPart extends AnyPart {
  network: string;
  title: string;
}

export const chartFields = {
  ...common,
  network: z.string().max(100),
  title: written(500).default(''),
};

export const chartLetters = 7.5;
export const barColour = '#377393';

/** The network of a chart; a Fault where it is not there. */
export function madeOf(part: ChartPart, page: Page): Made {
  const made = page.made(part.network);
  if (!made) throw new Fault('The network of this part is not there any more. Choose another one.');
  return made;
}

/** A column of its nodes; a Fault where it is not there. */
export function nodeColumnOf(made: Made, name: string): Column {
  const col = column({ columns: made.network.nodeColumns }, name);
  if (!col) throw new Fault(`“${made.name}” has no column “${name}”. Choose one of its columns.`);
  return col;
}

/** A chart under its title; `draw` gets the corner that is left to it. */
export function charted(
  title: string,
  height: number,
  page: Page,
  draw: (x: number, y: number, width: number, pen: Pen) => void,
): Laid {
  const size = page.letters(chartLetters);
  const head = title === '' ? 0 : size * 1.7;
  return {
    height: head + height,
    above: 10,
    draw({ x, y, width }, pen) {
      if (head) pen.text(title, x, y + size, { size, weight: 600, anchor: 'start', colour: page.ink.ink });
      draw(x, y + head, width, pen);
    },
  };
}

export const titleFor = (part: ChartPart, column: string): string => part.title.trim() || columnTitle(column);
