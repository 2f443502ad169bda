/** A map to be explored without anything else: the program of pages that figures are taken away as. */
import type { Explored } from '@/core/figure/files/explored';
import { read } from './data';
import { look } from './look';
import { mapView } from './map';

/** An element with its attributes and what is in it; texts are texts, never markup. */
function element<K extends keyof HTMLElementTagNameMap>(
  kind: K,
  attributes: Record<string, string> = {},
  ...inside: (Node | string)[]
): HTMLElementTagNameMap[K] {
  const made = document.createElement(kind);
  for (const [name, value] of Object.entries(attributes)) made.setAttribute(name, value);
  made.append(...inside);
  return made;
}
const button = (says: string, press: () => void, name?: string): HTMLButtonElement => {
  const made = element('button', { type: 'button', ...(name ? { 'aria-label': name, title: name } : {}) }, says);
  made.addEventListener('click', press);
  return made;
};

const most = 60;
const data = JSON.parse(document.getElementById('data')?.textContent ?? '{}') as Explored;
const { scene, labels, group, node, edge, records } = read(data);
const [n, m] = [labels.length, scene.source.length];
const seen = { nodes: new Uint8Array(n).fill(1) };
const off = new Set<number>();
let chosen: number | undefined;

document.head.append(element('style', {}, look(data.ground, data.ink, data.quiet)));
const canvas = element('canvas', {
  tabindex: '0',
  role: 'img',
  'aria-label': `${data.title}: a map of ${n} nodes and ${m} ties. Arrows move it, plus and minus bring it closer and farther, 0 shows the whole. The nodes can be searched beside it.`,
});
const hint = element('div', { class: 'hint', hidden: '' });
const told = element('div', { class: 'said', role: 'status' });
const search = element('input', { type: 'search', placeholder: 'Find a node', 'aria-label': 'Find a node' });
const found = element('ul', { 'aria-label': 'Found' });
const details = element('section', { 'aria-label': 'What is chosen' });
const tools = element('div', { class: 'tools' });
const aside = element('aside', { 'aria-label': 'Reading' }, search, found, details);
const box = element('main', { class: 'map' }, canvas, tools);
document.body.append(
  element('header', {}, element('h1', {}, data.title), element('p', { class: 'quiet' }, data.subtitle)),
  box,
  aside,
  footer(),
  hint,
  told,
);
const map = mapView(canvas, scene, { ground: data.ground, ink: data.ink, quiet: data.quiet } as never, {
  hover(v, x, y) {
    hint.hidden = v === undefined;
    if (v === undefined) return;
    hint.textContent = labels[v];
    hint.style.left = `${x + 12}px`;
    hint.style.top = `${y + 12}px`;
  },
  choose,
});
tools.append(
  button('+', () => map.zoom(1.4), 'Closer'),
  button('−', () => map.zoom(1 / 1.4), 'Farther'),
  button('0', () => map.fit(), 'Show the whole'),
);
canvas.addEventListener('keydown', (event) => {
  const steps = new Map<string, () => void>([
    ['ArrowLeft', () => map.move(50, 0)],
    ['ArrowRight', () => map.move(-50, 0)],
    ['ArrowUp', () => map.move(0, 50)],
    ['ArrowDown', () => map.move(0, -50)],
    ['+', () => map.zoom(1.4)],
    ['-', () => map.zoom(1 / 1.4)],
    ['0', () => map.fit()],
    ['Escape', () => choose(undefined)],
  ]);
  const step = steps.get(event.key);
  if (!step || event.ctrlKey || event.metaKey || event.altKey) return;
  event.preventDefault();
  step();
});
search.addEventListener('input', () => list());
search.addEventListener('keydown', (event) => {
  if (event.key === 'Enter') found.querySelector('button')?.click();
});
groups();
choose(undefined);
// Canvases do not wait for letters by themselves.
void Promise.all([400, 600].map((weight) => document.fonts.load(`${weight} 12px 'Hanken Grotesk Variable'`))).then(() =>
  map.renew(),
);

/** Legend, caption, how it was made, and who made it. */
function footer(): HTMLElement {
  const made = element('footer');
  if (data.legend !== '') {
    // A document of ours: every text in it was escaped when it was written.
    const parsed = new DOMParser().parseFromString(data.legend, 'image/svg+xml').documentElement;
    parsed.setAttribute('aria-label', 'Legend');
    made.append(document.importNode(parsed, true));
  }
  if (data.caption !== '') made.append(element('p', { class: 'caption' }, data.caption));
  if (data.method !== '')
    made.append(
      element('details', {}, element('summary', {}, 'How it was made'), element('p', { class: 'quiet' }, data.method)),
    );
  if (data.credit !== '') made.append(element('p', { class: 'quiet' }, data.credit));
  return made;
}

