/** Ids are UUID v7 (RFC 9562): made anywhere, sorted by time. */
export { v7 as uuidv7 } from 'uuid';
