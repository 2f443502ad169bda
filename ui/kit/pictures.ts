/** Pictures: drawn anew from files, and many of them side by side on one sheet. */
import type { Sheet } from '@/core/figure';

/** The longest side of a picture that is kept in a cell, in pixels. */
export const cellSide = 256;

/** A picture from a file as a data address, drawn anew at most `side` pixels wide and high, so that nothing but the picture is kept. Rejects what no browser can read. */
export async function pictureOf(file: Blob, side = cellSide): Promise<string> {
  const whole = await createImageBitmap(file);
  const scale = Math.min(1, side / Math.max(whole.width, whole.height));
  const canvas = document.createElement('canvas');
  canvas.width = Math.max(1, Math.round(whole.width * scale));
  canvas.height = Math.max(1, Math.round(whole.height * scale));
  const context = canvas.getContext('2d');
  if (context) context.imageSmoothingQuality = 'high';
  context?.drawImage(whole, 0, 0, canvas.width, canvas.height);
  whole.close();
  return canvas.toDataURL('image/webp', 0.85);
}

/** The widest sheet that every graphics card takes, in pixels. */
const widest = 4096;
/** Sides of squares from the finest, and up to how wide a sheet of them may be. */
const sides = [
  [256, 2048],
  [128, 2048],
  [64, 2048],
  [32, widest],
] as const;
/** Pictures that are decoded at a time. */
const atOnce = 24;

/** The finest squares that so many pictures fit into, and how many stand in a row; of more than 16,384 the first do. */
export function squaresFor(count: number): { side: number; across: number; most: number } {
  const [side, width] = sides.find(([one, wide]) => (wide / one) ** 2 >= count) ?? sides[sides.length - 1];
  const most = (width / side) ** 2;
  return { side, across: Math.max(1, Math.ceil(Math.sqrt(Math.min(count, most)))), most };
}

/** Pictures on one sheet, each filling its square; those that cannot be read are left out. */
export async function sheetOf(addresses: readonly string[]): Promise<Sheet & { image: HTMLCanvasElement }> {
  const { side, across, most } = squaresFor(addresses.length);
  const image = document.createElement('canvas');
  image.width = across * side;
  image.height = Math.max(1, Math.ceil(Math.min(addresses.length, most) / across)) * side;
  const context = image.getContext('2d');
  const places = new Map<string, number>();
  for (let from = 0; context && from < Math.min(addresses.length, most); from += atOnce) {
    const some = addresses.slice(from, Math.min(from + atOnce, most));
    const read = await Promise.all(some.map(decoded));
    read.forEach((picture, i) => {
      if (!picture) return;
      const place = from + i;
      // Drawings without a size of their own are as large as their square.
      const [width, height] = [picture.naturalWidth || side, picture.naturalHeight || side];
      const scale = side / Math.min(width, height);
      const [left, top] = [(place % across) * side, Math.floor(place / across) * side];
      context.save();
      context.beginPath();
      context.rect(left, top, side, side);
      context.clip();
      context.imageSmoothingQuality = 'high';
      // Whole, and cut by the square: of drawings without a size no part can be named.
      context.drawImage(
        picture,
        left + (side - width * scale) / 2,
        top + (side - height * scale) / 2,
        width * scale,
        height * scale,
      );
      context.restore();
      places.set(some[i], place);
    });
  }
  return { image, side, across, places };
}

/** The same, for threads that draw pages. */
export async function sheetForThreads(addresses: readonly string[]): Promise<Sheet & { image: ImageBitmap }> {
  const sheet = await sheetOf(addresses);
  return { ...sheet, image: await createImageBitmap(sheet.image, { premultiplyAlpha: 'premultiply' }) };
}

async function decoded(address: string): Promise<HTMLImageElement | undefined> {
  const image = new Image();
  image.src = address;
  try {
    await image.decode();
    return image;
  } catch {
    return undefined;
  }
}
