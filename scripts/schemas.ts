// npm run schemas: writes the published JSON Schemas from the code.
import { writeFileSync } from 'node:fs';
import { format } from 'prettier';
import { orderFileSchema } from '../contract/src/index.js';
import { installationSchema } from '../server/src/transfer/installation.js';

for (const [name, schema] of [
  ['teaching-order', orderFileSchema()],
  ['installation', installationSchema()],
] as const)
  writeFileSync(
    new URL(`../docs/${name}.schema.json`, import.meta.url),
    await format(JSON.stringify(schema), { parser: 'json', printWidth: 140 }),
  );
