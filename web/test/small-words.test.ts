/** What is said and read in small places: who a text is held against, what a session is for, what the adult says, a carried child, a file's letters. */
import type { Group, SchoolClass } from '@sapling/contract';
import type { Taught } from '@sapling/core/phonics';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { announcements, LOOSE, placeByPlace } from '../src/groups/carry.js';
import { changedFields } from '../src/groups/group-change.js';
import { readersOf } from '../src/library/readers.js';
import { answerOf, modelOf } from '../src/sessions/adult-help.js';
import type { Part, Word } from '../src/sessions/part-view.js';
import { purposeWords } from '../src/sessions/purpose.js';
import { decode } from '../src/ui/decode.js';
import { child, group, orders } from './support/children.js';

describe('whom a text is held against', () => {
  const wrens = { id: 'wrens', name: 'Wrens' } as SchoolClass;
  const taught: Taught = { gpcs: ['s:s'], words: [] };
  const kids = [child('a', ['ai:ay']), child('b', ['sh:sh', 'ai:ay']), child('c', [], { classId: 'larks' })];
  it('is the class, then each group with a child of it, then each child of it, with what each was seen not to have', () => {
    const there = [group('mixed', ['a', 'c'], []), group('larks only', ['c'], []), group('empty', [], [])];
    const readers = readersOf(wrens, taught, kids, there, orders);
    expect(readers.map((r) => [r.kind, r.id])).toEqual([
      ['class', 'class'],
      ['group', 'mixed'],
      ['child', 'a'],
      ['child', 'b'],
    ]);
    expect(readers.find((r) => r.id === 'b')!.unsure).toEqual(['ai:ay', 'sh:sh']);
    expect(readers.find((r) => r.id === 'mixed')!.unsure).toEqual(['ai:ay']);
    expect(readers[0]!.unsure).toBeUndefined();
  });
  it('is the whole order where there is no class yet', () => {
    expect(readersOf(null, taught, kids, [], undefined)).toEqual([{ id: 'class', kind: 'class', name: 'All of the order', taught }]);
  });
});

describe('what a session is for', () => {
  const none = { fresh: null, again: [], recheck: [], purpose: 'teach', skill: undefined } as unknown as Parameters<typeof purposeWords>[0];
  const of = (more: object): string => purposeWords({ ...none, ...more } as Parameters<typeof purposeWords>[0]);
  it('names what is new, what comes back and what is asked', () => {
    expect(of({ fresh: 'ai:ay', again: [{ gpc: 'sh:sh' }] })).toBe('New: ‘ai’; ‘sh’ comes back');
    expect(of({ fresh: 'ai:ay', again: [{ gpc: 'sh:sh' }, { gpc: 'oa:oh' }], recheck: ['ee:ee'] })).toBe(
      'New: ‘ai’; ‘sh’, ‘oa’ come back; ask ‘ee’',
    );
  });
  it('tells two sounds of one grapheme apart', () => {
    expect(of({ again: [{ gpc: 'oo:oo' }, { gpc: 'oo:uu' }] })).toBe('‘oo’ as in moon, ‘oo’ as in book come back');
  });
  it('begins with a capital, or with the grapheme as it is written', () => {
    expect(of({ again: [{ gpc: 'sh:sh' }] })).toBe('‘sh’ comes back');
    expect(of({ skill: 'blending' })).toBe('Blending');
    expect(of({ skill: 'fluency', recheck: ['ee:ee'] })).toBe('Reading and fluency; ask ‘ee’');
    expect(of({ purpose: 'mixed' })).toBe('Mixed practice');
  });
});

describe('what the adult is told beside an item', () => {
  const units = (text: string) =>
    text.split(' ').map((u, k) => {
      const [grapheme, sound] = u.split(':');
      return { grapheme: grapheme!, sound: sound!, letters: [k] };
    });
  const word = (spelling: string, cut: string, more: Partial<Word> = {}): Word =>
    ({ word: spelling, units: units(cut), ...more }) as unknown as Word;
  const part = (words: Word[], more: Partial<Part> = {}): Part => ({ words, ...more }) as unknown as Part;
  it('is the sound of a card, the sounds of a word, the base and its ending, the odd part', () => {
    expect(answerOf(part([]), { gpc: 'sh:sh' } as never)).toBe('/sh/ as in ship');
    const ship = part([word('ship', 'sh:sh i:i p:p')]);
    expect(answerOf(ship, { word: 0 } as never)).toBe('sh · i · p');
    expect(modelOf(ship, { word: 0 } as never)).toBe('“Sounds: sh · i · p. The word is ship. Your turn: sounds, then the word.”');
    expect(answerOf(part([word('jumped', 'j:j u:u m:m p:p ed:t', { base: 'jump', ending: 'ed' })]), { word: 0 } as never)).toBe(
      'jump + ed',
    );
    const said = part([word('said', 's:s ai:e d:d', { odd: [1] })]);
    expect(answerOf(said, { word: 0 } as never)).toContain('odd part: a says /e/');
    expect(modelOf(said, { word: 0 } as never)).toBe('“This part says /e/. The word is said. What word?”');
  });
  it('is said by ear where the part is by ear, and what is asked stands before what is right', () => {
    const heard = part([word('sun', 's:s u:u n:n', { say: ['s', 'u', 'n'] })]);
    expect(answerOf(heard, { word: 0 } as never)).toBe('s … u … n → sun');
    expect(modelOf(heard, { word: 0 } as never)).toBe('“Listen: s … u … n: sun. Now you.”');
    const asked = part([word('sun', 's:s u:u n:n', { answer: 'starts with /s/' })]);
    expect(answerOf(asked, { word: 0 } as never)).toBe('sun: starts with /s/');
  });
  it('is nothing for an item that is not there', () => {
    expect(answerOf(part([]), { word: 3 } as never)).toBeNull();
    expect(answerOf(part([]), { row: 0 } as never)).toBeNull();
    expect(modelOf(part([]), {} as never)).toBeNull();
    expect(modelOf(part([]), { line: 0 } as never)).toContain('from its start');
  });
});

