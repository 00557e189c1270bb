/** Live updates: tells signed-in colleagues which records changed (server-sent events), never what they hold. */
import type { LiveEvent } from '@sapling/contract';
import type { Response } from 'express';
import { inArray } from 'drizzle-orm';
import { accessOf, readable, SESSION_REACH, type Access, type Actor, type SessionReach } from '../access.js';
import type { Changes } from '../http/changes.js';
import type { SignedIn } from '../auth/sign-in.js';
import type { Bus } from './bus.js';
import type { Db } from '../db/open.js';
import { sessions } from '../db/schema.js';
import { forgetHeld } from '../evidence/states.js';
import { forgetZone, schoolDay } from '../settings/school-day.js';

interface Listener {
  readonly actor: Actor;
  /** What they reached when they were last told of something: a change may have taken it from them. */
  reached: Promise<Access | null>;
  /** The sign-in it rests on, and when that ends. */
  readonly tokenHash: string;
  readonly until: string;
  readonly res: Response;
}
/** What a change is about: an event goes to those who reach any of it, now or before the change. */
export interface About {
  readonly children?: readonly string[];
  readonly groups?: readonly string[];
  readonly sessions?: readonly string[];
  /** Sessions as they were before: of another day or adult, they may have been somebody else's to see. */
  readonly sessionsWere?: readonly SessionReach[];
  readonly everyone?: boolean;
  /** Colleagues told whatever they reach (somebody just taken off a session, say). */
  readonly colleagues?: readonly string[];
}

/** What names children, or follows from who is reached. */
const OF_PEOPLE = [
  'children',
  'classes',
  'groups',
  'sessions',
  'readings',
  'checks',
  'remarks',
] as const satisfies readonly LiveEvent['topic'][];
/** Topics that marks, checks and readings alone are about. */
const OF_MARKS: ReadonlySet<LiveEvent['topic']> = new Set(['children', 'checks', 'readings']);

export class Live {
  readonly #listeners = new Set<Listener>();
  readonly #beat: NodeJS.Timeout;

  constructor(
    private readonly db: Db,
    private readonly now: () => string,
    private readonly changes: Changes,
    private readonly bus: Bus,
  ) {
    bus.listen((message) => {
      if (message.kind === 'drop') this.#drop(message.colleague);
      else if (message.kind === 'drop sign-in') this.#dropSignIn(message.tokenHash);
      else if (message.kind === 'say') this.#say(message.to, message.event);
      else if (message.kind === 'event') {
        const { event, about } = message;
        if (event.topic === 'settings') forgetZone(db);
        // a child who is erased over there is not kept in mind here
        if (event.topic === 'children' && event.id === undefined) forgetHeld(db);
        void this.#deliver(event, about).catch(() => undefined);
      }
    });
    this.#beat = setInterval(() => {
      for (const { res, until } of this.#listeners) {
        if (until <= this.now()) res.end();
        else res.write(': still here\n\n');
      }
    }, 20_000);
    this.#beat.unref();
  }

  listen({ colleague, tokenHash, expiresAt }: SignedIn, res: Response): void {
    const actor = { id: colleague.id, role: colleague.role };
    res.writeHead(200, {
      'content-type': 'text/event-stream',
      'cache-control': 'no-store, no-transform',
      connection: 'keep-alive',
      'x-accel-buffering': 'no',
    });
    res.write('retry: 1500\n\n: hello\n\n');
    const reached = schoolDay(this.db, this.now())
      .then((today) => accessOf(this.db, actor, today))
      .catch(() => null);
    const listener = { actor, tokenHash, until: expiresAt, res, reached };
    this.#listeners.add(listener);
    res.on('close', () => this.#listeners.delete(listener));
  }

  /** Ends the streams of a colleague who was switched off or whose password changed. */
  drop(colleagueId: string): void {
    this.#drop(colleagueId);
    this.bus.tell({ kind: 'drop', colleague: colleagueId });
  }
  #drop(colleagueId: string): void {
    for (const listener of this.#listeners) if (listener.actor.id === colleagueId) listener.res.end();
  }
  /** Ends the streams of a sign-in that ended. */
  dropSignIn(tokenHash: string): void {
    this.#dropSignIn(tokenHash);
    this.bus.tell({ kind: 'drop sign-in', tokenHash });
  }
  #dropSignIn(tokenHash: string): void {
    for (const listener of this.#listeners) if (listener.tokenHash === tokenHash) listener.res.end();
  }

  /** Tells one colleague how far something is that they wait for. */
  say(colleagueId: string, event: LiveEvent): void {
    this.#say(colleagueId, event);
    this.bus.tell({ kind: 'say', to: colleagueId, event });
  }
  #say(colleagueId: string, event: LiveEvent): void {
    for (const { actor, res } of this.#listeners) if (actor.id === colleagueId) res.write(`data: ${JSON.stringify(event)}\n\n`);
  }

  async tell(event: LiveEvent, about: About): Promise<void> {
    this.bus.tell({ kind: 'event', event, about });
    await this.#deliver(event, about);
  }
  /** Tells that a child came, went, is elsewhere or is called otherwise, or is another's to teach: all that names children is read again. */
  async tellOfPeople(about: About = { everyone: true }): Promise<void> {
    for (const topic of OF_PEOPLE) await this.tell({ topic }, about);
  }
  async #deliver(event: LiveEvent, about: About): Promise<void> {
    this.changes.raise(OF_MARKS.has(event.topic) ? 'marks' : 'anything');
    const cache = new Map<string, Promise<Access>>();
    if (this.#listeners.size === 0) return;
    const today = await schoolDay(this.db, this.now());
    const told =
      about.sessions && about.sessions.length > 0
        ? await this.db
            .select(SESSION_REACH)
            .from(sessions)
            .where(inArray(sessions.id, [...about.sessions]))
        : [];
    const any = (ids: readonly string[] | undefined, set: ReadonlySet<string>): boolean => (ids ?? []).some((id) => set.has(id));
    const reaches = (access: Access | null): boolean =>
      access !== null &&
      (any(about.children, access.childIds) ||
        any(about.children, access.runIds) ||
        any(about.groups, readable(access)) ||
        [...told, ...(about.sessionsWere ?? [])].some((session) => access.reachesSession(session)));
    for (const listener of this.#listeners) {
      const { actor, res } = listener;
      let may = about.everyone === true || (about.colleagues ?? []).includes(actor.id);
      if (!may) {
        if (!cache.has(actor.id)) cache.set(actor.id, accessOf(this.db, actor, today));
        const [before, now] = [listener.reached, cache.get(actor.id)!];
        listener.reached = now.catch(() => null);
        may = reaches(await now) || reaches(await before);
      }
      if (may) res.write(`data: ${JSON.stringify(event)}\n\n`);
    }
  }

  close(): void {
    clearInterval(this.#beat);
    for (const { res } of this.#listeners) res.end();
  }
}
