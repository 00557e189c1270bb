/**
 * Second screens. An adult opens one for a check and is given a short code; whoever types the code sees the
 * card that is on, and nothing else: no name, no child, no mark, no right answer. Held in memory: a screen
 * lasts as long as a sitting, and every process of an installation knows of all.
 */
import { checkKind } from '@sapling/core/checks';
import { randomInt } from 'node:crypto';
import type { Response } from 'express';
import type { ScreenCard, ScreenState } from '@sapling/contract';
import { ALONE, type Bus } from '../live/bus.js';

const LETTERS = '23456789ABCDEFGHJKLMNPQRSTUVWXYZ';
const CODE_LENGTH = 5;
const LASTS_MS = 4 * 3_600_000;
/** At most so many open at once on one server, so that nobody can fill its memory. */
const MOST = 500;

interface Screen {
  readonly owner: string;
  state: ScreenState;
  until: number;
  readonly watching: Set<Response>;
  /** How many watch at other processes, and until when that is believed. */
  readonly elsewhere: Map<string, { readonly n: number; readonly until: number }>;
}
/** What another process has to know of a screen. */
export interface ScreenReplica {
  readonly code: string;
  readonly owner: string;
  readonly state: ScreenState;
  readonly until: number;
}
const BEAT_MS = 20_000;

export class Screens {
  readonly #screens = new Map<string, Screen>();
  readonly #beat: NodeJS.Timeout;

  /** @param bus each process of an installation knows every screen: it does not matter which of them a screen is connected to */
  constructor(
    private readonly now: () => number,
    private readonly bus: Bus = ALONE,
  ) {
    this.#beat = setInterval(() => {
      this.#sweep();
      for (const [code, { watching }] of this.#screens) {
        for (const res of watching) res.write(': still here\n\n');
        if (watching.size > 0) this.#tellWatching(code);
      }
    }, BEAT_MS);
    this.#beat.unref();
    bus.listen((message, from) => {
      if (message.kind === 'screen') this.#hear(message.screen);
      else if (message.kind === 'screen ended') this.#close(message.code);
      else if (message.kind === 'watching')
        this.#screens.get(message.code)?.elsewhere.set(from, { n: message.n, until: now() + 3 * BEAT_MS });
      else if (message.kind === 'which screens') for (const code of this.#screens.keys()) this.#tell(code);
    });
    bus.tell({ kind: 'which screens' });
  }

  /** A code nobody has. */
  open(owner: string): string {
    this.#sweep();
    if (this.#screens.size >= MOST) this.#end(this.#screens.keys().next().value!);
    let code: string;
    do code = Array.from({ length: CODE_LENGTH }, () => LETTERS[randomInt(LETTERS.length)]).join('');
    while (this.#screens.has(code));
    this.#add({ code, owner, state: { open: true, card: null, number: 0 }, until: this.now() + LASTS_MS });
    this.#tell(code);
    return code;
  }

  /** Shows a card, or nothing. False where the screen is not this adult's or has ended. */
  show(code: string, owner: string, card: ScreenCard | null): boolean {
    const screen = this.#screens.get(code);
    if (!screen || screen.owner !== owner) return false;
    screen.state = { open: true, card: card && withoutAnswers(card), number: screen.state.number + 1 };
    screen.until = this.now() + LASTS_MS;
    for (const res of screen.watching) send(res, screen.state);
    this.#tell(code);
    return true;
  }

  /** How many screens watch. */
  watching(code: string, owner: string): number | undefined {
    const screen = this.#screens.get(code);
    if (screen?.owner !== owner) return undefined;
    const elsewhere = [...screen.elsewhere.values()].reduce((sum, { n, until }) => sum + (until > this.now() ? n : 0), 0);
    return screen.watching.size + elsewhere;
  }

  end(code: string, owner: string): boolean {
    if (this.#screens.get(code)?.owner !== owner) return false;
    this.#end(code);
    return true;
  }

  /** Streams what a screen shows, from what is on now. False where there is no such code. */
  listen(code: string, res: Response): boolean {
    const screen = this.#screens.get(code);
    if (!screen || screen.until < this.now()) return false;
    res.writeHead(200, {
      'content-type': 'text/event-stream',
      'cache-control': 'no-store, no-transform',
      connection: 'keep-alive',
      'x-accel-buffering': 'no',
    });
    res.write('retry: 1000\n\n');
    send(res, screen.state);
    screen.watching.add(res);
    this.#tellWatching(code);
    res.on('close', () => {
      screen.watching.delete(res);
      this.#tellWatching(code);
    });
    return true;
  }

  #add({ code, owner, state, until }: ScreenReplica): void {
    this.#screens.set(code, { owner, state, until, watching: new Set(), elsewhere: new Map() });
  }
  /** What another process says of a screen: of two cards the later one holds, in whatever order they come. */
  #hear(heard: ScreenReplica): void {
    const screen = this.#screens.get(heard.code);
    if (!screen) {
      if (heard.until > this.now()) this.#add(heard);
      return;
    }
    screen.until = Math.max(screen.until, heard.until);
    if (heard.state.number <= screen.state.number) return;
    screen.state = heard.state;
    for (const res of screen.watching) send(res, screen.state);
  }
  #tell(code: string): void {
    const { owner, state, until } = this.#screens.get(code)!;
    this.bus.tell({ kind: 'screen', screen: { code, owner, state, until } });
  }
  #tellWatching(code: string): void {
    this.bus.tell({ kind: 'watching', code, n: this.#screens.get(code)?.watching.size ?? 0 });
  }

  #end(code: string): void {
    this.#close(code);
    this.bus.tell({ kind: 'screen ended', code });
  }
  #close(code: string): void {
    const screen = this.#screens.get(code);
    if (!screen) return;
    this.#screens.delete(code);
    for (const res of screen.watching) {
      send(res, { open: false, card: null, number: screen.state.number + 1 });
      res.end();
    }
  }

  #sweep(): void {
    for (const [code, screen] of this.#screens) if (screen.until < this.now()) this.#close(code);
  }

  /** @param ends whether the screens end with this process: with others that go on, they connect to one of those */
  stop(ends = this.bus === ALONE): void {
    clearInterval(this.#beat);
    for (const [code, { watching }] of [...this.#screens]) {
      if (ends) this.#close(code);
      else for (const res of watching) res.end();
    }
  }
}

function send(res: Response, state: ScreenState): void {
  res.write(`data: ${JSON.stringify(state)}\n\n`);
}

/** A card without what would tell the child what is right: of what is only heard, the word stays here. */
function withoutAnswers(card: ScreenCard): ScreenCard {
  if ('reading' in card) return card;
  const { kind, item, second } = card;
  const { accept: _accept, sound: _sound, parts: _parts, level: _level, units: _units, word, ...seen } = item;
  const { childSees } = checkKind(kind);
  const heard = childSees === 'nothing';
  const chosen = childSees === 'pictures' || childSees === 'words' || childSees === 'graphemes';
  const shown = heard ? { skill: item.skill } : { ...seen, ...(word !== undefined && !chosen ? { word } : {}) };
  return { kind, item: { ...shown, key: 'card' }, ...(second ? { second } : {}) };
}
