// One of the pool’s threads where the server runs from its sources: TypeScript is made out as it is read.
import { register } from 'tsx/esm/api';

register();
const { default: runPooled } = await import('./pool-worker.ts');
export default runPooled;
