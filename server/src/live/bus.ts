/**
 * What the processes of one installation tell each other, so that it does not matter which of them a page is connected to. One
 * process by itself has nobody to tell. With PostgreSQL it goes through NOTIFY: a message is at most 8000 bytes there, so that a
 * longer one goes in pieces.
 *
 * @see https://www.postgresql.org/docs/current/sql-notify.html
 */
import { randomUUID } from 'node:crypto';
import type { LiveEvent } from '@sapling/contract';
import type { Sql } from 'postgres';
import type { ScreenReplica } from '../evidence/screens.js';
import type { About } from './live.js';

export type BusMessage =
  | { readonly kind: 'event'; readonly event: LiveEvent; readonly about: About }
  /** To one colleague, wherever they listen. */
  | { readonly kind: 'say'; readonly to: string; readonly event: LiveEvent }
  | { readonly kind: 'drop'; readonly colleague: string }
  | { readonly kind: 'drop sign-in'; readonly tokenHash: string }
  | { readonly kind: 'screen'; readonly screen: ScreenReplica }
  | { readonly kind: 'screen ended'; readonly code: string }
  /** How many watch a screen at the process that says so. */
  | { readonly kind: 'watching'; readonly code: string; readonly n: number }
  /** Somebody is new and asks what screens there are. */
  | { readonly kind: 'which screens' };

export interface Bus {
  /** Tells all others; what cannot be told is not worth failing for: lists are read again when a line is opened anew. */
  tell(message: BusMessage): void;
  /** Hears what others tell. @param hear is given who said it */
  listen(hear: (message: BusMessage, from: string) => void): void;
  close(): Promise<void>;
}

/** For a process by itself. */
export const ALONE: Bus = { tell: () => undefined, listen: () => undefined, close: async () => undefined };

const CHANNEL = 'sapling';
const PIECE = 3500;
/** A message whose rest has not come after so long is given up. */
const PIECES_MS = 10_000;

interface Piece {
  readonly from: string;
  readonly id: string;
  readonly at: number;
  readonly of: number;
  readonly text: string;
}

/** Only ASCII, so that a character is a byte. */
const ascii = (text: string): string => text.replace(/[\u007f-\uffff]/g, (c) => `\\u${c.charCodeAt(0).toString(16).padStart(4, '0')}`);

/** @param failed told when something could not be told */
export async function postgresBus(client: Sql, failed: (error: unknown) => void): Promise<Bus> {
  const self = randomUUID();
  const hearing: ((message: BusMessage, from: string) => void)[] = [];
  const open = new Map<string, { readonly texts: string[]; missing: number; readonly until: number }>();
  const { unlisten } = await client.listen(CHANNEL, (payload) => {
    const { from, id, at, of, text } = JSON.parse(payload) as Piece;
    if (from === self) return;
    for (const [key, { until }] of open) if (until < performance.now()) open.delete(key);
    const whole = open.get(id) ?? { texts: [], missing: of, until: performance.now() + PIECES_MS };
    open.set(id, whole);
    whole.texts[at] = text;
    whole.missing -= 1;
    if (whole.missing > 0) return;
    open.delete(id);
    const message = JSON.parse(whole.texts.join('')) as BusMessage;
    for (const hear of hearing) hear(message, from);
  });
  return {
    tell(message) {
      const text = ascii(JSON.stringify(message));
      const id = randomUUID();
      const of = Math.ceil(text.length / PIECE);
      for (let at = 0; at < of; at += 1) {
        // written as JSON once more, a quote and a backslash take two
        const piece: Piece = { from: self, id, at, of, text: text.slice(at * PIECE, (at + 1) * PIECE) };
        client.notify(CHANNEL, JSON.stringify(piece)).catch(failed);
      }
    },
    listen: (hear) => void hearing.push(hear),
    close: () => unlisten(),
  };
}
