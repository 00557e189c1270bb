export { start, type Running } from './start.js';
export { readConfig, type Config } from './config.js';
export { openDatabase, DataFolderError, knownFormat } from './db/open.js';
export { routes } from './routes.js';
