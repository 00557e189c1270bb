/**
 * Calls the server through the contract: types hold both ways, every refusal is a typed problem. What is sent is validated by
 * the server; what comes back is held against the contract in the demo and so in every browser test.
 */
import {
  CLOCK_HEADER,
  ADDRESSES,
  PROBLEM_CODES,
  PROBLEM_SENTENCES,
  type BodyOf,
  type EndpointName,
  type Endpoints,
  type ParamsOf,
  type Problem as ProblemData,
  type ProblemCode,
  type QueryOf,
  type ResponseOf,
} from '@sapling/contract';
import { askServerTime } from '../clock.js';
import { under } from '../base.js';

/** A refusal of the server, with a sentence that says what happened and what to do. */
export class Problem extends Error {
  override readonly name = 'Problem';
  constructor(readonly data: ProblemData) {
    super(data.detail ?? PROBLEM_SENTENCES[data.code]);
  }
  get code(): ProblemCode {
    return this.data.code;
  }
  /** What is wrong with one field, if that is known. */
  field(path: string): string | undefined {
    return this.data.errors?.find((e) => e.path === path || e.path.endsWith(`.${path}`))?.message;
  }
  /** Each place that is wrong, with why. */
  places(): string[] {
    return (this.data.errors ?? []).map((e) => `${e.path}: ${e.message}`);
  }
}
/** The server could not be reached. */
export class Unreachable extends Error {
  override readonly name = 'Unreachable';
  constructor() {
    super('The server cannot be reached just now.');
  }
}

export interface Input<N extends EndpointName> {
  params?: ParamsOf<Endpoints[N]>;
  query?: QueryOf<Endpoints[N]>;
  body?: BodyOf<Endpoints[N]>;
  /** Breaks the request off: it throws as `fetch` does. */
  signal?: AbortSignal;
}

let csrf = '';
/** The token of the present sign-in, sent with every write. */
export function setCsrf(token: string): void {
  // another sign-in, or none: what the last was told is nobody's any more
  if (token !== csrf) answers.clear();
  csrf = token;
}

/** The address of an endpoint with its parameters put in and what is asked of it. */
function addressOf(address: string, params: unknown, asked: unknown): string {
  let path: string = under(address);
  for (const [key, value] of Object.entries((params ?? {}) as Record<string, string>))
    path = path.replace(`:${key}`, encodeURIComponent(value));
  const query = new URLSearchParams(
    Object.entries((asked ?? {}) as Record<string, unknown>).flatMap(([k, v]) => (v === undefined ? [] : [[k, String(v)]])),
  );
  return query.size > 0 ? `${path}?${query}` : path;
}
/** What came, read as JSON. @throws Unreachable where something between here and the server answered in its place */
async function jsonOf(response: Response): Promise<unknown> {
  try {
    return await response.json();
  } catch {
    throw new Unreachable();
  }
}

/** The newest write that is on its way. */
let newestWrite: { readonly what: string; readonly begun: number; readonly answer: Promise<unknown> } | undefined;
/** Pressed later than this, it was meant: a line that hangs must not hold up the next try. */
const ONE_PRESS_MS = 2000;

/**
 * Asks the server. A button pressed twice before the first press is answered is pressed once: the same write as the newest that is
 * on its way shares its answer. (Of two of one version the second would be refused as if a colleague had been quicker.)
 * @throws Problem where the server refuses, Unreachable where it does not answer
 */
export function call<N extends EndpointName>(name: N, input: Input<N> = {}): Promise<ResponseOf<Endpoints[N]>> {
  if (ADDRESSES[name][0] === 'GET' || input.signal) return ask(name, input);
  const what = JSON.stringify([name, input.params, input.query, input.body]);
  const begun = performance.now();
  if (newestWrite?.what === what && begun - newestWrite.begun < ONE_PRESS_MS)
    return newestWrite.answer as Promise<ResponseOf<Endpoints[N]>>;
  const own = { what, begun, answer: ask(name, input) };
  newestWrite = own;
  const ended = (): void => {
    if (newestWrite === own) newestWrite = undefined;
  };
  own.answer.then(ended, ended);
  return own.answer;
}

