export * from './orders/index.js';
export * from './demo/school.js';
export * from './demo/simulate.js';
export * from './texts.js';
export * from './demo/population.js';
export * from './demo/words.js';
export { PICTURED } from './pictures/words.js';
export * from './demo/histories.js';
export * from './demo/readings.js';
