'use client';
import { useEffect, useState } from 'react';
import { Choose, counted, grouped, sentence, shortNumber } from '@/ui/kit';
import { useSession, useWorkbench } from '@/ui/shell/workbench-context';
import type { Comparison } from '@/worker/client';

/** This network and another of the study side by side: counts, what they share, measures. */
export function CompareView() {
  const own = useWorkbench((state) => state.network);
  const networks = useWorkbench((state) => state.networks);
  const trail = useWorkbench((state) => state.trail);
  const session = useSession();
  const others = networks.filter(({ id }) => id !== own.id);
  const fork = others.find(({ name }) => name.startsWith(own.name) || own.name.startsWith(name));
  const [other, setOther] = useState((fork ?? others[0])?.id ?? '');
  const [found, setFound] = useState<Comparison>();
  const [fault, setFault] = useState<string>();
  useEffect(() => {
    if (!other) return;
    let stale = false;
    session.current?.service
      .compare(trail, other)
      .then((next) => {
        if (stale) return;
        setFound(next);
        setFault(undefined);
      })
      .catch((error: unknown) => !stale && setFault(sentence(error)));
    return () => {
      stale = true;
    };
  }, [trail, other, session]);
  if (!others.length) {
    return <p className="m-auto text-quiet">There is no other network to compare with. Fork this one in the menu by its name.</p>; // prettier-ignore
  }
  return (
    <div className="min-h-0 grow overflow-auto bg-paper px-6 pt-13 pb-8">
      <div className="max-w-72">
        <Choose
          label="Compared with"
          value={other}
          choices={others.map(({ id, name }) => ({ value: id, label: name }))}
          onChange={setOther}
        />
      </div>
      {fault && (
        <p role="alert" className="mt-3 w-fit rounded-md bg-danger-tint px-2.5 py-2 text-danger">
          {fault}
        </p>
      )}
      {found && !fault && <Sides found={found} own={own.name} />}
    </div>
  );
}

function Sides({ found, own }: { found: Comparison; own: string }) {
  const { nodes, edges } = found;
  return (
    <>
      <table className="mt-4 w-full max-w-2xl border-collapse bg-panel">
        <caption className="sr-only">Figures side by side</caption>
        <Head first="Figure" own={own} name={found.name} />
        <tbody>
          {found.figures.map(({ key, name, here, there }) => (
            <Row key={key} name={name} here={here} there={there} />
          ))}
          <Row name="Nodes in both" here={nodes.both} there={nodes.both} />
          <Row name="Edges in both" here={edges.both} there={edges.both} />
          <Row name="Edges in one alone" here={edges.here} there={edges.there} />
        </tbody>
      </table>
      <div className="mt-5 grid max-w-2xl grid-cols-2 gap-6">
        <Names title={`In “${own}” alone`} names={nodes.here} />
        <Names title={`In “${found.name}” alone`} names={nodes.there} />
      </div>
      {found.measures.map(({ column, rows }) => (
        <table key={column} className="mt-5 w-full max-w-2xl border-collapse bg-panel">
          <caption className="mb-1 text-left font-serif text-base font-semibold">{column}, highest in either</caption>
          <Head first="Node" own={own} name={found.name} />
          <tbody>
            {rows.map((row) => (
              <Row key={row.label} name={row.label} here={row.here} there={row.there} />
            ))}
          </tbody>
        </table>
      ))}
    </>
  );
}

function Head({ first, own, name }: { first: string; own: string; name: string }) {
  return (
    <thead>
      <tr className="border-b border-line text-sm text-quiet">
        {[first, own, name, 'Difference'].map((title, i) => (
          <th key={i} scope="col" className={i ? 'px-3 py-1 text-right font-medium' : 'px-3 py-1 text-left font-medium'}>
            {title}
          </th>
        ))}
      </tr>
    </thead>
  );
} // prettier-ignore

function Row({ name, here, there }: { name: string; here: number | null; there: number | null }) {
  const difference = here === null || there === null ? null : there - here;
  return (
    <tr className="border-b border-rule">
      <th scope="row" className="px-3 py-1 text-left font-normal">
        {name}
      </th>
      {[here, there].map((value, i) => (
        <td key={i} className="px-3 py-1 text-right" title={String(value ?? '')}>
          {value === null ? 'not there' : shortNumber(value)}
        </td>
      ))}
      <td className="px-3 py-1 text-right text-quiet">
        {difference === null ? '' : difference > 0 ? `+${shortNumber(difference)}` : shortNumber(difference).replace('-', '−')}
      </td>
    </tr>
  );
} // prettier-ignore

const shown = 60;

function Names({ title, names }: { title: string; names: readonly string[] }) {
  return (
    <section aria-label={title}>
      <h2 className="text-sm font-semibold">
        {title}: {counted(names.length, 'node')}
        {names.length === 500 ? ' and more' : ''}
      </h2>
      <p className="mt-1 text-sm text-quiet">
        {names.slice(0, shown).join(', ')}
        {names.length > shown && ` and ${grouped(names.length - shown)} more`}
      </p>
    </section>
  );
}
