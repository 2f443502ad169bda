/** The editor of each kind of step; it comes when a step of its kind is opened. */
import dynamic from 'next/dynamic';
import { nothing } from '@/ui/kit';
import type { ComponentType } from 'react';
import type { Step } from '@/core/trail';
import type { EditorProps } from '../editor';

const editors: { [K in Step['kind']]: ComponentType<EditorProps<K>> } = {
  ties: dynamic(() => import('./ties').then((it) => it.TiesEditor), { loading: nothing }),
  project: dynamic(() => import('./project').then((it) => it.ProjectEditor), { loading: nothing }),
  keep: dynamic(() => import('./keep/keep').then((it) => it.KeepEditor), { loading: nothing }),
  combine: dynamic(() => import('./combine').then((it) => it.CombineEditor), { loading: nothing }),
  derive: dynamic(() => import('./derive').then((it) => it.DeriveEditor), { loading: nothing }),
  measure: dynamic(() => import('./measure').then((it) => it.MeasureEditor), { loading: nothing }),
  groups: dynamic(() => import('./groups').then((it) => it.GroupsEditor), { loading: nothing }),
  gather: dynamic(() => import('./gather').then((it) => it.GatherEditor), { loading: nothing }),
  arrange: dynamic(() => import('./arrange').then((it) => it.ArrangeEditor), { loading: nothing }),
  style: dynamic(() => import('./style').then((it) => it.StyleEditor), { loading: nothing }),
};

/** An editor is only ever given steps of its own kind. */
export const editorOf = (kind: Step['kind']): ComponentType<EditorProps<Step['kind']>> =>
  editors[kind] as ComponentType<EditorProps<Step['kind']>>;
