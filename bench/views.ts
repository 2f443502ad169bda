/** What views ask before they draw: lanes of many events, a matrix of many ties, a map of many places; and what they lay out on the page. */
import { type Network, network } from '@/core/graph';
import { axisOf, eventsByNode, laneOrder, recordEvents, timesOf } from '@/core/lanes';
import { matrixOf, seriation } from '@/core/matrix';
import { bundlesOf, gathered, placesMap, spotsOf } from '@/core/places';
import { seeded } from '@/core/random';
import { type Column, datePrecision } from '@/core/tables';
import { makeCrossReferences } from '@/demo/mailing';
import { layoutOf, nudges, seen } from '@/ui/views/lanes/layout';
import { type Line, milliseconds } from './clock';

/** Letters between nodes, a record behind each tie, at places around the world. */
function letters(nodes: number, records: number): { net: Network; sent: Column } {
  const { below, unit } = seeded(11);
  const edges = Array.from({ length: records }, (): [number, number] => [below(nodes), below(nodes)]);
  const day = Float64Array.from(edges, () => below(14_600));
  return {
    net: {
      ...network({ nodes, directed: true, edges }),
      nodeColumns: [
        {
          type: 'place',
          name: 'home',
          latitude: Float64Array.from({ length: nodes }, () => 180 * unit() - 90),
          longitude: Float64Array.from({ length: nodes }, () => 360 * unit() - 180),
        },
      ],
      edgeRecords: {
        tables: ['letters'],
        offsets: Uint32Array.from({ length: records + 1 }, (_, i) => i),
        items: Uint32Array.from({ length: records }, (_, i) => i),
      },
    },
    sent: {
      type: 'date',
      name: 'sent',
      day,
      precision: new Uint8Array(records).fill(datePrecision.day),
      doubtful: new Uint8Array(records),
    },
  };
}

export async function viewLines(): Promise<Line[]> {
  const lines: Line[] = [];
  const { net, sent } = letters(2000, 50_000);
  // A pass over the ties that does nothing but add: what any of it must cost at least.
  const pass = (of: Network) => () => {
    const sums = new Float64Array(of.ids.length);
    for (let e = 0; e < of.source.length; e++) sums[of.source[e]] += of.weight[e] + of.target[e];
    return sums[0];
  };
  const against = { what: 'one pass over the ties', took: await milliseconds(pass(net), 9) };
  const lane = Int32Array.from({ length: 2000 }, (_, v) => v);
  const shown = new Uint8Array(50_000).fill(1);
  const find = () => recordEvents(net, 'letters', timesOf(sent), lane, shown);
  lines.push({
    what: 'Lanes: 50,000 events of 2,000 lanes found and put in order (worker)',
    ours: await milliseconds(find),
    against,
    aim: '500 ms',
  });
  const events = find();
  const nodes = Uint32Array.from({ length: 2000 }, (_, v) => v);
  const known = eventsByNode(events, nodes, 2000);
  const order = () => laneOrder(net, { then: { by: 'events' } }, new Uint8Array(2000).fill(1), known);
  lines.push({ what: 'Lanes: their order (worker)', ours: await milliseconds(order), aim: '50 ms' });
  const axis = axisOf(events.from, events.until, true);
  const lay = () => layoutOf(events, axis, false);
  lines.push({ what: 'Lanes: laid out on the axis (page)', ours: await milliseconds(lay), aim: '50 ms' });
  const layout = lay();
  lines.push({
    what: 'Lanes: set beside each other at a zoom (page)',
    ours: await milliseconds(() => nudges(layout, 2000, 3000)),
    aim: '50 ms',
  });
  const frame = { left: 0.3, wide: 3000, width: 700, height: 550, row: 18, scroll: 9000, top: 30 };
  lines.push({
    what: 'Lanes: what is in view, at each step of panning (page)',
    ours: await milliseconds(() => seen(layout, frame)),
    aim: '8 ms',
  });

  const { nodes: many, edges } = makeCrossReferences(seeded(1913));
  const large = network({ nodes: many, directed: true, edges });
  const plain = { what: 'one pass over the ties', took: await milliseconds(pass(large), 9) };
  lines.push({
    what: 'Matrix: 6,000 × 6,000, 300,000 ties, by degree (worker)',
    ours: await milliseconds(() => matrixOf(large, { then: { by: 'degree' } })),
    against: plain,
    aim: '500 ms',
  });
  lines.push({
    what: 'Matrix: the order near the diagonal (worker)',
    ours: await milliseconds(() => seriation(large)),
    against: plain,
    aim: '500 ms',
  });

  const world = letters(10_000, 100_000).net;
  const spots = spotsOf(world, { place: 'home' });
  lines.push({
    what: 'Places: 10,000 nodes on a map, without land (worker)',
    ours: await milliseconds(() => placesMap(spots, 8, undefined, [])),
    aim: '500 ms',
  });
  const map = placesMap(spots, 8, undefined, []);
  const gather = () => bundlesOf(world, spots, gathered(map.spots, spots.spot, 60));
  lines.push({ what: 'Places: 100,000 ties by place (page)', ours: await milliseconds(gather), aim: '50 ms' });
  return lines;
}
