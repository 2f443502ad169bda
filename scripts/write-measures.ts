/** Writes `docs/measures.md` from the registries of measures, groups and random networks. */
import { writeFileSync } from 'node:fs';
import { measuresPage } from './measures-page';

writeFileSync('docs/measures.md', measuresPage());
