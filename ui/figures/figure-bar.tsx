'use client';
import { ChevronDown, Copy, Download, Pencil, Redo2, Undo2 } from 'lucide-react';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { createFigure, deleteFigure, renameFigure, restoreFigure } from '@/server/actions';
import { Button, IconButton, Menu, TextField } from '@/ui/kit';
import { SaveWord } from '@/ui/kit/save-word';
import { HereFigure } from '@/ui/together/here-figure';
import { TopBar } from '@/ui/kit/top-bar';
import { toast } from '@/ui/kit/toast';
import { deleteEntry } from '@/ui/studies/card';
import { useFigure, useFigureStore } from './context';
import { useTakes } from './takes';

/** The top bar of an open figure. */
export function FigureBar() {
  const study = useFigure((state) => state.study);
  const past = useFigure((state) => state.past.length);
  const future = useFigure((state) => state.future.length);
  const save = useFigure((state) => state.save);
  const store = useFigureStore();
  const takes = useTakes();
  return (
    <TopBar>
      <nav aria-label="Study" className="flex min-w-0 items-center gap-2 text-quiet">
        <Link href={`/studies/${study.id}/figures`} className="max-w-48 truncate rounded hover:text-ink">
          {study.name}
        </Link>
        <span aria-hidden>/</span>
      </nav>
      <FigureMenu />
      <span className="grow" />
      <HereFigure />
      <div className="flex">
        <IconButton name="Undo" keys="Ctrl Z" disabled={past === 0} onClick={() => store.getState().undo()}>
          <Undo2 size={16} aria-hidden />
        </IconButton>
        <IconButton name="Redo" keys="Shift Ctrl Z" disabled={future === 0} onClick={() => store.getState().redo()}>
          <Redo2 size={16} aria-hidden />
        </IconButton>
      </div>
      <SaveWord kind={save} reads={study.role === 'reader'} />
      <Menu
        align="end"
        trigger={
          <Button look="main">
            <Download size={15} aria-hidden /> Take away <ChevronDown size={14} aria-hidden />
          </Button>
        }
        entries={takes.map(({ title, says, take, disabled }) => ({
          label: title,
          hint: says,
          disabled,
          onSelect: take,
        }))}
      />
    </TopBar>
  );
}

/** Switch, rename, copy, delete. */
function FigureMenu() {
  const study = useFigure((state) => state.study.id);
  const id = useFigure((state) => state.id);
  const name = useFigure((state) => state.name);
  const others = useFigure((state) => state.others);
  const store = useFigureStore();
  const router = useRouter();
  const [renaming, setRenaming] = useState(false);
  const to = (other: string): void => router.push(`/studies/${study}/figures/${other}`);
  if (renaming) {
    return (
      <div className="w-64" ref={(node) => node?.querySelector('input')?.select()}>
        <TextField
          label="Name of the figure"
          compact
          className="h-7 font-semibold"
          value={name}
          onCommit={async (next) => {
            setRenaming(false);
            const answer = await renameFigure(study, id, next);
            if (!answer.ok) toast.error(answer.fault);
            else store.setState({ name: next.trim() });
          }}
        />
      </div>
    );
  }
  const rest = others.filter((one) => one.id !== id);
  return (
    <Menu
      trigger={
        <button type="button" className="flex min-w-0 items-center gap-2 rounded-md px-1 font-semibold hover:bg-ground">
          <span className="truncate">{name}</span>
          <ChevronDown size={15} aria-hidden />
        </button>
      }
      entries={[
        ...rest.map((one) => ({ label: one.name, onSelect: () => to(one.id) })),
        rest.length ? null : undefined,
        {
          label: 'Copy',
          icon: <Copy size={15} aria-hidden />,
          onSelect: async () => {
            // What it holds belongs to this figure; the copy follows its networks.
            const { held: _held, ...free } = store.getState().figure;
            const answer = await createFigure(study, free, `${name}, copy`, id);
            if (answer.ok) to(answer.value.id);
            else toast.error(answer.fault);
          },
        },
        {
          label: 'Rename',
          icon: <Pencil size={15} aria-hidden />,
          onSelect: () => setTimeout(() => setRenaming(true), 50),
        },
        deleteEntry(name, {
          remove: () => deleteFigure(study, id),
          restore: () => restoreFigure(study, id),
          gone: () => router.push(`/studies/${study}/figures`),
          back: () => to(id),
        }),
      ].filter((entry) => entry !== undefined)}
    />
  );
}
