/** What is done with one press from several places: said with a way back, or why it could not be done. */
import type { SchoolWord } from '@sapling/contract';
import { act, waitFor } from '@testing-library/react';
import { beforeEach, describe, expect, it } from 'vitest';
import { returnChild } from '../../src/children/return-child.js';
import { arrange, undoing } from '../../src/groups/arrange.js';
import { offerWord } from '../../src/library/offer.js';
import { takeBack } from '../../src/sessions/take-back.js';
import { group } from '../support/children.js';
import { askedOf, No, NO_NETWORK, said, saying, serve } from './support/page.js';

const errors = (): string[] => said().flatMap((one) => (one.type === 'error' ? [one.title] : []));
const undo = async (words: string | RegExp): Promise<void> => {
  const { action } = await saying(words);
  await act(() => Promise.resolve(action!.onClick()));
};

describe('a word', () => {
  /** What the school has decided, as the server holds it. */
  let kept: Map<string, SchoolWord>;
  beforeEach(() => {
    kept = new Map();
    serve({
      saveSchoolWord: ({ params, body }) => {
        const { offer, version } = body as { offer: SchoolWord['offer']; version: number };
        const before = kept.get(params.word!);
        if ((before?.version ?? 0) !== version) return new No('newer-version', { detail: 'Somebody else decided about this word.' });
        const next = { word: params.word!, offer, version: version + 1 } as SchoolWord;
        kept.set(next.word, next);
        return next;
      },
      removeSchoolWord: ({ params }) => (kept.delete(params.word!), { ok: true }),
    });
  });
  it('taken out of what is offered is decided by the word book again by Undo, and taken out again by the next', async () => {
    expect(await offerWord('rat', 'never', undefined)).toBe(true);
    expect(kept.get('rat')!.offer).toBe('never');
    await undo('“rat” is never offered again, for everybody in the school.');
    await waitFor(() => expect(kept.size).toBe(0));
    await undo('The word book decides about “rat” again.');
    await waitFor(() => expect(kept.get('rat')!.offer).toBe('never'));
  });
  it('that was put in and is taken out goes back to what the school had decided', async () => {
    await offerWord('gran', 'also', undefined);
    await offerWord('gran', 'never', kept.get('gran'));
    await undo('“gran” is never offered again, for everybody in the school.');
    await waitFor(() => expect(kept.get('gran')!.offer).toBe('also'));
  });
  it('that a colleague decided about meanwhile stays as they have it, and it is said', async () => {
    kept.set('rat', { word: 'rat', offer: 'also', version: 4 } as SchoolWord);
    expect(await offerWord('rat', 'never', undefined)).toBe(false);
    expect([errors(), kept.get('rat')!.offer]).toEqual([['Somebody else decided about this word.'], 'also']);
  });
});

describe('several groups', () => {
  it('are changed in one go, with nothing left out of what is sent; Undo does the opposite', async () => {
    serve({ arrangeGroups: () => [group('willow', ['ada'], [])] });
    expect(await arrange({ end: [{ id: 'oak', version: 2 }] })).toHaveLength(1);
    undoing({ reopen: [{ id: 'oak', version: 3 }] }).onClick();
    await waitFor(() => expect(askedOf('arrangeGroups')).toHaveLength(2));
    expect(askedOf('arrangeGroups').map(({ body }) => body)).toEqual([
      { change: [], add: [], end: [{ id: 'oak', version: 2 }], reopen: [] },
      { change: [], add: [], end: [], reopen: [{ id: 'oak', version: 3 }] },
    ]);
  });
  it('that cannot be put back any more say why', async () => {
    serve({ arrangeGroups: () => new No('in-use', { detail: 'Ada is in a group by now: Willow. Nothing was changed.' }) });
    undoing({ reopen: [{ id: 'oak', version: 3 }] }).onClick();
    await waitFor(() => expect(errors()).toEqual(['Ada is in a group by now: Willow. Nothing was changed.']));
  });
});

describe('sessions that were just made', () => {
  it('are taken out again, each at its version; where one stays it is said', async () => {
    serve({ removeSession: () => ({ ok: true }) });
    const made = [{ id: 's1', version: 1 }, { id: 's2', version: 3 }]; // prettier-ignore
    expect(await takeBack(made)).toBe(true);
    expect(askedOf('removeSession').map(({ params, query }) => [params.id, query.version])).toEqual([['s1', '1'], ['s2', '3']]); // prettier-ignore
    serve({ removeSession: ({ params }) => (params.id === 's2' ? NO_NETWORK : { ok: true }) });
    expect(await takeBack(made)).toBe(false);
    expect(errors()).toEqual(['The server cannot be reached just now.']);
  });
});

describe('a child who left', () => {
  it('comes back to the lists, or to where they were where it was a slip', async () => {
    serve({ childReturns: ({ params }) => ({ id: params.id, givenName: 'Ada' }) });
    expect(await returnChild('ada', 'wrens')).toMatchObject({ givenName: 'Ada' });
    await saying('Ada is back on the lists. Groups have to be joined anew.');
    await returnChild('ada', 'wrens', true);
    await saying('Ada is back as before.');
    expect(askedOf('childReturns').map(({ body }) => body)).toEqual([{ classId: 'wrens' }, { classId: 'wrens', groups: true }]);
  });
  it('to a class that has ended does not, and it is said', async () => {
    serve({ childReturns: () => new No('in-use', { detail: 'Wrens has ended.' }) });
    expect(await returnChild('ada', 'wrens')).toBeNull();
    expect(errors()).toEqual(['Wrens has ended.']);
  });
});
