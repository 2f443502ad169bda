/** The editor of each kind of step; it comes when a step of its kind is opened. */
import dynamic from 'next/dynamic';
import type { ComponentType } from 'react';
import type { Step } from '@/core/trail';
import type { EditorProps } from '../editor';

const editors: { [K in Step['kind']]: ComponentType<EditorProps<K>> } = {
  ties: dynamic(() => import('./ties').then((it) => it.TiesEditor)),
  project: dynamic(() => import('./project').then((it) => it.ProjectEditor)),
  keep: dynamic(() => import('./keep/keep').then((it) => it.KeepEditor)),
  combine: dynamic(() => import('./combine').then((it) => it.CombineEditor)),
  derive: dynamic(() => import('./derive').then((it) => it.DeriveEditor)),
  measure: dynamic(() => import('./measure').then((it) => it.MeasureEditor)),
  groups: dynamic(() => import('./groups').then((it) => it.GroupsEditor)),
  arrange: dynamic(() => import('./arrange').then((it) => it.ArrangeEditor)),
  style: dynamic(() => import('./style').then((it) => it.StyleEditor)),
};

/** An editor is only ever given steps of its own kind. */
export const editorOf = (kind: Step['kind']): ComponentType<EditorProps<Step['kind']>> =>
  editors[kind] as ComponentType<EditorProps<Step['kind']>>;