/** Groups, switched on and off. */
function groups(): void {
  const given = data.groups;
  if (!given || !group) return;
  const boxes = element('ul', { 'aria-label': 'Groups' });
  given.names.forEach((name, code) => {
    const count = group.reduce((sum, one) => sum + (one === code ? 1 : 0), 0);
    if (!count) return;
    const tick = element('input', { type: 'checkbox', checked: '' });
    tick.addEventListener('change', () => {
      if (tick.checked) off.delete(code);
      else off.add(code);
      seen.nodes = Uint8Array.from(group, (one) => (off.has(one) ? 0 : 1));
      map.show(seen.nodes, chosen);
    });
    const swatch = element('span', { class: 'swatch' });
    swatch.style.background = given.colours[code];
    boxes.append(element('li', {}, element('label', {}, tick, swatch, `${name} (${count})`)));
  });
  aside.append(element('h2', {}, 'Groups'), boxes);
}

/** Nodes whose names, or whose columns, hold what is written. */
function list(): void {
  const words = search.value.trim().toLocaleLowerCase();
  found.replaceChildren();
  if (words === '') return;
  let count = 0;
  for (let v = 0; v < n; v++) {
    const inName = labels[v].toLocaleLowerCase().includes(words);
    if (!inName && !data.nodes.some((_, col) => node(col, v).toLocaleLowerCase().includes(words))) continue;
    if (count++ < most)
      found.append(
        element(
          'li',
          {},
          button(labels[v], () => choose(v)),
        ),
      );
  }
  told.textContent = `${count} found`;
  if (count > most) found.append(element('li', { class: 'quiet' }, `and ${count - most} more`));
  if (!count) found.append(element('li', { class: 'quiet' }, 'No node holds this.'));
}

const rows = (names: readonly string[], say: (i: number) => string): HTMLElement => {
  const table = element('table');
  names.forEach((name, i) => {
    const text = say(i);
    if (text !== '') table.append(element('tr', {}, element('th', { scope: 'row' }, name), element('td', {}, text)));
  });
  return table;
};

/** Shows a node with its ties, or what the map holds. */
function choose(v: number | undefined): void {
  chosen = v;
  map.show(seen.nodes, v);
  details.replaceChildren();
  if (v === undefined) {
    details.append(element('p', { class: 'quiet' }, `${n} nodes, ${m} ties. Click a node, or find one.`));
    return;
  }
  map.reveal(v);
  told.textContent = `${labels[v]} is chosen`;
  const ties = element('ul', { 'aria-label': 'Ties' });
  let count = 0;
  for (let e = 0; e < m; e++) {
    const out = scene.source[e] === v;
    if (!out && scene.target[e] !== v) continue;
    if (count++ >= most) continue;
    const other = out ? scene.target[e] : scene.source[e];
    const way = data.directed ? (out ? '→ ' : '← ') : '';
    const more = element(
      'div',
      { hidden: '' },
      rows(
        data.edges.map(({ name }) => name),
        (col) => edge(col, e),
      ),
    );
    // What stands behind a tie is written when it is opened: of all ties it would be too much.
    const open = (): void => {
      more.hidden = !more.hidden;
      if (more.dataset.full !== undefined) return;
      more.dataset.full = '';
      const behind = records(e);
      for (const { table, says } of behind.slice(0, most)) {
        const record = rows(
          says.map(([name]) => name),
          (col) => says[col][1],
        );
        more.append(element('div', { class: 'record' }, element('p', { class: 'quiet' }, table), record));
      }
      if (behind.length > most)
        more.append(element('p', { class: 'quiet' }, `and ${behind.length - most} records more`));
    };
    const weight = data.edges.length ? ` · ${edge(0, e)}` : '';
    const opens = button(weight === '' ? 'Tie' : weight.slice(3), open, `The tie with ${labels[other]}`);
    ties.append(
      element(
        'li',
        {},
        button(`${way}${labels[other]}`, () => choose(other)),
        opens,
        more,
      ),
    );
  }
  details.append(
    element('h2', {}, labels[v]),
    rows(
      data.nodes.map(({ name }) => name),
      (col) => node(col, v),
    ),
    element('h2', {}, `${count} ${count === 1 ? 'tie' : 'ties'}`),
    ties,
  );
  if (count > most) details.append(element('p', { class: 'quiet' }, `and ${count - most} more`));
  details.append(button('Close', () => choose(undefined)));
}
