'use client';
import { Tabs } from '@/ui/kit';
import { shownView } from '@/ui/state/store';
import { useWorkbench, useWorkbenchStore } from '@/ui/state/context';
import { ChancePanel } from '@/ui/views/chance/chance-panel';
import type { EditorProps } from '../../editor';
import { Choices } from './choices';
import { Options } from './options';
import { Results } from './results';

/** What stands out: measures of nodes and ties chosen by question, or figures of the whole network. */
export function MeasureEditor(props: EditorProps<'measure'>) {
  const chance = useWorkbench((state) => shownView(state) === 'chance');
  const store = useWorkbenchStore();
  return (
    <>
      <div className="mt-3">
        <Tabs
          name="What is measured"
          value={chance ? 'whole' : 'each'}
          choices={[
            { value: 'each', label: 'Nodes and ties' },
            { value: 'whole', label: 'Whole network' },
          ]}
          onChange={(next) => store.getState().show(next === 'whole' ? 'chance' : 'graph')}
        />
      </div>
      {chance ? (
        <ChancePanel />
      ) : (
        <>
          <Results step={props.step} />
          <Choices {...props} />
          <Options {...props} />
        </>
      )}
    </>
  );
}
