/** The demo study's files, to practise with: made when asked for, the same bytes every time. */
import { type DemoFile, crossReferences, demoFiles } from '@/demo/files';
import { NotFound } from '@/server/access';

let made: DemoFile[] | undefined;
const files = (): DemoFile[] => (made ??= demoFiles());

const crossName = 'cross-references.csv';

export interface PracticeFile {
  name: string;
  about: string;
}

export function practiceFiles(): PracticeFile[] {
  const listed = files().map(({ name, about }) => ({ name, about }));
  return [...listed, { name: crossName, about: '300,000 references between 6,000 entries of the catalogue' }];
}

/** The bytes of a file; a NotFound where there is none of the name. */
export function practiceFile(name: string): Uint8Array {
  const file = name === crossName ? crossReferences() : files().find((one) => one.name === name);
  if (!file) throw new NotFound(`There is no practice file “${name}”.`);
  return file.bytes;
}
