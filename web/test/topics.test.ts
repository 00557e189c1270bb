/** Whoever has a page open hears of changes elsewhere: everything a page reads is read again for some topic, or said here why not. */
import { ADDRESSES, type EndpointName } from '@sapling/contract';
import { describe, expect, it } from 'vitest';
import { TOPICS } from '../src/api/topics.js';

const READ = (Object.keys(ADDRESSES) as EndpointName[]).filter((name) => ADDRESSES[name][0] === 'GET');
const AGAIN = new Set<EndpointName>(Object.values(TOPICS).flat());

/** What is not read again while a page stands open, and why. */
const NOT_AGAIN: Readonly<Record<string, readonly EndpointName[]>> = {
  'a file or a sheet: made when it is asked for': [
    'childFile',
    'sessionPaper',
    'weekPaper',
    'writeRecords',
    'writeInstallation',
    'writeRoster',
    'backupFile',
    'homeSheet',
    'recording',
    'calendar',
  ],
  'no page of a colleague reads it': ['health', 'ready', 'cover', 'subscribedCalendar'],
  'one’s own, and changed by oneself': ['ownSignIns', 'calendarLinks'],
  'ships with the tool': ['familyLanguages'],
  'the same list, packed: read as `children`': ['packedChildren'],
  'read before a check begins': ['recallSoFar'],
  'a lead’s own pages, read when they are opened': ['backups', 'trust'],
};

describe('topics of the live stream', () => {
  const known = Object.values(NOT_AGAIN).flat();
  it('name what can be read, and only that', () => {
    for (const [topic, names] of Object.entries(TOPICS)) {
      for (const name of names) expect(READ, `${topic}: ${name}`).toContain(name);
      expect(new Set(names).size, `${topic} names something twice`).toBe(names.length);
    }
  });
  it('reach everything a page reads', () => {
    expect(READ.filter((name) => !AGAIN.has(name) && !known.includes(name)).sort()).toEqual([]);
  });
  it('and no reason is kept for what is read again after all', () => {
    expect(known.filter((name) => AGAIN.has(name) || !READ.includes(name))).toEqual([]);
  });
});
