/** The roll-over as it is proposed and changed. */
import type { SchoolClass } from '@sapling/contract';
import { describe, expect, it } from 'vitest';
import { fromList, notYet, proposed, toRollOver, yearAbove, yearName } from '../src/team/year-plan.js';

const schoolClass = (name: string, year: string, orderId = 'riverbank'): SchoolClass => ({
  id: name,
  name,
  year,
  orderId,
  taughtSteps: 3,
  children: 0,
  version: 1,
});
const child = (id: string, classId: string, givenName = id, familyName = 'Test', externalId: string | null = null) => ({
  id,
  classId,
  givenName,
  familyName,
  externalId,
});
const next = (plans: ReturnType<typeof proposed>): Record<string, string> =>
  Object.fromEntries(plans.map((p) => [p.id, p.leaves ? '-' : `${p.name} (${p.year})`]));

describe('the roll-over', () => {
  it('proposes the class of the year above, a name that goes up with its number, and leaving for the highest year', () => {
    expect(next(proposed([schoolClass('Owls', '2'), schoolClass('Wrens', '1'), schoolClass('Chicks', 'R')]))).toEqual({
      Wrens: 'Owls (2)',
      Owls: '-',
      Chicks: 'Wrens (1)',
    });
    expect(next(proposed([schoolClass('1W', 'Year 1'), schoolClass('1K', 'Year 1'), schoolClass('2W', 'Year 2')]))).toEqual({
      '1K': '2K (Year 2)',
      '1W': '2W (Year 2)',
      '2W': '-',
    });
    const kept = proposed([schoolClass('Owls', '2'), schoolClass('Wrens', '1')]).map((p) => ({ ...p, leaves: false }));
    expect(notYet(kept, new Map(), [schoolClass('Owls', '2'), schoolClass('Wrens', '1')])).toBe('Say what Owls is called next year.');
    // one class alone is not sent away
    expect(next(proposed([schoolClass('All', '')]))).toEqual({ All: 'All ()' });
  });

  it('counts years and names them', () => {
    expect(['1', 'Year 1', 'Year 09', 'R', ''].map(yearAbove)).toEqual(['2', 'Year 2', 'Year 10', '1', '']);
    expect(['2027-07-10', '2027-08-20', '2026-11-25', '2099-12-01'].map(yearName)).toEqual(['2026/27', '2027/28', '2026/27', '2099/00']);
  });

  it('says what stands in the way', () => {
    const classes = [schoolClass('Wrens', '1'), schoolClass('Owls', '1', 'hillside')];
    const plan = (name: string) => ({ id: 'Wrens', leaves: false, name, year: '2' });
    const owls = { id: 'Owls', leaves: false, name: 'Larks', year: '2' };
    expect(notYet([plan(' '), owls], new Map(), classes)).toContain('Wrens');
    expect(notYet([plan('Larks'), owls], new Map(), classes)).toContain('different teaching orders');
    expect(notYet([plan('Robins'), owls], new Map([['a', 'Jays']]), classes)).toContain('Jays');
    expect(notYet([plan('Robins'), owls], new Map([['a', null]]), classes)).toBeNull();
  });

  it('takes next year’s list: by number, by name where it is one child’s; who is not on it leaves; nobody is guessed', () => {
    const plans = proposed([schoolClass('Wrens', '1'), schoolClass('Owls', '2')]).map((p) => ({
      ...p,
      leaves: false,
      name: p.id === 'Wrens' ? 'Owls' : 'Jays',
    }));
    const children = [
      child('ada', 'Wrens', 'Ada', 'Löwe', '7'),
      child('ben', 'Wrens', 'Ben', 'Twin'),
      child('ben2', 'Owls', 'Ben', 'Twin'),
      child('cleo', 'Wrens', 'Cleo', 'Marsh'),
      child('gone', 'Owls', 'Gone', 'Away'),
    ];
    const row = (givenName: string, familyName: string, className: string, externalId: string | null = null) => ({
      givenName,
      familyName,
      className,
      externalId,
    });
    const found = fromList(
      [
        row('Ada', 'Lowe', 'jays', '7'),
        row('Ben', 'Twin', 'Owls'),
        row('cléo', 'MARSH', 'Owls'),
        row('New', 'Child', 'Owls'),
        row('Gone', 'Away', 'Nowhere'),
      ],
      children,
      plans,
    );
    // of two children of one name neither leaves because the list does not say which it means
    expect([...found.others]).toEqual([['ada', 'Jays']]);
    expect(found).toMatchObject({ matched: 3, fresh: 1, unnamed: 0, unsure: ['Ben Twin', 'Ben Twin'], unknown: ['Nowhere'] });
    const sent = toRollOver(' 2026/27 ', plans, found.others, 'with the name');
    expect(sent.classes).toEqual([
      { id: 'Wrens', next: { name: 'Owls', year: '2' } },
      { id: 'Owls', next: { name: 'Jays', year: '3' } },
    ]);
    expect(sent.ending).toBe('2026/27');
  });
});
