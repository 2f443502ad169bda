/** The application's typefaces inside a worker, for pictures with text. */

const faces = [
  ['Hanken Grotesk Variable', '/fonts/hanken-grotesk.woff2'],
  ['Source Serif 4 Variable', '/fonts/source-serif-4.woff2'],
] as const;

let loading: Promise<void> | undefined;

/** Loads both once; a face that cannot be had leaves the system's in its place. */
export function loadFonts(): Promise<void> {
  loading ??= Promise.all(
    faces.map(async ([family, address]) => {
      const face = new FontFace(family, `url(${address})`, { weight: '200 900' });
      (self as unknown as { fonts: FontFaceSet }).fonts.add(await face.load());
    }),
  ).then(
    () => undefined,
    () => undefined,
  );
  return loading;
}
