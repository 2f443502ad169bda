/** `npm run style-pictures`: the pictures of docs/style.md, drawn from the demo study without a browser. */
import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { svg } from '@/core/figure';
import { sceneOf } from '@/core/scene';
import { type Trail, runTrail, trailSchema } from '@/core/trail';
import { demoSource, demoTables } from '@/demo/tables';
import { demoNetworks } from '@/demo/trails';

const folder = join(process.cwd(), 'docs/style');
const island = (value: string) => ({ match: 'all', rules: [{ about: 'column', column: 'island', is: 'is', value }] });
const some = { labels: { show: 'top', top: 10, by: 'betweenness', size: 12 }, legend: true };
const byGroup = { nodeColour: { by: 'category', column: 'group' } };
const bySize = { nodeSize: { by: 'amount', column: 'degree', min: 4, max: 13 } };

/** Each example: its file, its layout, and its looks, of “Who sent seed to whom”. */
const examples: [string, object, object][] = [
  ['1-groups', { method: 'force' }, { ...byGroup, ...bySize, ...some }],
  ['2-tight', { method: 'force', settings: { grows: 0 } }, { ...byGroup, ...bySize, ...some }],
  ['3-stress', { method: 'stress' }, { ...byGroup, ...bySize, ...some }],
  ['4-boxes', { method: 'boxes', settings: { by: 'group' } }, { ...byGroup, ...bySize, ...some, hulls: true, groupNames: true }],
  ['5-rings', { method: 'rings' }, { ...byGroup, ...bySize, ...some }],
  ['6-layers', { method: 'layers' }, { ...byGroup, ...some, arrows: true }],
  ['7-right-angles', { method: 'right angles' }, { ...byGroup, ...some }],
  ['8-bundled', { method: 'force', bundled: true }, { ...byGroup, ...bySize, ...some }],
  ['9-rule', { method: 'force' }, { ...some, nodeColour: { by: 'all', colour: '#A9B2B6' }, ...bySize, rules: { nodeColour: [{ where: island('Ness'), look: '#8E2642', words: 'on Ness' }], nodeShape: [{ where: island('Ness'), look: 'diamond', words: 'on Ness' }] } }],
  ['10-held', { method: 'force' }, { ...some, nodeColour: { by: 'amount', column: 'betweenness', palette: 'viridis', scale: 'linear', to: 400 }, ...bySize }],
]; // prettier-ignore

async function main(): Promise<void> {
  const source = demoSource(await demoTables());
  const whole = demoNetworks.find(({ name }) => name === 'Who sent seed to whom');
  if (!whole) throw new Error('the demo has no such network');
  mkdirSync(folder, { recursive: true });
  for (const [name, arrange, style] of examples) {
    const steps = whole.trail.steps.filter(({ kind }) => kind !== 'arrange' && kind !== 'style');
    const trail: Trail = trailSchema.parse({
      steps: [
        ...steps,
        { id: 'a', kind: 'arrange', on: true, ...arrange },
        { id: 's', kind: 'style', on: true, edgeColour: { by: 'ends' }, ...style },
      ],
    });
    const { state, reports } = await runTrail(source, trail);
    const fault = reports.find((report) => report.fault)?.fault;
    if (!state || fault) throw new Error(`${name}: ${fault ?? 'nothing'}`);
    writeFileSync(
      join(folder, `${name}.svg`),
      await svg(sceneOf(state.network, state.style), { width: 560, height: 400 }),
    );
    process.stdout.write(`${name}\n`);
  }
}
void main();
