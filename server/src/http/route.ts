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
  /** How far that is ahead of the machine's own clock, in milliseconds: 0 but in a demo or a test. */
  readonly clockAhead: number;
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
  /** What is looked at before the body is read. */
  readonly before: Before | undefined;
}
/** An answer that is JSON already. */
export class JsonText<T> {
  declare readonly of: T;
  constructor(readonly text: string) {}
}
type Before = (call: Services & { readonly req: Request }) => Promise<void>;

export function route<N extends EndpointName>(
  name: N,
  guard: Need | ((input: Input<N>) => Need),
  handle: (call: Call<N>) => Promise<ResponseOf<Endpoints[N]> | JsonText<ResponseOf<Endpoints[N]>>>,
  before?: Before,
): Route {
  return {
    name,
    endpoint: endpoints[name] as unknown as Endpoint,
    guard: (typeof guard === 'function' ? guard : () => guard) as Route['guard'],
    handle: handle as unknown as Route['handle'],
    open: typeof guard !== 'function' && guard.action === 'public',
    before,
  };
}
