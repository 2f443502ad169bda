'use client';
import { useEffect, useRef, useState } from 'react';
import { isTyping } from '@/ui/kit/typing';
import { Button } from '@/ui/kit';
import { useRouter } from 'next/navigation';
import { FigureBar } from './figure-bar';
import { FigureContext, useFigure, useFigureSession } from './context';
import { PartsPanel } from './parts-panel';
import { Sheet } from './sheet';
import { SizePanel } from './size-panel';
import { type FigureSession, startFigureSession } from './session';
import { type FigureStart, createFigureStore } from './store';

/** One figure, opened to be worked on: its parts at the left, the page as it will be printed, its size and its files at the right. */
export function FigurePage({ start }: { start: FigureStart }) {
  const [store] = useState(() => createFigureStore(start));
  const session = useRef<FigureSession | undefined>(undefined);
  const [value] = useState(() => ({ store, session }));
  const [ready, setReady] = useState(false);
  useEffect(() => {
    let started: FigureSession | undefined;
    const soon = setTimeout(() => {
      started = startFigureSession(store, start);
      session.current = started;
      setReady(true);
    });
    const pressed = (event: KeyboardEvent): void => {
      if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'z' || isTyping(event.target)) return;
      event.preventDefault();
      if (event.shiftKey) store.getState().redo();
      else store.getState().undo();
    };
    window.addEventListener('keydown', pressed);
    return () => {
      clearTimeout(soon);
      window.removeEventListener('keydown', pressed);
      started?.end();
      session.current = undefined;
    };
  }, [start, store]);
  return (
    <FigureContext.Provider value={value}>
      <div className="flex h-dvh flex-col">
        <FigureBar />
        <div className="relative flex min-h-0 grow">
          <PartsPanel />
          <Sheet ready={ready} />
          <SizePanel />
          <Conflict />
        </div>
      </div>
    </FigureContext.Provider>
  );
}

/** Shown where somebody else saved the same figure meanwhile. */
function Conflict() {
  const conflict = useFigure((state) => state.save === 'conflict');
  const study = useFigure((state) => state.study.id);
  const session = useFigureSession();
  const router = useRouter();
  if (!conflict) return null;
  return (
    <div role="alert" className="absolute top-3 right-4 left-4 z-20 rounded-lg border border-amber-line bg-amber p-3">
      <p className="font-semibold">This figure was changed elsewhere.</p>
      <p className="mt-0.5">Your changes are here and not saved yet; nothing was overwritten.</p>
      <div className="mt-2 flex gap-2">
        <Button
          look="main"
          onClick={async () => {
            const id = await session.current?.keepMineApart();
            if (id) router.push(`/studies/${study}/figures/${id}`);
          }}
        >
          Keep mine as a new figure
        </Button>
        <Button onClick={() => session.current?.takeTheirs()}>Go on with what is stored</Button>
      </div>
    </div>
  );
}