async function ask<N extends EndpointName>(name: N, input: Input<N>): Promise<ResponseOf<Endpoints[N]>> {
  const [method, address] = ADDRESSES[name];
  const url = addressOf(address, input.params, input.query);
  const write = method !== 'GET';
  const before = write ? undefined : answers.get(url);
  const answeredAt = askServerTime();
  let response: Response;
  try {
    response = await fetch(url, {
      method,
      headers: write ? { 'content-type': 'application/json', 'x-csrf-token': csrf } : before ? { 'if-none-match': before.etag } : {},
      ...(write && method !== 'DELETE' ? { body: JSON.stringify(input.body ?? {}) } : {}),
      credentials: 'same-origin',
      ...(input.signal ? { signal: input.signal } : {}),
    });
  } catch (error) {
    if (input.signal?.aborted) throw error;
    throw new Unreachable();
  }
  if (response.status === 304 && before) return before.data as ResponseOf<Endpoints[N]>;
  const data = await jsonOf(response);
  // of an answer of the server alone: a page that something between sends in its place knows no clock
  const clock = Number(response.headers.get(CLOCK_HEADER));
  if (clock > 0) answeredAt(clock);
  if (!response.ok) throw refusal(name, data);
  const answer = (held ? held(name, data) : data) as ResponseOf<Endpoints[N]>;
  const etag = response.headers.get('etag');
  if (!write && etag) remember(url, { etag, data: answer });
  return answer;
}

/** Why a call was refused. */
function refusal(name: EndpointName, data: unknown): Problem | Unreachable {
  if (!isProblem(data)) return new Unreachable();
  // marks that wait go out when somebody is signed in again: nobody is asked beside a child
  if (data.code === 'not-signed-in' && name !== 'sendOutbox') signInEnded?.();
  return new Problem(data);
}
let signInEnded: (() => void) | undefined;
/** Who is told when the server says that nobody is signed in here any more. */
export function tellSignInEnded(tell: (() => void) | undefined): void {
  signInEnded = tell;
}

/** A file that the server makes. @throws Problem, Unreachable; what was stopped by `signal` throws as `fetch` does */
export async function callFile(url: string, signal: AbortSignal): Promise<Blob> {
  let response: Response;
  try {
    response = await fetch(under(url), { signal, credentials: 'same-origin' });
  } catch (error) {
    if (signal.aborted) throw error;
    throw new Unreachable();
  }
  if (response.ok) return response.blob();
  const data: unknown = await response.json().catch(() => undefined);
  throw isProblem(data) ? new Problem(data) : new Unreachable();
}

/** The newest answers by address, with the mark under which the server gave them: asked again, it says at once that nothing changed. */
const answers = new Map<string, { readonly etag: string; readonly data: unknown }>();
const MOST_ANSWERS = 60;
function remember(url: string, answer: { readonly etag: string; readonly data: unknown }): void {
  answers.delete(url);
  if (answers.size >= MOST_ANSWERS) answers.delete(answers.keys().next().value!);
  answers.set(url, answer);
}
/** Something between here and the server may refuse in words of its own: that is no answer of the server. */
const isProblem = (data: unknown): data is ProblemData =>
  typeof data === 'object' && data !== null && PROBLEM_CODES.includes((data as { code?: ProblemCode }).code as ProblemCode);

let held: ((name: EndpointName, data: unknown) => unknown) | undefined;
/** From now on every answer is held against the contract, and one that breaks it is an error: in the demo and in tests. */
export async function holdAnswers(): Promise<void> {
  const { endpoints } = await import('@sapling/contract');
  held = (name, data) => (endpoints[name].response as { parse(data: unknown): unknown }).parse(data);
}

/** A plain sentence for whatever went wrong. */
export function sentenceOf(error: unknown): string {
  if (error instanceof Problem || error instanceof Unreachable) return error.message;
  return 'Something went wrong in this page. What you had saved is safe; reload to go on.';
}
