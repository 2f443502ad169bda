/** Drawings that fill a square as photographs do. */

const head = /^data:image\/svg\+xml(;charset=[\w-]+)?(;base64)?,/i;

/**
 * A picture's address as it is; a drawing (SVG) with a view box is told to fill what it is drawn into, and has the size of its view box where it tells none. What
 * draws pages and what draws canvases part over both else.
 */
export function sized(address: string): string {
  const [start, , base64] = head.exec(address) ?? [];
  if (start === undefined) return address;
  const text = textOf(address.slice(start.length), base64 !== undefined);
  const [root] = /<svg\b[^>]*>/.exec(text) ?? [];
  if (root === undefined) return address;
  const [, width, height] = /viewBox\s*=\s*["'][^"']*?([\d.]+)[\s,]+([\d.]+)\s*["']/.exec(root) ?? [];
  if (!(Number(width) > 0 && Number(height) > 0)) return address;
  const own = /\s(width|height)\s*=/.test(root) ? '' : ` width='${width}' height='${height}'`;
  const cut = root.replace(/\spreserveAspectRatio\s*=\s*("[^"]*"|'[^']*')/, '');
  const drawn = text.replace(root, cut.replace('<svg', `<svg${own} preserveAspectRatio='xMidYMid slice'`));
  return `data:image/svg+xml,${encodeURIComponent(drawn)}`;
}

function textOf(body: string, base64: boolean): string {
  try {
    if (!base64) return decodeURIComponent(body);
    return new TextDecoder().decode(Uint8Array.from(atob(body), (letter) => letter.charCodeAt(0)));
  } catch {
    return '';
  }
}
