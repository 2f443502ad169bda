import { counted } from '../../fault';
import { type GroupMethod, groupMethods } from '../../groups';
import type { Telling } from '../told';

/** The source, without what it says of direction where that was not counted. */
const sourceOf = (method: GroupMethod, directed: boolean | undefined): string =>
  directed ? groupMethods[method].source : groupMethods[method].source.replace(/, directed: [^;]*/, '');

export const groups: Telling<'groups'> = {
  sentences(step, { report }) {
    const many = counted(report.groups ?? 0, 'group');
    if (step.method === 'column') return [`Groups are the values of “${step.column ?? ''}”: ${many}.`];
    const { name, uses } = groupMethods[step.method];
    const reads = uses as readonly string[];
    const with_ = [
      reads.includes('resolution') && `resolution ${Number(step.resolution.toPrecision(3))}`,
      reads.includes('weights') && (step.weights ? 'weights counted' : 'ties counted one each'),
      reads.includes('directed') && step.directed && 'direction counted',
      reads.includes('seed') && `seed ${step.seed}`,
    ].filter(Boolean);
    const told = report.notes.filter(({ text }) =>
      /^Modularity |runs with different seeds|in no group|placed by hand/.test(text),
    );
    return [
      `Groups: ${name} (${sourceOf(step.method, step.directed)})${with_.length ? `, ${with_.join(', ')}` : ''}; ${many}.`,
      ...told.map(({ text }) => text),
    ];
  },
  sources: (step, { report }) =>
    step.method === 'column'
      ? []
      : [
          sourceOf(step.method, step.directed),
          ...(report.notes.some(({ text }) => text.includes('adjusted Rand')) ? ['Hubert & Arabie 1985'] : []),
        ],
};
