/** @jest-environment jsdom */
/** Charts as files: the drawing with the look that the page gives it, and its numbers. */
import { render, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { SaxesParser } from 'saxes';
import '@/ui/testing';
import { ChartAway, numbersColumn, textsColumn } from './chart-away';

const mockSaved: { name: string; blob: Blob }[] = [];
const mockSaid: string[] = [];
jest.mock('./save-file', () => ({ saveFile: (blob: Blob, name: string) => mockSaved.push({ name, blob }) }));
jest.mock('./toast', () => ({ toast: { error: (text: string) => mockSaid.push(text) } }));

const text = (blob: Blob): Promise<string> =>
  new Promise((resolve) => {
    const reader = new FileReader();
    reader.onload = () => resolve(reader.result as string);
    reader.readAsText(blob);
  });
function opened(drawing = true) {
  mockSaved.length = mockSaid.length = 0;
  const numbers = () => [textsColumn('island', ['Ness', '=Holm']), numbersColumn('nodes', [3, null])];
  render(
    <div style={{ backgroundColor: 'rgb(1, 2, 3)' }}>
      <ChartAway name="Spread of “degree” & <more>" numbers={numbers}>
        {drawing && (
          <svg width="40" height="20" className="x" style={{ color: 'red' }}>
            <title>old</title>
            <text style={{ fill: 'rgb(9, 8, 7)', fontSize: '11px' }}>a</text>
          </svg>
        )}
      </ChartAway>
    </div>,
  );
  const user = userEvent.setup();
  return async (entry: string): Promise<void> => {
    await user.click(screen.getByRole('button', { name: /^Take the chart away: Spread/ }));
    await user.click(await screen.findByRole('menuitem', { name: entry }));
  };
}

test('an SVG of its own, with its name, its ground and the look of the page', async () => {
  const take = opened();
  await take('SVG');
  await waitFor(() => expect(mockSaved).toHaveLength(1));
  expect(mockSaved[0].name).toBe('Spread of “degree” & <more>.svg');
  const svg = await text(mockSaved[0].blob);
  new SaxesParser({ xmlns: true }).write(svg).close();
  expect(svg).toContain('viewBox="-12 -12 64 44"');
  expect(svg).toContain(
    '<title>Spread of “degree” &amp; &lt;more&gt;</title><rect x="-12" y="-12" width="64" height="44" fill="rgb(1, 2, 3)"',
  );
  expect(svg).toMatch(/<text [^>]*fill="rgb\(9, 8, 7\)"[^>]*font-size="11px"/);
  expect(svg).not.toMatch(/class=|style=|old/);
  // What is on the page stays as it is.
  expect(document.querySelector('svg.x title')?.textContent).toBe('old');
});

test('its numbers as CSV, without a formula', async () => {
  const take = opened();
  await take('Its numbers, CSV');
  await waitFor(() => expect(mockSaved).toHaveLength(1));
  expect(await text(mockSaved[0].blob)).toBe("island,nodes\r\nNess,3\r\n'=Holm,\r\n");
});

test('a chart that is not drawn, or that the browser cannot draw, is a sentence', async () => {
  await opened(false)('SVG');
  await waitFor(() => expect(mockSaid).toEqual(['The chart is not drawn yet. Try again shortly.']));
});

test('a picture that cannot be made says how else the chart can be had', async () => {
  URL.createObjectURL = () => 'blob:x';
  URL.revokeObjectURL = () => undefined;
  HTMLImageElement.prototype.decode = () => Promise.reject(new Error('no'));
  await opened()('PNG');
  await waitFor(() => expect(mockSaid).toEqual(['The browser could not draw the chart. Take it as SVG.']));
  expect(mockSaved).toEqual([]);
});
