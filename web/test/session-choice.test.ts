/** A session to be made: what it is for, whose it is and whether a drawn plan fits, from what was chosen and what there is. */
import { describe, expect, it } from 'vitest';
import type { Lending, StyleRow } from '@sapling/contract';
import { adultOf, aimOf, asInCycle, askedFrom, choiceFrom, isForAim, styleOf, type Aim } from '../src/sessions/session-choice.js';
import type { Plan } from '../src/sessions/part-view.js';
import { changedTo, taken, undone } from '../src/sessions/use-draft.js';

type CycleSession = NonNullable<Parameters<typeof aimOf>[2]>;
const planned = (fresh: string | null, again: string[] = []): CycleSession =>
  ({ fresh, again: again.map((gpc) => ({ gpc, for: [] })), contrast: [['b:b', 'd:d']], recheck: ['m:m'] }) as unknown as CycleSession;
const nothing = { contrast: [], recheck: [] };
const group = { focus: ['ai:ay', 'oa:oh', 'ee:ee'], skills: [] };

describe('what a session is for', () => {
  it('is what the cycle has for the day, with what it sets side by side and asks again', () => {
    expect(aimOf({ focus: undefined, skill: undefined }, group, planned('sh:sh', ['ai:ay']), nothing)).toEqual({
      focus: ['sh:sh', 'ai:ay'],
      skill: undefined,
      contrast: [['b:b', 'd:d']],
      recheck: ['m:m'],
    });
  });
  it('is what somebody chose, whatever the cycle has; and what an address asked for stands', () => {
    const asked = { contrast: [['p:p', 'q:k']] as const, recheck: ['t:t'] };
    expect(aimOf({ focus: ['ng:ng'], skill: undefined }, group, planned('sh:sh'), asked)).toMatchObject({ focus: ['ng:ng'], ...asked });
    expect(aimOf({ focus: [], skill: 'blending' }, group, planned('sh:sh'), nothing)).toMatchObject({ focus: [], skill: 'blending' });
  });
  it('is the first two of the group’s focus where the cycle has nothing', () => {
    expect(aimOf({ focus: undefined, skill: undefined }, group, undefined, nothing).focus).toEqual(['ai:ay', 'oa:oh']);
    expect(aimOf({ focus: undefined, skill: undefined }, group, planned(null), nothing).focus).toEqual(['ai:ay', 'oa:oh']);
  });
  it('is the group’s skill where it has no pairs, unless none was chosen', () => {
    const forSkill = { focus: [], skills: ['blending' as const] };
    expect(aimOf({ focus: undefined, skill: undefined }, forSkill, undefined, nothing).skill).toBe('blending');
    expect(aimOf({ focus: undefined, skill: '' }, forSkill, undefined, nothing).skill).toBeUndefined();
    expect(aimOf({ focus: ['ai:ay'], skill: undefined }, forSkill, undefined, nothing).skill).toBeUndefined();
  });
  it('stands in step with the cycle only where it is for the same pairs', () => {
    const aim = (focus: string[]): Aim => ({ focus, skill: undefined, ...nothing });
    expect(asInCycle(aim(['ai:ay', 'sh:sh']), planned('sh:sh', ['ai:ay']))).toBe(true);
    expect(asInCycle(aim(['sh:sh']), planned('sh:sh', ['ai:ay']))).toBe(false);
    expect(asInCycle(aim(['sh:sh']), undefined)).toBe(false);
  });
});

describe('what an address asks for', () => {
  it('is read, and what it does not say is not chosen', () => {
    const address = new URLSearchParams({
      on: '2026-12-01',
      focus: 'ai:ay oa:oh',
      contrast: 'b:b~d:d p:p',
      recheck: 'm:m',
      skill: 'blending',
    });
    expect(choiceFrom(address)).toMatchObject({ on: '2026-12-01', focus: ['ai:ay', 'oa:oh'], skill: 'blending', adult: undefined });
    // half a pair of pairs is none
    expect(askedFrom(address)).toEqual({ contrast: [['b:b', 'd:d']], recheck: ['m:m'] });
    expect(choiceFrom(new URLSearchParams({ skill: 'juggling' }))).toMatchObject({ on: null, focus: undefined, skill: undefined });
  });
  it('is all that holds at another address, but for how long and in which style', () => {
    const before = { ...choiceFrom(new URLSearchParams({ focus: 'ai:ay', on: '2026-12-01' })), minutes: 30, style: 's1', adult: 'ada' };
    const other = { ...before, on: null, adult: undefined, focus: undefined, skill: undefined };
    expect(choiceFrom(new URLSearchParams({ group: 'g' }), before)).toEqual(other);
    expect(choiceFrom(new URLSearchParams({ group: 'g', focus: 'oa:oh' }), before)).toEqual({ ...other, focus: ['oa:oh'] });
  });
});

