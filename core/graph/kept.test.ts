import { keptByEdge } from './kept';
import { type Network, network } from './network';
import { subnetwork } from './subnetwork';

const ring = (n: number): Network =>
  network({ nodes: n, edges: Array.from({ length: n }, (_, v): [number, number] => [v, (v + 1) % n]) });
/** How often it was made, and with how many edges. */
function counted() {
  const made: number[] = [];
  const make = ({ source }: Network): Uint8Array => {
    made.push(source.length);
    return source.map((v) => v % 251) as unknown as Uint8Array;
  };
  return { made, make: (net: Network) => Uint8Array.from(make(net)) };
}
const without = (net: Network, ...gone: number[]): Uint8Array =>
  Uint8Array.from(net.ids, (_, v) => (gone.includes(v) ? 0 : 1));

test('what each edge has is taken from the wider network, through several narrowings', () => {
  const { made, make } = counted();
  const net = ring(20);
  const part = subnetwork(net, without(net, 3));
  const within = subnetwork(part, without(part, 10));
  // Edges of the ring by where they began: 3 and what led to it went first, then node 11 of the ring.
  expect([...keptByEdge(within, 'x', make)]).toEqual([0, 1, 4, 5, 6, 7, 8, 9, 12, 13, 14, 15, 16, 17, 18, 19]);
  expect([...keptByEdge(part, 'x', make)]).toEqual(
    Array.from({ length: 20 }, (_, e) => e).filter((e) => e !== 2 && e !== 3),
  );
  expect(made).toEqual([20]);
  keptByEdge(part, 'another', make);
  expect(made).toEqual([20, 20]);
});

test('a small part is made by itself, unless the whole is at hand', () => {
  const { made, make } = counted();
  const net = ring(20);
  const few = (): Network =>
    subnetwork(
      net,
      Uint8Array.from(net.ids, (_, v) => (v > 14 ? 1 : 0)),
    );
  expect([...keptByEdge(few(), 'x', make)]).toEqual([0, 1, 2, 3]);
  expect(made).toEqual([4]);
  keptByEdge(net, 'x', make);
  expect([...keptByEdge(few(), 'x', make)]).toEqual([15, 16, 17, 18]);
  expect(made).toEqual([4, 20]);
});

test('where single edges were left out, what edges have may be another thing, and is made anew', () => {
  const { made, make } = counted();
  const net = ring(20);
  const thinned = subnetwork(
    net,
    without(net),
    Uint8Array.from(net.source, (_, e) => (e === 5 ? 0 : 1)),
  );
  keptByEdge(net, 'x', make);
  expect([...keptByEdge(thinned, 'x', make)]).toEqual([...thinned.source]);
  expect(made).toEqual([20, 19]);
});
