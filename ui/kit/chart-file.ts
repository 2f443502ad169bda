/** A chart of the page as a file of its own. */

/** What of the page's style a chart needs where the page is not. */
const kept = [
  'fill',
  'fill-opacity',
  'stroke',
  'stroke-width',
  'stroke-opacity',
  'stroke-dasharray',
  'opacity',
  'font-family',
  'font-size',
  'font-weight',
  'text-anchor',
] as const;

/** Pixels left free around it. */
const margin = 12;

/** The drawing as an SVG by itself, on the ground that it stands on, called by its name. */
export function chartSvg(drawing: SVGSVGElement, name: string): string {
  const copy = drawing.cloneNode(true) as SVGSVGElement;
  const originals = [drawing, ...drawing.querySelectorAll('*')];
  const copies = [copy, ...copy.querySelectorAll('*')];
  copies.forEach((element, i) => {
    const style = getComputedStyle(originals[i]);
    for (const property of kept) {
      const value = style.getPropertyValue(property);
      if (value !== '') element.setAttribute(property, value);
    }
    for (const attribute of ['class', 'style', 'tabindex', 'role']) element.removeAttribute(attribute);
  });
  const { width, height } = drawing.getBoundingClientRect();
  const [w, h] = [width || Number(drawing.getAttribute('width')), height || Number(drawing.getAttribute('height'))];
  // Letters of another typeface may be wider.
  const box = { x: -margin, y: -margin, width: w + 2 * margin, height: h + 2 * margin };
  copy.setAttribute('width', String(box.width));
  copy.setAttribute('height', String(box.height));
  copy.setAttribute('viewBox', `${box.x} ${box.y} ${box.width} ${box.height}`);
  const make = (tag: string): SVGElement => document.createElementNS('http://www.w3.org/2000/svg', tag);
  const ground = make('rect');
  for (const [side, value] of Object.entries(box)) ground.setAttribute(side, String(value));
  ground.setAttribute('fill', groundOf(drawing));
  const title = make('title');
  title.textContent = name;
  copy.querySelector('title')?.remove();
  copy.prepend(title, ground);
  return new XMLSerializer().serializeToString(copy);
}

/** The first colour behind it that can be seen. */
function groundOf(element: Element): string {
  for (let at: Element | null = element; at; at = at.parentElement) {
    const colour = getComputedStyle(at).backgroundColor;
    if (colour !== '' && colour !== 'transparent' && !/^rgba\(.*, 0\)$/.test(colour)) return colour;
  }
  return '#ffffff';
}

/** An SVG as a PNG with so many dots for each of its pixels. Rejects where the browser cannot draw it. */
export async function svgToPng(svg: string, factor: number): Promise<Blob> {
  const address = URL.createObjectURL(new Blob([svg], { type: 'image/svg+xml' }));
  try {
    const image = new Image();
    image.src = address;
    await image.decode();
    const canvas = document.createElement('canvas');
    canvas.width = Math.round(image.width * factor);
    canvas.height = Math.round(image.height * factor);
    const context = canvas.getContext('2d');
    context?.drawImage(image, 0, 0, canvas.width, canvas.height);
    return await new Promise((resolve, reject) =>
      canvas.toBlob((blob) => (blob ? resolve(blob) : reject(new Error('no picture'))), 'image/png'),
    );
  } finally {
    URL.revokeObjectURL(address);
  }
}