describe('a carried child', () => {
  const groups: Group[] = [group('Willow', [], []), group('Hazel', [], [])];
  const say = announcements(
    groups,
    (id) => id.toUpperCase(),
    (at) => (at === null ? null : ({ cost: `${at} minutes`, why: 'they share ai' } as never)),
  );
  const active = { data: { current: { child: 'ada' } } };
  it('is said where it is, with what that place would change', () => {
    expect(say.onDragStart!({ active } as never)).toContain('ADA lifted.');
    expect(say.onDragOver!({ active, over: { id: 'Hazel' } } as never)).toBe('Over Hazel. 1 minutes. they share ai');
    expect(say.onDragOver!({ active, over: { id: LOOSE } } as never)).toBe('Over in no group.');
    expect(say.onDragOver!({ active, over: null } as never)).toBeUndefined();
    expect(say.onDragEnd!({ active, over: { id: 'Willow' } } as never)).toBe('ADA put down in Willow.');
    expect(say.onDragEnd!({ active, over: { id: LOOSE } } as never)).toBe('ADA put down in no group.');
    expect(say.onDragEnd!({ active, over: null } as never)).toBe('Left where it was.');
    expect(say.onDragCancel!({ active } as never)).toBe('Left where it was.');
  });
  it('goes by arrows from place to place in reading order, round at the ends', () => {
    const rects = new Map(
      [
        ['b', { left: 300, top: 12 }],
        ['a', { left: 0, top: 0 }],
        ['c', { left: 0, top: 400 }],
      ].map(([id, at]) => [id as string, at as { left: number; top: number }]),
    );
    const go = (code: string, from: string) => {
      let held = false;
      const event = { code, preventDefault: () => (held = true) };
      const at = placeByPlace(
        event as never,
        {
          context: { droppableRects: rects, over: { id: from }, collisionRect: {} },
        } as never,
      );
      return { at, held };
    };
    expect(go('ArrowRight', 'a').at).toEqual({ x: 320, y: 72 });
    expect(go('ArrowDown', 'b').at).toEqual({ x: 20, y: 460 });
    expect(go('ArrowRight', 'c').at).toEqual({ x: 20, y: 60 });
    expect(go('ArrowLeft', 'a').at).toEqual({ x: 20, y: 460 });
    expect(go('KeyA', 'a')).toEqual({ at: undefined, held: false });
    expect(go('ArrowUp', 'b').held).toBe(true);
  });
});

it('names what of a group differs, and nothing that was written as it was', () => {
  expect(
    changedFields({ name: 'Willow', focus: ['ai:ay'], slot: null }, { name: 'Willow', focus: ['ai:ay', 'oa:oh'], slot: 'nine' }),
  ).toEqual(['focus', 'time']);
  expect(changedFields({ members: ['a'] }, { members: ['a'] })).toEqual([]);
});

describe('the letters of a file', () => {
  const text = 'Zoë Ødegård, “ship” – 3 £';
  it('come back whichever of the usual ways it was saved in', () => {
    const utf16 = (big: boolean, mark: boolean): Uint8Array => {
      const units = [...(mark ? '\uFEFF' : ''), ...text].flatMap((c) => [c.charCodeAt(0) >> 8, c.charCodeAt(0) & 255]);
      return Uint8Array.from(units.map((_, k) => units[big ? k : k ^ 1]!));
    };
    expect(decode(new TextEncoder().encode(text))).toBe(text);
    expect(decode(new TextEncoder().encode(`\uFEFF${text}`))).toBe(text);
    for (const big of [true, false]) for (const mark of [true, false]) expect(decode(utf16(big, mark))).toBe(text);
  });
  it('of an old program are read as the Western letters they are', () => {
    expect(decode(Uint8Array.from([0x5a, 0x6f, 0xeb, 0x20, 0xa3, 0x33]))).toBe('Zoë £3');
  });
  it('never break on any octets', () => {
    fc.assert(fc.property(fc.uint8Array({ maxLength: 300 }), (bytes) => typeof decode(bytes) === 'string'));
  });
});
