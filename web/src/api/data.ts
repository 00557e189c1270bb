/** Reading through SWR: fetched, shown from the device's copy when the server is out of reach, refreshed by live events. */
import {
  unpackChildren,
  type ChildLine,
  type EndpointName,
  type Endpoints,
  type LiveEvent,
  type PackedChildren,
  type ResponseOf,
} from '@sapling/contract';
import { useEffect, useState } from 'react';
import useSWR, { mutate, type SWRResponse } from 'swr';
import { v7 as uuidv7 } from 'uuid';
import { noteReach } from '../outbox/outbox.js';
import { keep, kept } from '../outbox/store.js';
import { call, Unreachable, type Input } from './client.js';
import { under } from '../base.js';
import { TOPICS } from './topics.js';

type Key = readonly [EndpointName, string];
export const keyOf = (name: EndpointName, input: object): Key => [name, JSON.stringify(input)];

/** How many readings of each key are on their way. */
const underWay = new Map<string, number>();
const isUnderWay = (key: Key): boolean => underWay.has(key.join(' '));

/** @param work asked along, and no part of what is kept */
async function read(key: Key, work?: string): Promise<unknown> {
  const name = key.join(' ');
  underWay.set(name, (underWay.get(name) ?? 0) + 1);
  try {
    return await fetched(key, work);
  } finally {
    const left = underWay.get(name)! - 1;
    if (left > 0) underWay.set(name, left);
    else underWay.delete(name);
  }
}
async function fetched([name, input]: Key, work?: string): Promise<unknown> {
  const copy = `read:${name}:${input}`;
  try {
    const asked = JSON.parse(input) as Input<EndpointName> & { query?: object };
    // the lines of a school are fetched and kept packed
    const address = name === 'children' ? 'packedChildren' : name;
    const data = await call(address, (work === undefined ? asked : { ...asked, query: { ...asked.query, work } }) as Input<EndpointName>);
    noteReach(true);
    void keep(copy, data);
    return madeOut(name, data);
  } catch (error) {
    if (!(error instanceof Unreachable)) throw error;
    noteReach(false);
    const old = await kept(copy);
    if (old === undefined) throw error;
    return madeOut(name, old);
  }
}
const unpacked = new WeakMap<object, ChildLine[]>();
/** What pages work with: the same list for the same answer, so that nothing is drawn again for what has not changed. */
function madeOut(name: EndpointName, data: unknown): unknown {
  // a copy that an older version kept is a list already
  if (name !== 'children' || Array.isArray(data)) return data;
  const packed = data as PackedChildren;
  let list = unpacked.get(packed);
  if (!list) unpacked.set(packed, (list = unpackChildren(packed)));
  return list;
}

/** Reads once, and keeps the copy under which a page looks when the server is out of reach. @throws as `call` */
export const keepCopy = <N extends EndpointName>(name: N, input: Input<N> = {}): Promise<unknown> => read(keyOf(name, input));

const once = new Map<EndpointName, Promise<unknown>>();
/**
 * What the server has, read outside a page and held until a live event says that it changed or nobody is signed in.
 * @throws as `call`; what failed is asked again.
 */
export function readOnce<N extends EndpointName>(name: N): Promise<ResponseOf<Endpoints[N]>> {
  let reading = once.get(name);
  if (!reading) {
    reading = read(keyOf(name, {}));
    once.set(name, reading);
    reading.catch(() => once.delete(name));
  }
  return reading as Promise<ResponseOf<Endpoints[N]>>;
}

/** What the server has, kept fresh. `null` as the name reads nothing. */
export function useData<N extends EndpointName>(name: N | null, input: Input<N> = {}): SWRResponse<ResponseOf<Endpoints[N]>, Error> {
  return useSWR(name === null ? null : keyOf(name, input), (key: Key) => read(key) as Promise<ResponseOf<Endpoints[N]>>);
}

/** As `useData`, of what takes the server its time the first time: and how many children of how many are done meanwhile. */
export function useLongData<N extends EndpointName>(
  name: N,
): SWRResponse<ResponseOf<Endpoints[N]>, Error> & { readonly far: readonly [done: number, of: number] | null } {
  const [work] = useState(() => uuidv7());
  const [far, setFar] = useState<readonly [number, number] | null>(null);
  useEffect(() => onWork(work, (done, of) => setFar([done, of])), [work]);
  return { ...useSWR(keyOf(name, {}), (key: Key) => read(key, work) as Promise<ResponseOf<Endpoints[N]>>), far };
}

