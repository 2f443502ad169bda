'use client';
/** The network as a matrix of its ties. */
import { Maximize, Minus, Plus } from 'lucide-react';
import { useEffect, useMemo, useRef, useState } from 'react';
import { type MatrixAsk, cellAt, summed } from '@/core/matrix';
import { Button, IconButton, Trouble, counted, saveFile } from '@/ui/kit';
import { useTheme } from '@/ui/kit/theme';
import { Tick } from '@/ui/kit/tick';
import { useQuestion } from '@/ui/science/use-question';
import { useWorkbench, useWorkbenchStore } from '@/ui/state/context';
import type { MatrixState } from '@/ui/state/matrix';
import { useShown } from '@/ui/state/shown';
import { GroupChoice, OrderChoice } from '../order-choices';
import { MatrixStage, type Spot } from './matrix-stage';
import { allWords, edgesOfCell, matrixFits, nodesAt, pictureOf, spotWords } from './told';

const orders = { degree: 'most ties first', diagonal: 'ties near the diagonal', name: 'by name' };

export function MatrixView() {
  const { net, looks, inView, selection } = useShown();
  const settings = useWorkbench((state) => state.matrix);
  const store = useWorkbenchStore();
  const theme = useTheme();
  const { ask, answer, fault } = useQuestion('matrix');
  const group = settings.group ?? net?.nodeColumns.find(({ name }) => name === 'group')?.name ?? '';
  const { then, sums } = settings;
  const asked = useMemo((): MatrixAsk => {
    const { nodes, edges, weight } = inView ?? {};
    return {
      then,
      ...(group ? { group } : {}),
      ...(nodes && edges ? { nodes, edges } : {}),
      ...(weight ? { weight } : {}),
    };
  }, [group, inView, then]);
  useEffect(() => {
    if (net) void ask('end', asked);
  }, [ask, asked, net]);
  const file = useQuestion('matrixFile');
  const take = async (): Promise<void> => {
    const blob = await file.ask('end', { ...asked, sums });
    if (blob) saveFile(blob, `${store.getState().network.name} matrix.csv`);
  };
  const set = (change: Partial<MatrixState>): void => store.setState({ matrix: { ...settings, ...change } });

  const canvas = useRef<HTMLCanvasElement>(null);
  const [stage, setStage] = useState<MatrixStage>();
  const [over, setOver] = useState<Spot>();
  const fits = net && looks && answer && looks.radius.length === net.ids.length && matrixFits(net, answer);
  const matrix = useMemo(() => (answer && sums && answer.rowBlocks.length ? summed(answer) : answer), [answer, sums]);
  const picture = useMemo(
    () => (fits && matrix ? pictureOf(net, looks, matrix, answer, new Set(selection.nodes)) : undefined),
    [answer, fits, looks, matrix, net, selection],
  );
  const hears = useRef({
    choose: (_spot: Spot | undefined, _adding: boolean): void => undefined,
    box: (_rows: [number, number], _columns: [number, number]): void => undefined,
  });
  useEffect(() => {
    if (!net || !answer || !matrix) return;
    const nodesOf = (spot: Spot): number[] => [
      ...nodesAt(answer, matrix, 'row', spot.row),
      ...nodesAt(answer, matrix, 'column', spot.column),
    ];
    const select = (nodes: readonly number[], adding: boolean): void => {
      const ids = nodes.map((v) => net.ids[v]);
      store.getState().select({ nodes: [...new Set(adding ? [...selection.nodes, ...ids] : ids)] });
    };
    hears.current = {
      choose(spot, adding) {
        if (!spot) return adding ? undefined : store.getState().select({ nodes: [] });
        const cell = spot.row < 0 || spot.column < 0 || matrix !== answer ? -1 : cellAt(matrix, spot.row, spot.column);
        if (cell < 0) return select(nodesOf(spot), adding);
        store.getState().select({ nodes: [], edges: edgesOfCell(net, matrix, spot) });
      },
      box: ([a, b], [c, d]) =>
        select(
          [
            ...Array.from({ length: b - a }, (_, i) => ({ row: a + i, column: -1 })),
            ...Array.from({ length: d - c }, (_, i) => ({ row: -1, column: c + i })),
          ].flatMap(nodesOf),
          true,
        ),
    };
  });
  const ready = Boolean(picture && picture.matrix.rows.length);
  useEffect(() => {
    if (!ready || !canvas.current) return;
    const made = new MatrixStage(canvas.current, {
      hover: setOver,
      choose: (spot, adding) => hears.current.choose(spot, adding),
      box: (rows, columns) => hears.current.box(rows, columns),
    });
    setStage(made);
    return () => {
      made.dispose();
      setStage(undefined);
    };
  }, [ready]);
  useEffect(() => {
    if (stage && picture) stage.show(picture, theme);
  }, [picture, stage, theme]);
  if (!net) return null;
  return (
    <div className="flex min-h-0 grow flex-col bg-paper pt-12">
      <div className="flex flex-wrap items-center gap-2 border-b border-line px-3 pb-2">
        <span className="w-40">
          <GroupChoice label="Rows under" net={net} value={group} onChange={(next) => set({ group: next })} />
        </span>
        <span className="w-44">
          <OrderChoice net={net} orders={orders} value={then} onChange={(next) => set({ then: next })} />
        </span>
        {group !== '' && (
          <Tick checked={sums} onChange={(next) => set({ sums: next })}>
            sums between groups
          </Tick>
        )}
        <span className="ml-auto">
          <Button disabled={file.share !== undefined} onClick={() => void take()}>
            As CSV
          </Button>
        </span>
      </div>
      {(fault ?? file.fault) && (
        <div className="p-4">
          <Trouble>{fault ?? file.fault}</Trouble>
        </div>
      )}
      {answer && !fault && answer.rows.length * answer.columns.length === 0 && (
        <p className="p-4 text-quiet">No node is in view. Lift a sift, or widen a step of the trail.</p>
      )}
      {ready && picture && (
        <>
          <div className="relative min-h-0 grow">
            <canvas
              ref={canvas}
              role="application"
              tabIndex={0}
              aria-label={`Matrix of ${counted(picture.matrix.rows.length, 'row')} and ${counted(picture.matrix.columns.length, 'column')}. N goes from the strongest tie on, arrows move, plus and minus zoom; the Table view lists the ties.`}
              className="absolute inset-0 size-full outline-offset-[-2px]"
            />
            <div
              role="toolbar"
              aria-label="Matrix"
              className="absolute right-3 bottom-2 flex flex-col overflow-hidden rounded-lg border border-line bg-panel"
            >
              <IconButton name="Closer" keys="+" side="left" onClick={() => stage?.zoomBy(1.35)}>
                <Plus size={16} aria-hidden />
              </IconButton>
              <IconButton name="Farther" keys="−" side="left" onClick={() => stage?.zoomBy(1 / 1.35)}>
                <Minus size={16} aria-hidden />
              </IconButton>
              <IconButton name="All of it" keys="F" side="left" onClick={() => stage?.fit()}>
                <Maximize size={16} aria-hidden />
              </IconButton>
            </div>
          </div>
          <p role="status" className="min-h-8 truncate border-t border-line px-3 py-1.5 text-sm text-quiet">
            {over ? spotWords(net, picture, over) : allWords(net, picture)}
          </p>
        </>
      )}
    </div>
  );
}
