'use client';
import { Choose } from '@/ui/kit';
import type { ColumnHead } from '@/worker/client';
import { useFigure } from '../context';

export function NetworkChoice({ value, onChange }: { value: string; onChange: (network: string) => void }) {
  const networks = useFigure((state) => state.networks);
  return (
    <Choose
      label="Network"
      value={networks.some(({ id }) => id === value) ? value : ''}
      choices={networks.map(({ id, name }) => ({ value: id, label: name }))}
      onChange={onChange}
    />
  );
}

/** The columns of a network's nodes or ties, once it is drawn. */
export function useColumns(network: string, of: 'nodes' | 'edges'): ColumnHead[] {
  const columns = useFigure((state) => state.drawn?.columns);
  return columns?.find((one) => one.network === network)?.[of] ?? [];
}
