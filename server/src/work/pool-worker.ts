/** One of the pool’s threads. */
export { runPooled as default } from './pooled-tasks.js';
