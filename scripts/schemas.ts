// npm run schemas: writes the published JSON Schemas from the contract.
import { writeFileSync } from 'node:fs';
import { format } from 'prettier';
import { orderFileSchema } from '../contract/src/index.js';

const file = new URL('../docs/teaching-order.schema.json', import.meta.url);
writeFileSync(file, await format(JSON.stringify(orderFileSchema()), { parser: 'json', printWidth: 140 }));
