/**
 * How a route is made. A route is an endpoint of the contract, a guard that names what is being done to
 * what, and a handler. There is no other way to answer a request, so no route can forget validation or
 * access.
 */
import type { BodyOf, Endpoint, EndpointName, Endpoints, ParamsOf, QueryOf, ResponseOf } from '@sapling/contract';
import { endpoints } from '@sapling/contract';
import type { Request, Response } from 'express';
import type { Access, Need } from '../access.js';
import type { SignedIn } from '../auth/sign-in.js';
import type { Db } from '../db/open.js';
import type { Live } from '../live/live.js';
import type { Mail } from '../mail/mail.js';
import type { RecordingStore } from '../readings/recording-store.js';
import type { Screens } from '../evidence/screens.js';
import type { Backups } from '../backup/service.js';
import type { Config } from '../config.js';
import type { AuditLog } from '../audit-log.js';
import type { TryIt } from '../try-it.js';
import type { Pool } from '../work/pool.js';
import type { Changes } from './changes.js';
import type { Budgets } from './tries.js';

/** What every handler is given. */
export interface Services {
  readonly db: Db;
  readonly live: Live;
  readonly screens: Screens;
  readonly backups: Backups;
  readonly pool: Pool;
  /** Undefined where no mail server is named. */
  readonly mail: Mail | undefined;
  /** Where recordings lie. */
  readonly recordingStore: RecordingStore;
  /** Who looked at and changed what. */
  readonly trail: AuditLog;
  /** The made-up school beside this one; undefined where there may be none. */
  readonly tryIt: TryIt | undefined;
  readonly changes: Changes;
  readonly config: Config;
  /** How often something may go wrong. */
  readonly tries: Budgets;
  /** The present time, ISO 8601 UTC. */
  readonly now: () => string;
  /** Whether this process has been told to end. */
  readonly ending: () => boolean;
}
export interface Call<N extends EndpointName> extends Services {
  readonly params: ParamsOf<Endpoints[N]>;
  readonly query: QueryOf<Endpoints[N]>;
  readonly body: BodyOf<Endpoints[N]>;
  readonly req: Request;
  readonly res: Response;
  /** Null only on routes whose guard is public. */
  readonly signedIn: SignedIn | null;
  /** The signed-in colleague; throws where there is none. */
  readonly me: SignedIn['colleague'];
  /** What this colleague may see and do. */
  readonly access: Access;
}
type Input<N extends EndpointName> = Pick<Call<N>, 'params' | 'query' | 'body'>;

export interface Route {
  readonly name: EndpointName;
  readonly endpoint: Endpoint;
  readonly guard: (input: { params: unknown; query: unknown; body: unknown }) => Need;
  readonly handle: (call: Call<EndpointName>) => Promise<unknown>;
  /** Open without a sign-in. */
  readonly open: boolean;
  readonly about: About;
}
/** What is to be known of a route besides: each of them usually not so. */
export interface About {
  /** What is looked at before the body is read. */
  readonly before?: (call: Services & { readonly req: Request }) => Promise<void>;
  /** Most octets of its body, after anything packed is unpacked. */
  readonly mostOctets?: number;
  /** Asked for with every card, so looked for first. */
  readonly often?: true;
  /** A write that changes nothing about who reaches what: a mark, a log, a note, what a second screen shows. */
  readonly keepsReach?: true;
  /**
   * What is answered from everything that was written may be told to be the same as last time. Marks, checks and readings may have
   * no part in it; and who looked at a child, or what the machine is doing, is answered from more.
   */
  readonly restsOn?: 'all but marks' | 'more than is written';
  /** A large list, which several pages and devices ask for: the last answers are kept. */
  readonly kept?: true;
}
/** Octets of a body that holds a few words. */
export const SMALL_BODY = 16_000;
/** An answer that is JSON already. */
export class JsonText<T> {
  declare readonly of: T;
  constructor(readonly text: string) {}
}

type Handle<N extends EndpointName> = (call: Call<N>) => Promise<ResponseOf<Endpoints[N]> | JsonText<ResponseOf<Endpoints[N]>>>;

/** @param rest how it answers, after what else is to be known of it */
export function route<N extends EndpointName>(
  name: N,
  guard: Need | ((input: Input<N>) => Need),
  ...rest: [handle: Handle<N>] | [about: About, handle: Handle<N>]
): Route {
  const [about, handle] = rest.length === 1 ? [{}, rest[0]] : rest;
  return {
    name,
    endpoint: endpoints[name] as unknown as Endpoint,
    guard: (typeof guard === 'function' ? guard : () => guard) as Route['guard'],
    handle: handle as unknown as Route['handle'],
    open: typeof guard !== 'function' && guard.action === 'public',
    about,
  };
}