describe('who runs it, and in which style', () => {
  const lent = [{ groupId: 'g', colleagueId: 'ben', from: '2026-12-01', until: '2026-12-05' }] as unknown as readonly Lending[];
  const own = { id: 'g', adultId: 'ada' };
  it('is whom somebody chose, else who has the group that day, else who meets it then, else its own adult', () => {
    expect(adultOf('cleo', own, '2026-12-02', lent, 'dan')).toBe('cleo');
    expect(adultOf(undefined, own, '2026-12-02', lent, 'dan')).toBe('ben');
    expect(adultOf(undefined, own, '2026-12-06', lent, 'dan')).toBe('dan');
    expect(adultOf(undefined, own, '2026-11-30', lent, null)).toBe('ada');
    expect(adultOf(undefined, { id: 'g', adultId: null }, '2026-11-30', [], null)).toBe('');
    // nobody can be chosen too
    expect(adultOf('', own, '2026-12-02', lent, 'dan')).toBe('');
  });
  it('is the school’s style where none was chosen, and any where that is gone', () => {
    const styles = [{ id: 'a' }, { id: 'b' }] as unknown as readonly StyleRow[];
    expect(styleOf(undefined, styles, { sessionStyle: 'b' })?.id).toBe('b');
    expect(styleOf('a', styles, { sessionStyle: 'b' })?.id).toBe('a');
    expect(styleOf('gone', styles, { sessionStyle: 'b' })?.id).toBe('a');
    expect(styleOf(undefined, undefined, undefined)).toBeUndefined();
  });
});

describe('a plan that is drawn again', () => {
  const plan = (focus: string[], words: string[], pinned = ''): Plan =>
    ({
      focus,
      minutes: 20,
      parts: [
        {
          id: 'read words',
          kind: 'read words',
          title: '',
          how: '',
          minutes: 8,
          gpcs: [],
          words: words.map((word) => ({ word, units: [], focus, ...(word === pinned ? { pinned: true } : {}) })),
        },
      ],
    }) as unknown as Plan;
  const words = (p: Plan | null) => p!.parts[0]!.words.map((w) => w.word);
  it('for the same pairs keeps what is pinned, with a way back; for others it begins', () => {
    const first = taken({ past: [], plan: null }, plan(['ai:ay'], ['rain', 'tail'], 'rain'));
    expect(first.past).toEqual([]);
    const again = taken(first, plan(['ai:ay'], ['sail', 'mail']));
    expect(words(again.plan)[0]).toBe('rain');
    expect(again.past).toEqual([first.plan]);
    const other = taken(again, plan(['oa:oh'], ['boat']));
    expect(words(other.plan)).toEqual(['boat']);
    expect(other.past).toEqual([]);
  });
  it('for other pairs leaves a way back to one that was changed by hand, which nothing drawn late covers', () => {
    const drawn = taken({ past: [], plan: null }, plan(['ai:ay'], ['rain']));
    const mine = changedTo(drawn, () => plan(['ai:ay'], ['snail']));
    const other = taken(mine, plan(['oa:oh'], ['boat']));
    expect(words(other.plan)).toEqual(['boat']);
    expect(other.byHand).toBe(true);
    const back = undone(other);
    expect(words(back.plan)).toEqual(['snail']);
    expect(back.byHand).toBe(true);
    // the page asks for these pairs again: what is drawn for them then is not laid over
    const late = taken(back, plan(['ai:ay'], ['mail']));
    expect(words(late.plan)).toEqual(['snail']);
    // pressed once more, and drawn on purpose, it is a step like any other
    expect(words(taken(late, plan(['ai:ay'], ['mail'])).plan)).toEqual(['mail']);
    expect(words(undone(undone(taken(late, plan(['ai:ay'], ['mail'])))).plan)).toEqual(['rain']);
    // a change made before it came stays
    const quick = taken(
      changedTo(back, () => plan(['ai:ay'], ['trail'])),
      plan(['ai:ay'], ['mail']),
    );
    expect(words(quick.plan)).toEqual(['trail']);
    // where nothing is asked for, nothing of one's own goes
    expect(taken(mine, null)).toBe(mine);
    expect(taken(drawn, null).plan).toBeNull();
  });
  it('may be kept only while it is for what is wanted', () => {
    const aim = { focus: ['ai:ay'], skill: undefined, ...nothing };
    expect(isForAim(plan(['ai:ay'], []), aim)).toBe(true);
    expect(isForAim(plan(['oa:oh'], []), aim)).toBe(false);
    expect(isForAim({ ...plan(['ai:ay'], []), skill: 'blending' }, aim)).toBe(false);
    expect(isForAim(null, aim)).toBe(false);
  });
});
