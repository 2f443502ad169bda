'use client';
import { createContext, useContext } from 'react';
import { useStore } from 'zustand';
import type { FigureSession } from './session';
import type { FigureStore, OpenedFigure } from './store';

export const FigureContext = createContext<{
  store: FigureStore;
  session: { current: FigureSession | undefined };
} | null>(null);

function useValue() {
  const value = useContext(FigureContext);
  if (!value) throw new Error('outside of a figure');
  return value;
}

/** Part of the open figure's state; renders again when that part changes. */
export function useFigure<T>(select: (state: OpenedFigure) => T): T {
  return useStore(useValue().store, select);
}
export const useFigureStore = (): FigureStore => useValue().store;
export const useFigureSession = (): { current: FigureSession | undefined } => useValue().session;
