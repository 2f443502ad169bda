'use client';
import dynamic from 'next/dynamic';
import { PanelRightClose } from 'lucide-react';
import type { ReactNode } from 'react';
import { IconButton, nothing } from '@/ui/kit';
import { OfBefore } from '@/ui/trail/of-before';
import { useFailed } from '@/ui/state/failed';
import { edgesAlone } from '@/ui/state/selection';
import { useWorkbench, useWorkbenchStore } from '@/ui/state/context';
import { WholeReading } from './whole-reading';

// Read when a node, an edge, or several nodes are chosen.
const NodeReading = dynamic(() => import('./node-reading').then((it) => it.NodeReading), { loading: nothing });
const EdgeReading = dynamic(() => import('./edge-reading').then((it) => it.EdgeReading), { loading: nothing });
const RecordsReading = dynamic(() => import('./records-reading').then((it) => it.RecordsReading), { loading: nothing });
// Read when something is chosen.
const LooksReading = dynamic(() => import('./looks-reading').then((it) => it.LooksReading), { loading: nothing });
// Read while the Arrange step, or the Style step, is open.
const StyleReading = dynamic(() => import('./style-reading').then((it) => it.StyleReading), { loading: nothing });
const LayoutReading = dynamic(() => import('./layout-reading').then((it) => it.LayoutReading), { loading: nothing });
const SeveralReading = dynamic(() => import('./several-reading').then((it) => it.SeveralReading), { loading: nothing });

/** The panel at the right: what is selected, or the whole network when nothing is. */
export function ReadingPanel() {
  const net = useWorkbench((state) => state.net);
  const selection = useWorkbench((state) => state.selection);
  const store = useWorkbenchStore();
  const failed = useFailed();
  const open = useWorkbench(({ trail, step }) => trail.steps.find(({ id }) => id === step)?.kind);
  let content: ReactNode = null;
  let looks: ReactNode = null;
  if (net) {
    const chosen = new Set(selection.nodes);
    const nodes = chosen.size ? Array.from(net.ids.keys()).filter((v) => chosen.has(net.ids[v])) : [];
    const [edge] = edgesAlone(net, selection);
    const { records } = selection;
    if (nodes.length === 0 && records?.length)
      content = <RecordsReading net={net} records={records} edges={selection.edges} />;
    else if (edge !== undefined) content = <EdgeReading net={net} edge={edge} />;
    else if (nodes.length === 1) content = <NodeReading net={net} node={nodes[0]} />;
    else if (nodes.length > 1) content = <SeveralReading net={net} nodes={nodes} />;
    else content = <WholeReading net={net} />;
    if (edge !== undefined) looks = <LooksReading key={edge} net={net} chosen={{ edge }} />;
    else if (nodes.length) looks = <LooksReading key={nodes.join()} net={net} chosen={{ nodes }} />;
  }
  return (
    <aside
      aria-label="Reading panel"
      className="relative w-72 shrink-0 overflow-y-auto border-l border-line bg-panel px-3.5 pt-3.5 pb-6"
    >
      <span className="absolute top-2.5 right-2">
        <IconButton name="Close the reading panel" side="left" onClick={() => store.setState({ reading: false })}>
          <PanelRightClose size={16} aria-hidden />
        </IconButton>
      </span>
      <div className="mr-6 empty:hidden">
        <OfBefore />
      </div>
      {open === 'arrange' && net && net.ids.length > 0 && <LayoutReading />}
      {open === 'style' && net && net.ids.length > 0 && <StyleReading />}
      <div className={failed ? 'opacity-60' : undefined}>
        {content}
        {looks}
      </div>
    </aside>
  );
}
