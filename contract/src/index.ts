export * from './problem.js';
export * from './model.js';
export * from './outbox.js';
export * from './endpoint.js';
export * from './endpoints.js';
