/** Writes core/src/judgement/usual-place.ts: where each pair stands in the orders that ship, on average. `npm run orders`. */
import { writeFileSync } from 'node:fs';
import { allGpcs } from '@sapling/core/phonics';
import { TEACHING_ORDERS } from './index.js';

const places = new Map<string, number[]>();
for (const order of TEACHING_ORDERS) allGpcs(order).forEach((gpc, k) => places.set(gpc, [...(places.get(gpc) ?? []), k]));
const rows = [...places]
  .map(([gpc, list]) => [gpc, Math.round(list.reduce((a, b) => a + b, 0) / list.length)] as const)
  .sort((a, b) => a[1] - b[1] || (a[0] < b[0] ? -1 : 1));
const text = `/**
 * Where each pair usually stands in a teaching order, counted from 0: the mean of the orders that ship. Written by
 * \`npm run orders\`; used where a child's own order is not given.
 */
export const USUAL_PLACE: Readonly<Record<string, number>> = {
${rows.map(([gpc, place]) => `  '${gpc}': ${place},`).join('\n')}
};
`;
writeFileSync(new URL('../../../core/src/judgement/usual-place.ts', import.meta.url), text);
