'use client';
import { BoxSelect, Hand, Lasso, Maximize, Minus, Plus } from 'lucide-react';
import dynamic from 'next/dynamic';
import { type ReactNode, useEffect, useMemo, useRef, useState } from 'react';
import { IconButton, counted, nothing } from '@/ui/kit';
import { useTheme } from '@/ui/kit/theme';
import { useShown } from '@/ui/state/shown';
import { useWorkbench, useWorkbenchStore } from '@/ui/state/context';
import type { Tool } from './pointer';
import type { Stage } from './stage';

const ContextMenu = dynamic(() => import('./context-menu').then((it) => it.ContextMenu), { loading: nothing });

const drawn: readonly [Tool, string, string | undefined, typeof Hand][] = [
  ['move', 'Move the map', 'hold Space', Hand],
  ['box', 'Box around nodes', 'hold Shift', BoxSelect],
  ['lasso', 'Line around nodes', undefined, Lasso],
];

/** The network drawn in a box that can be moved and zoomed: with its tools, and what stands around it. */
export function DrawnMap({
  fixed = false,
  onStage,
  under,
  corner,
  tools = [],
  news,
  name: given,
  children,
}: {
  /** Nodes stand where the stage is told to put them. */
  fixed?: boolean;
  /** Hears of the stage once it is there, and undefined when it goes. */
  onStage?: (stage: Stage | undefined) => void;
  /** Drawn below the network. */
  under?: ReactNode;
  /** At the bottom left. */
  corner: ReactNode;
  tools?: readonly (typeof drawn)[number][];
  /** What the picture is about to become, in a word. */
  news?: string;
  name?: string;
  children?: ReactNode;
}) {
  const box = useRef<HTMLDivElement>(null);
  const stage = useRef<Stage | undefined>(undefined);
  const store = useWorkbenchStore();
  const theme = useTheme();
  const [partial, setPartial] = useState(false);
  const [tool, setTool] = useState<Tool>('move');
  const [menu, setMenu] = useState<{ x: number; y: number } | undefined>();
  const [broken, setBroken] = useState(false);
  const { net } = useShown();
  const failed = useWorkbench((state) => state.fault);
  const fault = failed ?? (broken ? 'The drawing could not be loaded. Reload the page; nothing is lost.' : undefined);
  const waiting = useWorkbench((state) => state.running && !state.net);

  const looks = useRef({ theme, tool });
  useEffect(() => {
    const { current } = box;
    if (!current) return;
    let left = false;
    // The drawing comes after the page stands: setting it up takes a moment.
    const opened = Promise.all([import('./stage'), import('./scene/drawing')]).then(([{ Stage }, { drawingOn }]) => {
      if (left) return;
      const made = new Stage(current, store, setPartial, drawingOn, fixed, () => setBroken(true));
      made.onMenu = setMenu;
      made.setTheme(looks.current.theme);
      made.setTool(looks.current.tool);
      stage.current = made;
      onStage?.(made);
    });
    opened.catch(() => setBroken(true));
    return () => {
      left = true;
      stage.current?.dispose();
      stage.current = undefined;
      onStage?.(undefined);
    };
  }, [fixed, onStage, store]);
  useEffect(() => {
    looks.current = { theme, tool };
    stage.current?.setTheme(theme);
    stage.current?.setTool(tool);
  }, [theme, tool]);

  const chosen = useWorkbench(({ net: of, selection: { nodes } }) =>
    of && nodes.length === 1 ? of.labels[of.ids.indexOf(nodes[0])] : undefined,
  );
  const name = useMemo(
    () =>
      net
        ? `${given ?? 'Network'} of ${counted(net.ids.length, 'node')} and ${counted(net.source.length, 'tie')}. N goes from node to node; the Table view lists them.`
        : (given ?? 'Network'),
    [given, net],
  );
  const told = news ?? (partial ? 'refining' : undefined);
  return (
    <div className="relative min-h-0 grow overflow-hidden bg-paper">
      {under}
      <div
        ref={box}
        role="application"
        aria-label={name}
        tabIndex={0}
        className="absolute inset-0 outline-offset-[-2px]"
      />
      {menu && (
        <ContextMenu
          spot={menu}
          onClose={() => {
            setMenu(undefined);
            box.current?.focus({ preventScroll: true });
          }}
        />
      )}
      <p className="sr-only" role="status" aria-label="Selected node">
        {chosen}
      </p>
      {waiting && (
        <p className="pointer-events-none absolute inset-x-0 top-1/2 text-center text-quiet">The trail runs …</p>
      )}
      {fault && (
        <p
          role="alert"
          className="absolute inset-x-0 top-1/2 mx-auto w-fit rounded-md bg-danger-tint px-3 py-2 text-danger"
        >
          {fault}
        </p>
      )}
      {net && net.ids.length === 0 && !waiting && !fault && (
        <p className="pointer-events-none absolute inset-x-0 top-1/2 text-center text-quiet">
          No node is left to draw. Widen a step of the trail.
        </p>
      )}
      {children}
      <div className="pointer-events-none absolute right-3 bottom-2.5 left-3 flex items-end justify-between gap-3">
        {corner}
        <div className="pointer-events-auto ml-auto flex flex-col items-end gap-1.5">
          {told && (
            <span className="rounded bg-panel px-1.5 text-xs text-quiet" role="status">
              {told}
            </span>
          )}
          <div
            className="flex flex-col overflow-hidden rounded-lg border border-line bg-panel"
            role="toolbar"
            aria-label="Map"
          >
            {[...drawn, ...tools].map(([key, title, keys, Icon]) => (
              <IconButton
                key={key}
                name={title}
                keys={keys}
                side="left"
                aria-pressed={tool === key}
                className={tool === key ? 'bg-tint' : ''}
                onClick={() => setTool(key)}
              >
                <Icon size={16} aria-hidden />
              </IconButton>
            ))}
            <IconButton name="Closer" keys="+" side="left" onClick={() => stage.current?.zoomBy(1.35)}>
              <Plus size={16} aria-hidden />
            </IconButton>
            <IconButton name="Farther" keys="−" side="left" onClick={() => stage.current?.zoomBy(1 / 1.35)}>
              <Minus size={16} aria-hidden />
            </IconButton>
            <IconButton name="Fit to the view" keys="F" side="left" onClick={() => stage.current?.fitAll()}>
              <Maximize size={16} aria-hidden />
            </IconButton>
          </div>
        </div>
      </div>
    </div>
  );
}
