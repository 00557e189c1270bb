/**
 * Second screens. An adult opens one for a check and is given a short code; whoever types the code sees the
 * card that is on, and nothing else: no name, no child, no mark, no right answer. Held in memory: a screen
 * lasts as long as a sitting.
 */
import { checkKind } from '@sapling/core';
import { randomInt } from 'node:crypto';
import type { Response } from 'express';
import type { ScreenCard, ScreenState } from '@sapling/contract';

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
}

export class Screens {
  readonly #screens = new Map<string, Screen>();
  readonly #beat: NodeJS.Timeout;

  constructor(private readonly now: () => number) {
    this.#beat = setInterval(() => {
      this.#sweep();
      for (const { watching } of this.#screens.values()) for (const res of watching) res.write(': still here\n\n');
    }, 20_000);
    this.#beat.unref();
  }

  /** A code nobody has. */
  open(owner: string): string {
    this.#sweep();
    if (this.#screens.size >= MOST) this.close(this.#screens.keys().next().value!);
    let code: string;
    do code = Array.from({ length: CODE_LENGTH }, () => LETTERS[randomInt(LETTERS.length)]).join('');
    while (this.#screens.has(code));
    this.#screens.set(code, { owner, state: { open: true, card: null, number: 0 }, until: this.now() + LASTS_MS, watching: new Set() });
    return code;
  }

  /** Shows a card, or nothing. False where the screen is not this adult's or has ended. */
  show(code: string, owner: string, card: ScreenCard | null): boolean {
    const screen = this.#screens.get(code);
    if (!screen || screen.owner !== owner) return false;
    screen.state = { open: true, card: card && bare(card), number: screen.state.number + 1 };
    screen.until = this.now() + LASTS_MS;
    for (const res of screen.watching) send(res, screen.state);
    return true;
  }

  /** How many screens watch. */
  watching(code: string, owner: string): number | undefined {
    const screen = this.#screens.get(code);
    return screen?.owner === owner ? screen.watching.size : undefined;
  }

  end(code: string, owner: string): boolean {
    if (this.#screens.get(code)?.owner !== owner) return false;
    this.close(code);
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
    res.on('close', () => screen.watching.delete(res));
    return true;
  }

  private close(code: string): void {
    const screen = this.#screens.get(code);
    if (!screen) return;
    this.#screens.delete(code);
    for (const res of screen.watching) {
      send(res, { open: false, card: null, number: screen.state.number + 1 });
      res.end();
    }
  }

  #sweep(): void {
    for (const [code, screen] of this.#screens) if (screen.until < this.now()) this.close(code);
  }

  stop(): void {
    clearInterval(this.#beat);
    for (const code of [...this.#screens.keys()]) this.close(code);
  }
}

function send(res: Response, state: ScreenState): void {
  res.write(`data: ${JSON.stringify(state)}\n\n`);
}

/** A card without what would tell the child what is right: of what is only heard, the word stays here. */
function bare(card: ScreenCard): ScreenCard {
  if ('reading' in card) return card;
  const { kind, item, second } = card;
  const { accept: _accept, sound: _sound, parts: _parts, level: _level, units: _units, word, ...seen } = item;
  const { childSees } = checkKind(kind);
  const heard = childSees === 'nothing';
  const chosen = childSees === 'pictures' || childSees === 'words' || childSees === 'graphemes';
  const shown = heard ? { skill: item.skill } : { ...seen, ...(word !== undefined && !chosen ? { word } : {}) };
  return { kind, item: { ...shown, key: 'card' }, ...(second ? { second } : {}) };
}
