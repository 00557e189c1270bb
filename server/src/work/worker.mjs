// Begins a worker where the server runs from its sources: TypeScript is made out as it is read.
import { register } from 'tsx/esm/api';

register();
await import('./worker.ts');
