/**
 * A page without a browser: hooks are drawn in a document of its own, and a test says what the server, the core worker and the
 * network answer. What is asked of them goes the way it goes in the application: through `call`, the device's store and comlink.
 */
import 'fake-indexeddb/auto';
import { MessageChannel as Channel, type MessagePort as Port } from 'node:worker_threads';
import { ADDRESSES, type EndpointName, type Me, type ProblemCode, type Role } from '@sapling/contract';
import { cleanup, configure, renderHook, waitFor } from '@testing-library/react';
import { expose, type Endpoint } from 'comlink';
import { createContext, use, type ReactNode } from 'react';
import { createMemoryRouter, RouterProvider, useRouteError } from 'react-router';
import { toast } from 'sonner';
import { SWRConfig } from 'swr';
import { afterEach, beforeEach, expect, vi } from 'vitest';
import { forgetAll } from '../../../src/api/data.js';
import { MeContext } from '../../../src/shell/me.js';
import { forgetUnsaved } from '../../../src/shell/unsaved.js';

/** What an endpoint is asked with. */
export interface Asked {
  readonly params: Readonly<Record<string, string>>;
  readonly query: Readonly<Record<string, string>>;
  readonly body: never;
}
type Answer = (asked: Asked) => unknown;
/** The server says no: with the code of the contract, and what else it says. */
export class No {
  constructor(
    readonly code: ProblemCode,
    readonly more: object = {},
  ) {}
}
/** No answer comes. */
export const NO_NETWORK = Symbol('no network');

// as long as it takes on a busy machine
configure({ asyncUtilTimeout: 15_000 });

let answers: Partial<Record<EndpointName, Answer>> = {};
/** All that was asked since the test began, in order. */
export const asked: (Asked & { readonly name: EndpointName })[] = [];
export const askedOf = (name: EndpointName) => asked.filter((one) => one.name === name);
/** Says what the server answers from now on; what was said of other addresses stands. */
export const serve = (more: Partial<Record<EndpointName, Answer>>): void => void (answers = { ...answers, ...more });

const routes = (Object.entries(ADDRESSES) as [EndpointName, readonly [string, string]][]).map(([name, [method, address]]) => ({
  name,
  method,
  pattern: new RegExp(`^${address.replace(/:(\w+)/g, '(?<$1>[^/]+)')}$`),
}));
async function answer(url: string, { method = 'GET', body }: { method?: string; body?: string }): Promise<Response> {
  const { pathname, searchParams } = new URL(url, 'http://school.example');
  for (const route of routes) {
    const found = route.method === method && route.pattern.exec(pathname);
    if (!found) continue;
    const params = Object.fromEntries(Object.entries(found.groups ?? {}).map(([key, value]) => [key, decodeURIComponent(value)]));
    const one = { params, query: Object.fromEntries(searchParams), body: (body ? JSON.parse(body) : undefined) as never };
    asked.push({ name: route.name, ...one });
    const said = await answers[route.name]?.(one);
    if (said === NO_NETWORK) throw new TypeError('no network');
    if (said === undefined) throw new Error(`The test says nothing of ${route.name}.`);
    return said instanceof No ? Response.json({ code: said.code, title: said.code, ...said.more }, { status: 409 }) : Response.json(said);
  }
  throw new Error(`${method} ${pathname} is no address of the contract.`);
}

/** Both ends of a line, as comlink speaks over it. */
const endpoint = (port: Port): Endpoint => ({
  postMessage: (message: unknown, transfer?: Transferable[]) => port.postMessage(message, transfer as never),
  addEventListener: (_type: string, listener: unknown) => {
    port.on('message', (data: unknown) => (listener as (event: { data: unknown }) => void)({ data }));
  },
  removeEventListener: () => undefined,
});
let works: object = {};
/** Says what the core worker works out. */
export const worker = (calls: object): void => void (works = calls);
const broken = new Set<() => void>();
/** The worker breaks, as one does whose program cannot be loaded. */
export const breakWorker = (): void => {
  for (const tell of broken) tell();
};
class WorkerHere {
  readonly #channel = new Channel();
  readonly #near = endpoint(this.#channel.port1);
  constructor() {
    const called = new Proxy({}, { get: (_none, name) => (works as Record<PropertyKey, unknown>)[name] ?? (() => undefined) });
    expose(called, endpoint(this.#channel.port2));
    this.#channel.port1.unref();
    this.#channel.port2.unref();
  }
  postMessage(message: unknown, transfer?: Transferable[]): void {
    this.#near.postMessage(message, transfer);
  }
  addEventListener(type: string, listener: () => void): void {
    if (type === 'error') broken.add(listener);
    else if (type === 'message') this.#near.addEventListener('message', listener as never);
  }
  removeEventListener(): void {}
  terminate(): void {
    this.#channel.port1.close();
  }
}

beforeEach(() => {
  answers = {};
  asked.length = 0;
  vi.stubGlobal('fetch', (url: string, options: object) => answer(url, options));
  vi.stubGlobal('Worker', WorkerHere);
  sessionStorage.clear();
  localStorage.clear();
});
afterEach(async () => {
  cleanup();
  breakWorker();
  broken.clear();
  works = {};
  toast.dismiss();
  forgetUnsaved();
  await forgetAll();
  // a reading that ended this moment is shared with whoever asks the same in the same moment
  await new Promise((done) => setTimeout(done, 2));
  vi.unstubAllGlobals();
});

/** What was said to whoever looks, oldest first, as far as it stands. */
export const said = (): { title: string; type: string | undefined; action: { label: string; onClick: () => void } | undefined }[] =>
  toast
    .getToasts()
    .flatMap((one) => ('title' in one ? [one] : []))
    .map(({ title, type, action }) => ({ title: String(title as string), type, action: action as never }))
    .reverse();
/** Waits until it is said, and gives it. */
export const saying = async (words: string | RegExp) =>
  waitFor(() => {
    const found = said().find(({ title }) => (typeof words === 'string' ? title === words : words.test(title)));
    expect(found, `“${String(words)}” among ${JSON.stringify(said().map((s) => s.title))}`).toBeDefined();
    return found!;
  });

export const colleague = (role: Role = 'lead'): Me =>
  ({ colleague: { id: '0190a000-0000-7000-8000-000000000001', name: 'Maren Test', role }, csrf: 'token' }) as unknown as Me;

const Place = createContext<ReactNode>(null);
const Drawn = (): ReactNode => use(Place);
/** What a hook throws while it is drawn fails the test, and not in silence. */
const Broken = (): never => {
  throw useRouteError();
};

/** Draws a hook on a page at an address, for somebody signed in. */
export function onPage<P, T>(hook: (given: P) => T, given: P, { at = '/', role }: { at?: string; role?: Role } = {}) {
  const me = { ...colleague(role), again: () => Promise.resolve() };
  // one router for all drawings of the hook: a new one would be another page
  const router = createMemoryRouter([{ path: '*', Component: Drawn, ErrorBoundary: Broken }], { initialEntries: [at] });
  return renderHook<T, P>(hook, {
    initialProps: given,
    wrapper: ({ children }) => (
      <SWRConfig value={{ dedupingInterval: 0, shouldRetryOnError: false, revalidateOnFocus: false }}>
        <MeContext value={me}>
          <Place value={children}>
            <RouterProvider router={router} />
          </Place>
        </MeContext>
      </SWRConfig>
    ),
  });
}
