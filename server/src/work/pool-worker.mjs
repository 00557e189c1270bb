// One of the pool’s threads where the server runs from its sources: TypeScript is made out as it is read.
import { register } from 'tsx/esm/api';

register();
const { runPooled } = await import('./pooled-tasks.ts');
export default runPooled;