/** Has everything of these topics that is on screen read again. */
export function refresh(...topics: LiveEvent['topic'][]): Promise<unknown> {
  const names = new Set(topics.flatMap((t) => TOPICS[t]));
  for (const name of names) once.delete(name);
  return mutate((key) => Array.isArray(key) && names.has((key as unknown as Key)[0]));
}
/** Has one child read again, in every list on screen and where they are shown by themselves. */
async function refreshChild(id: string): Promise<void> {
  const about = (key: unknown): key is Key => Array.isArray(key) && typeof key[1] === 'string';
  const child = await call('child', { params: { id } }).catch(() => undefined);
  const isList = (key: unknown): key is Key => about(key) && key[0] === 'children';
  // SWR lets an answer on its way fall where something is put in meanwhile: such a list is read again, or a page would wait for ever
  await Promise.all([
    mutate((key) => isList(key) && isUnderWay(key)),
    mutate(
      (key) => isList(key) && !isUnderWay(key),
      (list: ChildLine[] | undefined) => (child && list?.some((c) => c.id === id) ? list.map((c) => (c.id === id ? child : c)) : list),
      { revalidate: (list: unknown) => child === undefined || list === undefined },
    ),
  ]);
  // what to practise this week takes a school seconds to work out, and does not follow each mark
  const apart: readonly EndpointName[] = child ? ['children', 'practice', 'classes'] : ['children', 'practice'];
  const others = TOPICS.children.filter((name) => !apart.includes(name));
  await mutate((key) => about(key) && others.includes(key[0]) && (!OF_ONE_CHILD.has(key[0]) || key[1].includes(id)));
}
/** What is read for one child. */
const OF_ONE_CHILD: ReadonlySet<EndpointName> = new Set(['child', 'evidence', 'childTeaching', 'childTrail']);

/** Has everything on screen read again. */
export function refreshAll(): Promise<unknown> {
  once.clear();
  return mutate(() => true);
}
export function forgetAll(): Promise<unknown> {
  once.clear();
  return mutate(() => true, undefined, { revalidate: false });
}

const waiting = new Map<string, (done: number, of: number) => void>();
/** Hears how far work is that was begun under this name, until the returned function is called. */
export function onWork(id: string, tell: (done: number, of: number) => void): () => void {
  waiting.set(id, tell);
  return () => void waiting.delete(id);
}

/** With more children marked at once than this their list is read as a whole. */
const MOST_BY_ONE = 5;

/** Listens while signed in: what a colleague changes appears without reloading. */
export function useLive(signedIn: boolean): void {
  useEffect(() => {
    if (!signedIn) return;
    const source = new EventSource(under('/api/events'));
    const changed = new Set<LiveEvent['topic']>();
    const marked = new Set<string>();
    let timer: ReturnType<typeof setTimeout> | undefined;
    let lost = false;
    const soon = (): void => {
      clearTimeout(timer);
      timer = setTimeout(() => {
        // a list of a school is large: where only some children were marked, only these are read again
        if (changed.has('children') || marked.size > MOST_BY_ONE) changed.add('children');
        else for (const id of marked) void refreshChild(id);
        marked.clear();
        void refresh(...changed);
        changed.clear();
      }, 80);
    };
    source.onmessage = (message) => {
      const { topic, id, done, of } = JSON.parse(message.data as string) as Partial<LiveEvent>;
      if (topic === 'work' && id !== undefined) return waiting.get(id)?.(done ?? 0, of ?? 0);
      // a newer server may tell of something this page does not know
      if (topic === undefined || !(topic in TOPICS)) return;
      if (topic === 'children' && id !== undefined) marked.add(id);
      else changed.add(topic);
      soon();
    };
    source.onerror = () => {
      lost = true;
    };
    source.onopen = () => {
      noteReach(true);
      if (!lost) return;
      // what happened while the line was down is read again
      lost = false;
      for (const topic of Object.keys(TOPICS) as LiveEvent['topic'][]) changed.add(topic);
      soon();
    };
    return () => {
      clearTimeout(timer);
      source.close();
    };
  }, [signedIn]);
}
