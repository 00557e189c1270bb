/** Calls the server through the contract: both ways are validated, every refusal is a typed problem. */
import {
  CLOCK_HEADER,
  endpoints,
  PROBLEM_SENTENCES,
  problemSchema,
  type BodyOf,
  type Endpoint,
  type EndpointName,
  type Endpoints,
  type ParamsOf,
  type Problem as ProblemData,
  type ProblemCode,
  type QueryOf,
  type ResponseOf,
} from '@sapling/contract';
import { keepClock } from '../clock.js';

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
}

let csrf = '';
/** The token of the present sign-in, sent with every write. */
export function setCsrf(token: string): void {
  csrf = token;
}

export async function call<N extends EndpointName>(name: N, input: Input<N> = {}): Promise<ResponseOf<Endpoints[N]>> {
  const endpoint: Endpoint = endpoints[name] as unknown as Endpoint;
  let path = endpoint.path;
  for (const [key, value] of Object.entries((input.params ?? {}) as Record<string, string>))
    path = path.replace(`:${key}`, encodeURIComponent(value));
  const query = new URLSearchParams(
    Object.entries((input.query ?? {}) as Record<string, unknown>).flatMap(([k, v]) => (v === undefined ? [] : [[k, String(v)]])),
  );
  const write = endpoint.method !== 'GET';
  let response: Response;
  try {
    response = await fetch(query.size > 0 ? `${path}?${query}` : path, {
      method: endpoint.method,
      headers: write ? { 'content-type': 'application/json', 'x-csrf-token': csrf } : {},
      ...(write && endpoint.method !== 'DELETE' ? { body: JSON.stringify(input.body ?? {}) } : {}),
      credentials: 'same-origin',
    });
  } catch {
    throw new Unreachable();
  }
  keepClock(Number(response.headers.get(CLOCK_HEADER) ?? 0));
  let data: unknown;
  try {
    data = await response.json();
  } catch {
    throw new Unreachable();
  }
  if (!response.ok) {
    const problem = problemSchema.safeParse(data);
    throw problem.success ? new Problem(problem.data) : new Unreachable();
  }
  return endpoint.response.parse(data) as ResponseOf<Endpoints[N]>;
}

/** A plain sentence for whatever went wrong. */
export function sentenceOf(error: unknown): string {
  if (error instanceof Problem || error instanceof Unreachable) return error.message;
  return 'Something went wrong in this page. What you had saved is safe; reload to go on.';
}
