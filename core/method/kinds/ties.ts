import { counted, grouped, listed } from '../../fault';
import type { Describes } from '../../ties';
import type { Telling } from '../told';
import { left } from './words';

const described = (asked: Describes | readonly Describes[] | undefined): Describes[] => (asked ? [asked].flat() : []);

export const ties: Telling<'ties'> = {
  sentences(step, told) {
    const { name, rows } = told.table(step.table);
    const records = `“${name}” (${counted(rows, 'record')})`;
    const said: string[] = [];
    if (step.make === 'incidence') {
      const right = listed(step.right, 4);
      const leftSide = step.left.length ? listed(step.left, 4) : 'the records themselves';
      if (step.result === 'two-mode')
        said.push(`A tie joins ${leftSide} to ${right} where both stand in one record of ${records}.`);
      else {
        const [one, by] = step.result === 'right' ? [right, leftSide] : [leftSide, right];
        said.push(`A tie stands between two of ${one} that share ${by} in ${records}.`);
        said.push(
          step.counting === 'fractional'
            ? 'What k of them share counts 1/(k − 1) for each pair.'
            : 'Each thing they share counts 1.',
        );
      }
      if (step.mostValues) said.push(`Records with more than ${grouped(step.mostValues)} values were left out.`);
      if (step.mostRecords) said.push(`Values in more than ${counted(step.mostRecords, 'record')} tie nobody.`);
      if (step.normalise !== 'none') said.push(`Weights were normalised by ${step.normalise}.`);
    } else if (step.make === 'citation') {
      said.push(`A tie leads from a record of ${records} to each work that its “${step.references}” cites.`);
    } else {
      said.push(
        `A tie ${step.directed ? `leads from “${step.from}” to “${step.to}”` : `joins “${step.from}” and “${step.to}”`} in each record of ${records}.`,
      );
      said.push(
        step.parallel === 'keep' ? 'Each record makes a tie of its own.' : 'Records between the same two make one tie.',
      );
      if (step.loops === 'keep') said.push('Ties of a node to itself were kept.');
    }
    if ('weight' in step && step.weight) {
      const how = { sum: 'sum', mean: 'mean', max: 'largest value' }[step.weightBy];
      said.push(`Ties weigh by the ${how} of “${step.weight}”.`);
    } else if (step.make !== 'citation' && !(step.make === 'incidence' && step.result !== 'two-mode'))
      said.push('Ties weigh by the number of their records.');
    if (step.make !== 'citation') {
      const tables = [...described(step.nodes), ...described(step.others)].map((one) => told.table(one.table).name);
      if (tables.length) said.push(`Nodes are described by ${listed([...new Set(tables)], 4)}.`);
    }
    if (told.spellings)
      said.push(`${counted(told.spellings, 'spelling was', 'spellings were')} joined to others before that.`);
    if (step.minRecords > (step.make === 'incidence' ? 1 : 0))
      said.push(`Nodes in fewer than ${counted(step.minRecords, 'record')} were left out.`);
    if (step.strongest) said.push(`Only the ${counted(step.strongest, 'strongest node')} were kept.`);
    if (step.minWeight) said.push(`Ties that weigh less than ${step.minWeight} were left out.`);
    if (step.leftOut.length) said.push(`${counted(step.leftOut.length, 'node was', 'nodes were')} taken out by hand.`);
    // Losses that the settings do not tell themselves.
    const lost = told.report.notes.filter(({ text }) =>
      /rows? left out: |without (one of the two ends|a number)|became nodes of their own/.test(text),
    );
    said.push(...lost.map(({ text }) => text));
    if (step.part === 'largest') said.push('Only the largest connected part was kept.');
    return [...said, `This makes ${left(told)}.`];
  },
  sources: (step) => (step.make === 'incidence' && step.normalise !== 'none' ? ['van Eck & Waltman 2009'] : []),
};
