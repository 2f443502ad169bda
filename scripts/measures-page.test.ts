import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { measures, wholeFigures } from '@/core/measure';
import { measuresPage } from './measures-page';

test('docs/measures.md is the present one and names every key', () => {
  const page = measuresPage();
  expect(readFileSync(join(process.cwd(), 'docs', 'measures.md'), 'utf8')).toBe(page);
  for (const { key } of [...measures.flatMap(({ columns }) => columns), ...wholeFigures])
    expect(page).toContain(`\`${key}\``);
});
