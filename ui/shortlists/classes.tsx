'use client';
import Papa from 'papaparse';
import { useId, useMemo, useState } from 'react';
import { type Pasted, pastedClasses } from '@/core/derive';
import { edgeIdOf, edgeKey } from '@/core/graph';
import { handClassed, handSteps } from '@/core/trail/by-hand';
import { Button, counted } from '@/ui/kit';
import { useWorkbench, useWorkbenchStore } from '@/ui/state/context';
import { edgesAlone } from '@/ui/state/selection';
import { toast } from '@/ui/kit/toast';

const field = 'h-7 min-w-0 rounded-md border border-line bg-panel px-2';

/** A class set by hand on what is selected, or on nodes by a pasted list: columns of the network, made by Derive steps. */
export function Classes() {
  const store = useWorkbenchStore();
  const net = useWorkbench((state) => state.net);
  const trail = useWorkbench((state) => state.trail);
  const selection = useWorkbench((state) => state.selection);
  const columns = useId();
  const classes = useId();
  const [column, setColumn] = useState<string>();
  const [name, setName] = useState('');
  const [text, setText] = useState('');
  const alone = useMemo(() => (net ? edgesAlone(net, selection) : []), [net, selection]);
  const of = selection.nodes.length === 0 && alone.length > 0 ? 'edges' : 'nodes';
  const steps = handSteps(trail, of);
  const into = column ?? steps.at(-1)?.name ?? 'class';
  const on = of === 'nodes' ? selection.nodes.length : alone.length;
  /** What a column of the network says stays where none is set. */
  const from = (wanted: string, whose: 'nodes' | 'edges'): string => {
    const there = net?.[whose === 'nodes' ? 'nodeColumns' : 'edgeColumns'].some((col) => col.name === wanted);
    return there ? wanted : '';
  };
  const set = (wanted: string): void => {
    if (!net) return;
    const marked = of === 'nodes' ? [...selection.nodes] : Array.from(alone, (e) => edgeKey(edgeIdOf(net, e)));
    const target = { name: into, of, from: from(into, of) } as const;
    store.getState().edit((now) => handClassed(now, target, [{ class: wanted, on: marked }]));
    toast(
      wanted === ''
        ? `Taken off ${counted(on, of === 'nodes' ? 'node' : 'tie')} in “${into}”.`
        : `${counted(on, of === 'nodes' ? 'node' : 'tie')} “${wanted}” in “${into}”.`,
    );
    setName('');
  };
  const paste = (): void => {
    if (!net) return;
    // Names may hold commas themselves: those part only where nothing else does.
    const delimiter = ['\t', ';'].find((one) => text.includes(one)) ?? ',';
    const { data } = Papa.parse<string[]>(text, { delimiter });
    const pasted = pastedClasses(data, net.ids, net.labels);
    const made = pasted.columns.filter((one) => one.classes.length > 0);
    if (made.length)
      store
        .getState()
        .edit((now) =>
          made.reduce(
            (all, one) => handClassed(all, { name: one.name, of: 'nodes', from: from(one.name, 'nodes') }, one.classes),
            now,
          ),
        );
    (made.length ? toast : toast.error)(pastedWords(pasted));
    if (made.length) setText('');
  };
  return (
    <details className="mt-3">
      <summary className="cursor-pointer text-sm font-semibold">Classes by hand</summary>
      <form
        className="mt-1.5 grid grid-cols-2 gap-1.5"
        onSubmit={(event) => {
          event.preventDefault();
          set(name.trim());
        }}
      >
        <input
          aria-label="Column of the classes"
          list={columns}
          value={into}
          onChange={(event) => setColumn(event.target.value)}
          className={field}
        />
        <input
          aria-label="Class"
          placeholder="Class"
          list={classes}
          value={name}
          onChange={(event) => setName(event.target.value)}
          className={field}
        />
        <datalist id={columns}>
          {steps.map((step) => (
            <option key={step.id} value={step.name} />
          ))}
        </datalist>
        <datalist id={classes}>
          {steps
            .filter((step) => step.name === into)
            .flatMap(({ how }) => how.classes.map((one) => <option key={one.class} value={one.class} />))}
        </datalist>
        <Button type="submit" disabled={!on || !into.trim() || !name.trim()}>
          Set on {counted(on, of === 'nodes' ? 'node' : 'tie')}
        </Button>
        <Button disabled={!on || !steps.some((step) => step.name === into)} onClick={() => set('')}>
          Take it off
        </Button>
      </form>
      <textarea
        aria-label="Classes from a spreadsheet"
        placeholder={'Or paste names and classes:\nname\tclass'}
        rows={3}
        value={text}
        onChange={(event) => setText(event.target.value)}
        className="mt-2 w-full rounded-md border border-line bg-panel px-2 py-1"
      />
      <Button className="mt-1 w-full" disabled={text.trim() === ''} onClick={paste}>
        Set these classes
      </Button>
    </details>
  );
}

const some = (names: readonly string[]): string => `${names.slice(0, 3).join(', ')}${names.length > 3 ? ' …' : ''}`;

/** What became of a pasted list, in sentences. */
export function pastedWords({ columns, found, missing, several }: Pasted): string {
  const filled = columns.filter(({ classes }) => classes.length > 0);
  if (!columns.length) return 'A class stands in a second column: paste names and classes, one line each.';
  const words = filled.length
    ? [`${counted(found, 'node')} in ${filled.map(({ name }) => `“${name}”`).join(', ')}.`]
    : ['Nothing was set.'];
  if (missing.length)
    words.push(`${counted(missing.length, 'name is', 'names are')} not in the network: ${some(missing)}.`);
  if (several.length)
    words.push(`${counted(several.length, 'name stands', 'names stand')} for several nodes: ${some(several)}.`);
  return words.join(' ');
}
