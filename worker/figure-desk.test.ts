/** Figures in their thread: drawings that replace each other, files with their bounds, and what is held. */
import { createCanvas } from '@napi-rs/canvas';
import { firstFigure, heldKey, layFigure, readHeld } from '@/core/figure/plan';
import { sample } from '@/core/figure/plan/samples';
import { FigureDesk } from './figure-desk';
import { figureFile } from './figure-files';

const mockRun: { made: number; wait?: Promise<void> } = { made: 0 };
jest.mock('comlink', () => ({ transfer: (what: unknown) => what }));
jest.mock('./study', () => ({
  StudyData: class {
    open(): void {
      // Nothing to fetch here.
    }
    source = (): Promise<object> => Promise.resolve({});
    keptLayout = (): Promise<undefined> => Promise.resolve(undefined);
  },
}));
jest.mock('@/core/trail', () => ({
  ...jest.requireActual<object>('@/core/trail'),
  digestsOf: () => ['d2'],
  runTrail: async (
    _source: unknown,
    _trail: unknown,
    { breathe }: { breathe: (step: string, share: number) => unknown },
  ) => {
    mockRun.made++;
    await breathe('s1', 0.5);
    await mockRun.wait;
    const { network, style, reports } = jest
      .requireActual<typeof import('@/core/figure/plan/samples')>('@/core/figure/plan/samples')
      .sample();
    return { state: { network, style }, reports, digest: 'd1' };
  },
}));
beforeAll(() => {
  class Canvas {
    private readonly canvas;
    constructor(width: number, height: number) {
      this.canvas = createCanvas(width, height);
    }
    getContext = (): unknown => this.canvas.getContext('2d');
    transferToImageBitmap = (): unknown => ({ width: this.canvas.width, height: this.canvas.height });
    convertToBlob = (): Promise<Blob> => Promise.resolve(new Blob([new Uint8Array(this.canvas.toBuffer('image/png'))]));
  }
  Object.assign(globalThis, { OffscreenCanvas: Canvas });
});
beforeEach(() => Object.assign(mockRun, { made: 0, wait: undefined }));

const { trail } = sample();
const figure = firstFigure({ id: 'one', name: 'Who wrote to whom' });
function opened(version = 4): FigureDesk {
  const desk = new FigureDesk();
  desk.open({
    study: 's',
    figure: 'f',
    tables: [{ key: 'letters', name: 'Letters', version: 1, rows: 5, columns: [] }],
    names: [],
    shortlists: [],
    networks: [{ id: 'one', name: 'Who wrote to whom', trail, version, layout: null }],
  });
  return desk;
}

test('a drawing that another one replaces does not take the network from it', async () => {
  let go: () => void = () => undefined;
  mockRun.wait = new Promise((resolve) => (go = resolve));
  const desk = opened();
  const first = desk.draw(figure, 1);
  const second = desk.draw({ ...figure, width: 84 }, 1);
  go();
  expect(await first).toBeUndefined();
  const drawn = await second;
  expect(drawn?.width).toBeCloseTo(317.5, 1);
  expect(mockRun.made).toBe(1);
});

test('a drawing tells its editors columns, legend, note and what is smallest', async () => {
  const drawn = await opened().draw(figure, 1);
  expect(drawn?.columns[0].nodes.map(({ name }) => name)).toEqual(['island', 'degree', 'role']);
  expect(drawn?.legends[0].words).toEqual(expect.arrayContaining(['Island', 'Ness', 'Holm', 'Degree']));
  expect(drawn?.note.text).toContain('each record of “Letters” (5 records)');
  expect(drawn?.smallest.letter).toBeGreaterThan(5);
  expect(drawn?.cameras).toMatchObject([{ part: 'map', zoom: 1 }]);
  expect(drawn?.summaries.find(({ part }) => part === 'legend')?.says).toBe('2 lines, made from the style');
});

test('what is held is drawn from what was kept, and what would change is told', async () => {
  const { bytes, of } = await opened().hold(figure);
  expect(of).toEqual([{ network: 'one', version: 4 }]);
  expect(readHeld(bytes)[0].network.labels).toEqual(sample().network.labels);
  mockRun.made = 0;
  globalThis.fetch = () => Promise.resolve(new Response(bytes as Uint8Array<ArrayBuffer>));
  const drawn = await opened(6).draw({ ...figure, held: { key: heldKey(bytes), of } }, 1);
  expect(mockRun.made).toBe(0);
  expect(drawn?.wouldChange).toEqual(['“Who wrote to whom” is at version 6; held is version 4.']);
  expect(drawn?.problems).toEqual([]);
});

test('a picture has the dots that were asked for; more than can be are refused with the most that can', async () => {
  const laid = layFigure(figure, () => sample());
  const png = (dpi: number) =>
    figureFile(
      laid,
      { ...figure, width: 841, height: 1189 },
      { kind: 'png', name: 'F', dpi, transparent: false },
      undefined,
      () => Promise.resolve(),
    );
  await expect(png(2400)).rejects.toThrow(/cannot be a picture of 2400 dots per inch. The largest that works is 3\d\d/);
  const { blob } = await png(36);
  const bytes = Buffer.from(await blob.arrayBuffer());
  expect([bytes.readUInt32BE(16), bytes.readUInt32BE(20)]).toEqual([1192, 1685]);
  expect((await opened().picture(figure)).size).toBeGreaterThan(500);
});
