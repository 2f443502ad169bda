/** `npm run kernels`: the bytes of core/kernels/kernels.wat, written to core/kernels/bytes.ts. */
import { readFileSync, writeFileSync } from 'node:fs';
import assembler from 'wabt';

const { parseWat } = await assembler();
const parsed = parseWat('kernels.wat', readFileSync('core/kernels/kernels.wat', 'utf8'));
parsed.validate();
const { buffer } = parsed.toBinary({});
const text = Buffer.from(buffer).toString('base64');
const lines = text
  .match(/.{1,140}/g)
  ?.map((line) => `  '${line}'`)
  .join(' +\n');
writeFileSync(
  'core/kernels/bytes.ts',
  `/** Written by \`npm run kernels\` from kernels.wat. */\nexport const bytes =\n${lines};\n`,
);
