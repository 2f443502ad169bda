/** Kinds of steps that take a sentence or two. */
import { counted, listed } from '../../fault';
import { layouts, type Layout } from '../../arrange';
import type { Telling } from '../told';
import { and, left } from './words';

export const project: Telling<'project'> = {
  sentences: ({ side, counting, normalise, minWeight }, told) => [
    `The network was projected to ${side ?? 'its first side'}: two of a kind are tied by what they share of the other, ${counting === 'fractional' ? 'each counted 1/(k − 1) where k share it' : 'each counted 1'}.`,
    ...(minWeight ? [`Ties that weigh less than ${minWeight} were left out.`] : []),
    ...(normalise === 'none' ? [] : [`Weights were normalised by ${normalise}.`]),
    `${left(told)} remain.`,
  ],
  sources: ({ normalise }) => (normalise === 'none' ? [] : ['van Eck & Waltman 2009']),
};

export const combine: Telling<'combine'> = {
  sentences: ({ network, by, as, prefer }, told) => [
    `It was laid together with the network “${told.networkName(network)}”, ${as === 'change' ? 'this one as before and that one as after' : 'both as one'}; nodes are the same by their ${by === 'id' ? 'ids' : 'names'}, and where values differ those of ${prefer === 'this' ? 'this network' : 'the other'} stand.`,
    `Together they hold ${left(told)}.`,
  ],
};

export const derive: Telling<'derive'> = {
  sentences({ name, of, how }, told) {
    const column = `“${name.trim()}” of ${of === 'nodes' ? 'nodes' : 'ties'}`;
    switch (how.by) {
      case 'classes':
        return [`The column ${column} puts values of “${how.column}” into classes.`];
      case 'table':
        return [
          `The column ${column} is “${how.take}” of the table “${told.table(how.table).name}”, where “${how.match}” is their “${how.column}”.`,
        ];
      case 'bands':
        return [
          `The column ${column} parts “${how.column}” at ${and([...how.bounds].sort((a, b) => a - b).map(String))}.`,
        ];
      case 'formula':
        return [`The column ${column} is ${how.formula}.`];
      case 'shortlists':
        return [
          `The column ${column} says which of the shortlists ${listed(
            how.shortlists.map((id) => told.shortlistName(id)),
            6,
          )} they stand in.`,
        ];
      case 'hand': {
        const many = how.classes.reduce((sum, { on }) => sum + on.length, 0);
        const rest = how.from ? `; the others have that of “${how.from}”` : '';
        return [`The column ${column} was set by hand on ${counted(many, of === 'nodes' ? 'node' : 'tie')}${rest}.`];
      }
    }
  },
};

export const gather: Telling<'gather'> = {
  // Every node for itself is the network as it was.
  sentences({ column, open, resolution, seed, words, draws }, told) {
    if (draws === 'all') return [];
    return [
      column === undefined
        ? `Groups found by the Leiden method (resolution ${Number(resolution.toPrecision(3))}, seed ${seed}) were drawn as one circle each, and groups found in the same way inside a circle that was opened.`
        : `The values of “${column}” were drawn as one circle each, and groups found by the Leiden method (seed ${seed}) inside a circle that was opened.`,
      `${open.length ? counted(open.length, 'circle was', 'circles were') : 'None was'} opened; ties between two are summed, and ${left(told)} are drawn.`,
      ...(words === undefined ? [] : [`Circles are named by the words of “${words}” that tell them from the rest.`]),
    ];
  },
  sources({ words, draws }) {
    if (draws === 'all') return [];
    return ['Traag, Waltman & van Eck 2019', ...(words === undefined ? [] : ['Monroe, Colaresi & Quinn 2008'])];
  },
};

export const arrange: Telling<'arrange'> = {
  sentences({ method, settings, placed, adjusted }) {
    const layout = layouts[method] as unknown as Layout;
    const { seed } = settings as { seed?: number };
    const summary = layout.summary(settings);
    const title = layout.title.toLowerCase();
    const words = summary.startsWith(title) ? summary : summary ? `${title}, ${summary}` : title;
    const hands = Object.keys(placed).length;
    return [
      `Layout: ${words}${summary.includes('seed') || seed === undefined ? '' : `, seed ${seed}`}.`,
      ...(hands ? [`${counted(hands, 'node was', 'nodes were')} placed by hand.`] : []),
      ...(adjusted.length ? [`The picture was adjusted by hand in ${counted(adjusted.length, 'way')}.`] : []),
    ];
  },
};

/** What the looks mean stands in the legend. */
export const style: Telling<'style'> = { sentences: () => [] };
