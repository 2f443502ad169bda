'use client';
/** What can be done with a node, or a tie, where one pointed at it: its looks by hand, its neighbours. */
import { DropdownMenu, Popover } from 'radix-ui';
import { useEffect, useMemo, useRef, useState } from 'react';
import { type Network, edgePlaces } from '@/core/graph';
import { around } from '@/core/read';
import { counted } from '@/ui/kit';
import { type Chosen, type HandLine, useByHand } from '@/ui/reading/by-hand';
import { isCircle, openCircles } from '@/ui/state/circles';
import { useWorkbench, useWorkbenchStore } from '@/ui/state/context';
import { LookForm } from '@/ui/trail/editors/style-look';

/** Where the menu was asked for, in pixels of the view. */
export interface Spot {
  x: number;
  y: number;
}

const item = 'flex min-h-7 items-center gap-3 rounded-md px-2 py-1 outline-none data-[highlighted]:bg-tint';

export function ContextMenu({ spot, onClose }: { spot: Spot; onClose: () => void }) {
  const net = useWorkbench((state) => state.net);
  const nodes = useWorkbench((state) => state.selection.nodes);
  const edges = useWorkbench((state) => state.selection.edges);
  const chosen = useMemo((): Chosen | undefined => {
    if (!net) return undefined;
    const [edge] = edges ?? [];
    if (!nodes.length && edge) {
      const [at] = edgePlaces(net, [edge]);
      return at < 0 ? undefined : { edge: at };
    }
    const places = new Map(net.ids.map((id, v) => [id, v]));
    const found = nodes.flatMap((id) => places.get(id) ?? []);
    return found.length ? { nodes: found } : undefined;
  }, [edges, net, nodes]);
  useEffect(() => {
    if (!chosen) onClose();
  }, [chosen, onClose]);
  return net && chosen ? <OfChosen net={net} chosen={chosen} spot={spot} onClose={onClose} /> : null;
}

function OfChosen({ net, chosen, spot, onClose }: { net: Network; chosen: Chosen; spot: Spot; onClose: () => void }) {
  const { lines, allBack } = useByHand(net, chosen);
  const store = useWorkbenchStore();
  const [open, setOpen] = useState<HandLine['key'] | undefined>();
  const opening = useRef(false);
  const line = lines.find(({ key }) => key === open);
  const title =
    'edge' in chosen
      ? `${net.labels[net.source[chosen.edge]]} – ${net.labels[net.target[chosen.edge]]}`
      : chosen.nodes.length === 1
        ? net.labels[chosen.nodes[0]]
        : counted(chosen.nodes.length, 'node');
  const anchor = (
    <button
      type="button"
      tabIndex={-1}
      aria-label={`Menu of ${title}`}
      className="pointer-events-none absolute size-0 opacity-0"
      style={{ left: spot.x, top: spot.y }}
    />
  );
  if (line) {
    return (
      <Popover.Root open onOpenChange={(now) => !now && onClose()}>
        <Popover.Anchor asChild>{anchor}</Popover.Anchor>
        <Popover.Portal>
          <Popover.Content
            align="start"
            sideOffset={6}
            collisionPadding={8}
            aria-label={`${line.title} of ${title}`}
            className="z-50 w-64 rounded-lg border border-line bg-panel p-3 shadow-lg"
          >
            <p className="truncate font-semibold">
              {line.title} of {title}
            </p>
            <LookForm look={line.look} value={line.value} onChange={line.give} />
            <button
              type="button"
              className="mt-2 text-sm font-semibold text-accent"
              onClick={() => {
                line.back();
                onClose();
              }}
            >
              Back to the rule
            </button>
          </Popover.Content>
        </Popover.Portal>
      </Popover.Root>
    );
  }
  const neighbours = (): void => {
    if ('edge' in chosen) return;
    const marks = new Uint8Array(net.ids.length);
    for (const v of chosen.nodes) around(net, v).nodes.forEach((near, u) => (marks[u] |= near));
    store.getState().select({ nodes: net.ids.filter((_, v) => marks[v]) });
  };
  return (
    <DropdownMenu.Root
      open
      modal={false}
      onOpenChange={(now) => {
        if (!now && !opening.current) onClose();
      }}
    >
      <DropdownMenu.Trigger asChild>{anchor}</DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="start"
          collisionPadding={8}
          aria-label={`What to do with ${title}`}
          className="z-50 max-h-[70vh] min-w-56 overflow-auto rounded-lg border border-line bg-panel p-1 shadow-lg"
        >
          <DropdownMenu.Label className="truncate px-2 py-1 text-sm text-quiet">{title}</DropdownMenu.Label>
          {'nodes' in chosen && chosen.nodes.some((v) => isCircle(net.ids[v])) && (
            <DropdownMenu.Item
              className={item}
              onSelect={() =>
                openCircles(
                  store,
                  chosen.nodes.map((v) => net.ids[v]),
                )
              }
            >
              Open
            </DropdownMenu.Item>
          )}
          {'nodes' in chosen && (
            <DropdownMenu.Item className={item} onSelect={neighbours}>
              Select with neighbours
            </DropdownMenu.Item>
          )}
          {lines.length > 0 && <DropdownMenu.Separator className="my-1 h-px bg-line" />}
          {lines.map(({ key, title: name, words, byHand, value, give }) => (
            <DropdownMenu.Item
              key={key}
              className={item}
              onSelect={() => {
                opening.current = true;
                if (!byHand) give(value);
                setOpen(key);
              }}
            >
              <span className="grow">{name} …</span>
              <span className="max-w-36 truncate text-sm text-quiet">{words}</span>
            </DropdownMenu.Item>
          ))}
          {lines.some(({ byHand }) => byHand) && (
            <>
              <DropdownMenu.Separator className="my-1 h-px bg-line" />
              <DropdownMenu.Item className={item} onSelect={allBack}>
                All looks back to the rules
              </DropdownMenu.Item>
            </>
          )}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
