/**
 * Whoever has a page open hears of what a colleague changed: what a list answers other than before is among what the web reads again
 * for one of the topics that came over the live stream meanwhile.
 */
import { expect } from 'vitest';
import { ADDRESSES, type EndpointName, type LiveEvent } from '@sapling/contract';
import { TOPICS } from '../../../web/src/api/topics.js';
import type { Person } from '../support.js';
import type { World } from './world.js';

/** Lists that stand on pages which are left open. */
const WATCHED = [
  'children',
  'classes',
  'leavers',
  'merges',
  'groups',
  'groupRules',
  'groupHistory',
  'lendings',
  'sessions',
  'checks',
  'readings',
  'timetable',
  'today',
  'progress',
  'practice',
  'binned',
  'remarks',
  'team',
  'schoolYears',
  'orders',
  'corrections',
  'schoolWords',
  'cues',
  'rules',
  'texts',
  'styles',
] as const satisfies readonly EndpointName[];
/** Events go out after the answer. */
const SOON_MS = 60;

/** What is believed moves a little with time: held to one place. */
const settled = (body: unknown): string =>
  JSON.stringify(body, (_key, v: unknown) => (typeof v === 'number' && !Number.isInteger(v) ? Math.round(v * 10) / 10 : v));

export class Listener {
  private readonly heard = new Set<LiveEvent['topic']>();
  private before = new Map<EndpointName, string>();
  private readonly stop = new AbortController();
  private constructor(
    private readonly world: World,
    private readonly person: Person,
  ) {}

  static async of(world: World, person: Person): Promise<Listener> {
    const listener = new Listener(world, person);
    const { body } = await fetch(`${world.school.running.url}/api/events`, {
      headers: { cookie: person.cookie },
      signal: listener.stop.signal,
    });
    void listener.hear(body!).catch(() => undefined);
    listener.before = await listener.read();
    return listener;
  }
  private async hear(stream: ReadableStream<Uint8Array>): Promise<void> {
    const reader = stream.getReader();
    const decoder = new TextDecoder();
    let rest = '';
    for (let piece = await reader.read(); !piece.done; piece = await reader.read()) {
      const lines = (rest + decoder.decode(piece.value, { stream: true })).split('\n');
      rest = lines.pop()!;
      for (const line of lines) if (line.startsWith('data: ')) this.heard.add((JSON.parse(line.slice(6)) as LiveEvent).topic);
    }
  }
  private async read(): Promise<Map<EndpointName, string>> {
    const out = new Map<EndpointName, string>();
    for (const name of WATCHED) {
      const { status, body } = await this.world.school.ask('GET', ADDRESSES[name][1], { as: this.person });
      if (status === 200) out.set(name, settled(body));
    }
    return out;
  }
  /** Holds what changed since the last time against what was heard. */
  async check(after: string): Promise<void> {
    await new Promise((resolve) => setTimeout(resolve, SOON_MS));
    const now = await this.read();
    const again = new Set<EndpointName>([...this.heard].flatMap((topic) => TOPICS[topic]));
    const unheard = [...now].filter(([name, text]) => this.before.get(name) !== text && !again.has(name)).map(([name]) => name);
    expect.soft(unheard, `${after}: ${this.person.role} heard of ${[...this.heard].join(', ') || 'nothing'}`).toEqual([]);
    this.before = now;
    this.heard.clear();
  }
  close(): void {
    this.stop.abort();
  }
}
