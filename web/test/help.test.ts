/** Help is true of what there is: every place has a page, every picture is shipped, every key list belongs to a screen. */
import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { keysFor } from '../src/help/keys.js';
import { HELP_PAGES, helpFor } from '../src/help/pages.js';
import { PLACES } from '../src/shell/places.js';

const WEB = join(import.meta.dirname, '..');
/** Addresses as they stand in the router, with something in the place of an id. */
const addresses = [...readFileSync(join(WEB, 'src/app.tsx'), 'utf8').matchAll(/path: '([^'*]+)'/g)].map(
  ([, path]) => `/${path!.replace(/:\w+/g, '1')}`,
);

describe('help', () => {
  it('every place and every address has its page', () => {
    const ids: Record<string, string> = {
      Today: 'today',
      Children: 'children',
      Check: 'check',
      Gaps: 'gaps',
      Groups: 'groups',
      Sessions: 'sessions',
      Progress: 'progress',
      Library: 'library',
      Team: 'team',
    };
    for (const place of PLACES) expect(helpFor(place.to).id, place.name).toBe(ids[place.name]);
    expect(helpFor('/groups/1/cycle').id).toBe('groups');
    expect(helpFor('/sessions/timetable/set-up').id).toBe('timetable');
    expect(helpFor('/sessions/1/run').id).toBe('sessions');
    expect(helpFor('/reading/1').id).toBe('reading');
    expect(helpFor('/children/1/readings').id).not.toBe('first-day');
    expect(helpFor('/team/year').id).toBe('year');
    for (const path of addresses.filter((a) => !/^\/(help|patterns|words|texts|orders|styles|rules)/.test(a)))
      expect(helpFor(path).id, path).not.toBe('first-day');
  });
  it('is short, and its pictures are there', () => {
    for (const page of HELP_PAGES) {
      for (const line of page.parts.flatMap((p) => p.text)) expect(line.length, line).toBeLessThan(260);
      if (page.picture) expect(existsSync(join(WEB, 'public/help-pictures', `${page.picture.file}.webp`)), page.id).toBe(true);
    }
    expect(new Set(HELP_PAGES.map((p) => p.id)).size).toBe(HELP_PAGES.length);
  });
  it('keys are those of the screen, and those that hold everywhere', () => {
    expect(keysFor('/check/1').map((k) => k.title)).toEqual(['A check', 'Everywhere']);
    expect(keysFor('/check/paper').map((k) => k.title)).toEqual(['Everywhere']);
    expect(keysFor('/sessions/1/run')[0]!.title).toBe('Running a session');
    expect(keysFor('/gaps')[0]!.title).toBe('The grid');
  });
});
