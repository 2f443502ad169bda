/** Layouts, bundles and looks: what a change of the picture costs. */
import { layouts } from '@/core/arrange';
import { bundlesOf } from '@/core/arrange/bundles';
import { forceLayout } from '@/core/arrange/force';
import { stressLayout } from '@/core/arrange/stress';
import { type Network, network } from '@/core/graph';
import { atOnce } from '@/core/measure';
import { alone } from '@/worker/questions/question';
import { seeded } from '@/core/random';
import { placeLabels, sceneOf } from '@/core/scene';
import { type StyleSettings, dress, plainStyle } from '@/core/style';
import { gallery } from '@/worker/questions/gallery';
import { type Line, milliseconds } from './clock';
import { dense } from './networks';

/** Planted groups of a hundred nodes. */
function planted(nodes: number, edges: number): Network {
  const random = seeded(3);
  return network({
    nodes,
    edges: Array.from({ length: edges }, () => {
      const from = random.below(nodes);
      const group = from - (from % 100);
      return [
        from,
        random.unit() < 0.7 ? Math.min(nodes - 1, group + random.below(100)) : random.below(nodes),
      ] as const;
    }),
  });
}

const force = { pull: 0.2, spread: 44, apart: 0, iterations: 100, seed: 7, weights: false, pack: true };

export async function pictureLines(): Promise<Line[]> {
  const large = planted(60_000, 300_000);
  const rounds = await milliseconds(() => forceLayout(large, force, atOnce), 1, false);
  const stress = await milliseconds(() => stressLayout(large, { room: 40, apart: 0, seed: 7 }, atOnce), 1, false);

  const middle = planted(1500, 5000);
  const positions = await forceLayout(middle, force, atOnce);
  const bundled = await milliseconds(() => bundlesOf(middle, positions, atOnce), 3);

  const small = planted(125, 830);
  const wanted = Object.values(layouts).map(({ key, schema }) => ({ key, settings: schema.parse({}) }));
  const pictures = await milliseconds(
    () => gallery({ ...small, directed: true }, { layouts: wanted }, alone, () => undefined),
    2,
  );

  const big = dense();
  const where = (value: string) => ({
    match: 'all' as const,
    rules: [{ about: 'degree' as const, column: '', is: 'at least' as const, value, to: '' }],
  });
  const heavy = {
    match: 'all' as const,
    rules: [{ about: 'weight' as const, column: '', is: 'at least' as const, value: '1', to: '' }],
  };
  const ruled: StyleSettings = {
    ...plainStyle,
    rules: {
      nodeColour: [{ where: where('80'), look: '#8E2642', words: '' }],
      edgeColour: [{ where: heavy, look: '#377393', words: '' }],
      edgeWidth: [{ where: heavy, look: 2, words: '' }],
    },
  };
  const dressed = await milliseconds(() => dress(big, ruled), 5);
  const plain = await milliseconds(() => dress(big, plainStyle), 5);

  const scene = { ...sceneOf(big, { ...plainStyle, labels: { show: 'top', top: 400, size: 12 } }) };
  const random = seeded(5);
  scene.positions = Float32Array.from({ length: 12_000 }, () => 1200 * random.unit());
  const labels = await milliseconds(
    () => placeLabels(scene, { scale: 1, x: 0, y: 0 }, { width: 1200, height: 1200 }, () => 60),
    10,
  );
  return [
    {
      what: 'stress by pivots, 60,000 / 300,000',
      ours: stress,
      against: { what: '100 rounds of forces', took: rounds },
      aim: '1×',
    },
    { what: 'edge-path bundling, 5,000 edges', ours: bundled, aim: 'under 3 s' },
    { what: 'gallery of all layouts, 125 / 830', ours: pictures, aim: 'under 4 s' },
    {
      what: 'dressing with rules on three channels, 300,000 edges',
      ours: dressed,
      against: { what: 'without rules', took: plain },
      aim: 'under 150 ms',
    },
    { what: 'placing 400 labels', ours: labels, aim: '10 ms' },
  ];
}
