'use client';
/** The looks, palettes, sifts and outlines that are kept in the study, and what can be done with them. */
import { useCallback, useEffect, useMemo } from 'react';
import { notReached } from '@/ui/kit/not-reached';
import { toast } from '@/ui/kit/toast';
import type { KeptLook } from '@/core/style/follow';
import { changeKept, createKept, deleteKept, listKept, restoreKept } from '@/server/actions';
import type { KeptRow } from '@/server/kept';
import { useWorkbench, useWorkbenchStore } from './context';

type Kind = KeptRow['kind'];

export const looksOf = (rows: readonly KeptRow[]): KeptLook[] =>
  rows.flatMap((row) => (row.kind === 'look' ? [{ ...row, style: row.value }] : []));

export function useKept() {
  const store = useWorkbenchStore();
  const study = store.getState().study.id;
  const rows = useWorkbench((state) => state.kept);

  /** Asks the server anew; what is kept, undefined where that cannot be had. */
  const reload = useCallback(async (): Promise<readonly KeptRow[] | undefined> => {
    // While the server is away what is known stays; it is asked again when one comes back.
    const answer = await listKept(study).catch(() => undefined);
    if (!answer) return undefined;
    if (!answer.ok) return void toast.error(answer.fault);
    store.setState({ kept: answer.value });
    return answer.value;
  }, [store, study]);
  useEffect(() => {
    if (!store.getState().kept) void reload();
  }, [reload, store]);

  const create = async (kind: Kind, name: string, value: unknown): Promise<KeptRow | undefined> => {
    const answer = await createKept(study, kind, name, value).catch(notReached);
    if (!answer.ok) return void toast.error(answer.fault);
    return (await reload())?.find(({ id }) => id === answer.value.id);
  };
  /** What it is after the change; undefined where it could not be made. */
  const change = async (
    { id, name, version }: Pick<KeptRow, 'id' | 'name' | 'version'>,
    what: { name?: string; value?: unknown },
  ): Promise<KeptRow | undefined> => {
    const answer = await changeKept(study, id, version, what).catch(notReached);
    if (!answer.ok) toast.error(answer.fault);
    else if (answer.value.kind === 'conflict') {
      toast.error(
        `“${name}” was changed by somebody else meanwhile. It is shown as it is now; nothing was written over.`,
      );
    }
    const now = await reload();
    return answer.ok && answer.value.kind === 'saved' ? now?.find((row) => row.id === id) : undefined;
  };
  const bringBack = async (id: string): Promise<void> => {
    const answer = await restoreKept(study, id).catch(notReached);
    if (!answer.ok) return void toast.error(answer.fault);
    await reload();
  };
  const remove = async ({ id, name }: Pick<KeptRow, 'id' | 'name'>): Promise<void> => {
    const answer = await deleteKept(study, id).catch(notReached);
    if (!answer.ok) return void toast.error(answer.fault);
    await reload();
    toast(`“${name}” deleted. Networks that use it stay as they are.`, {
      action: { label: 'Undo', onClick: () => void bringBack(id) },
    });
  };
  const looks = useMemo(() => looksOf(rows ?? []), [rows]);
  const palettes = useMemo(
    () => (rows ?? []).flatMap((row) => (row.kind === 'palette' ? [{ ...row, colours: row.value }] : [])),
    [rows],
  );
  const sifts = useMemo(
    () => (rows ?? []).flatMap((row) => (row.kind === 'sift' ? [{ ...row, sifting: row.value }] : [])),
    [rows],
  );
  const outlines = useMemo(
    () => (rows ?? []).flatMap((row) => (row.kind === 'outlines' ? [{ ...row, outlines: row.value }] : [])),
    [rows],
  );
  return { rows, looks, palettes, sifts, outlines, reload, create, change, remove };
}
