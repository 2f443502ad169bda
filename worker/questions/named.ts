import { foundByName, pastedNames } from '@/core/graph';
import type { Question } from './question';

interface Named {
  text: string;
  nodes: { id: string; label: string }[];
  missed: string[];
}

/** Nodes by what is typed or pasted. */
export const named: Question<{ text: string; most: number; paste?: boolean }, Named> = (net, { text, most, paste }) => {
  const { places, missed } = paste
    ? pastedNames(net.ids, net.labels, text)
    : { places: foundByName(net.labels, text, most).places, missed: [] };
  return { text, nodes: places.map((v) => ({ id: net.ids[v], label: net.labels[v] })), missed };
};
