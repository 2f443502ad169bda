'use client';
import { useEffect } from 'react';
import { isTyping } from '@/ui/kit/typing';
import { tabs } from '@/ui/views/registry';
import { siftStep } from '@/ui/state/in-view';
import { isSelected, nothing } from '@/ui/state/selection';
import { useWorkbenchStore } from '@/ui/state/context';

/** The keys of the workbench; the help lists them in `keys-dialog`. Those of the graph are its own affair. */
export function useWorkbenchKeys(): void {
  const store = useWorkbenchStore();
  useEffect(() => {
    const pressed = (event: KeyboardEvent): void => {
      const state = store.getState();
      const command = event.ctrlKey || event.metaKey;
      if (command && event.key.toLowerCase() === 'z') {
        if (isTyping(event.target)) return;
        event.preventDefault();
        if (event.shiftKey) state.redo();
        else state.undo();
        return;
      }
      if (command || event.altKey || isTyping(event.target) || event.defaultPrevented) return;
      if (document.querySelector('[role="dialog"], [role="menu"], [role="listbox"]')) return;
      const tab = /^[1-9]$/.test(event.key) ? tabs[Number(event.key) - 1] : undefined;
      if (tab) state.show(tab.key);
      if (event.key === '[' || event.key === ']') {
        const { steps } = state.trail;
        const now = steps.findIndex(({ id }) => id === state.step);
        const next = now < 0 ? 0 : Math.max(0, Math.min(steps.length - 1, now + (event.key === '[' ? -1 : 1)));
        store.setState({ step: steps[next]?.id, lists: false });
      }
      if (event.key === 'l' || event.key === 'L') {
        event.preventDefault();
        store.setState({ lists: true });
      }
      if (event.key === 's' || event.key === 'S') {
        event.preventDefault();
        store.setState({ step: siftStep, lists: false });
      }
      if (event.key === 'Delete' && state.selection.nodes.length) {
        state.addStep('keep', { rule: { by: 'nodes', nodes: [...state.selection.nodes], leave: true } });
      }
      if (event.key === 'Escape') {
        if (isSelected(state.selection)) state.select(nothing);
        else if (state.lists) store.setState({ lists: false });
        else store.setState({ step: undefined });
      }
    };
    window.addEventListener('keydown', pressed);
    return () => window.removeEventListener('keydown', pressed);
  }, [store]);
}
