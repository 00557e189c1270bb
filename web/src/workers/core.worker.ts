/** The core's heavy work, off the page: the lexicon is loaded once and kept here. */
import {
  decodability,
  explain,
  findWords,
  formGroups,
  loadLexicon,
  planSession,
  plannedWord,
  suggestFocus,
  wordJudge,
  type FindWordsRequest,
  type Grouping,
  type GroupingProblem,
  type GroupExplanation,
  type Lexicon,
  type PlannedWord,
  type SessionPlan,
  type SessionRequest,
  type Taught,
} from '@sapling/core';
import lexiconUrl from '@sapling/core/lexicon.bin?url';
import { expose } from 'comlink';

let lexicon: Promise<Lexicon> | undefined;
const words = (): Promise<Lexicon> => (lexicon ??= loadLexicon(new URL(lexiconUrl, self.location.href)));
let stopped = 0;

const api = {
  async planSession(request: SessionRequest): Promise<SessionPlan> {
    return planSession(await words(), request);
  },
  async plannedWord(word: string, focus: readonly string[]): Promise<PlannedWord> {
    return plannedWord(await words(), word, focus);
  },
  /** Each word with the pairs it lacks; none where it can be read. */
  async missing(list: readonly string[], taught: Taught): Promise<{ word: string; status: string; missing: string[] }[]> {
    const judge = wordJudge(await words(), taught);
    return list.map((word) => ({ word, ...judge(word) }));
  },
  async findWords(request: FindWordsRequest) {
    return findWords(await words(), request);
  },
  async decodability(text: string, taught: Taught) {
    return decodability(await words(), text, taught);
  },
  /** In slices, so that a stop is heard; progress from 0 to 1. */
  async formGroups(
    problem: GroupingProblem,
    seed: number,
    onProgress: (done: number) => void,
  ): Promise<{ grouping: Grouping; why: GroupExplanation[] } | null> {
    const mine = stopped;
    const tries = 4;
    let best: Grouping | undefined;
    for (let k = 0; k < tries; k += 1) {
      const found = formGroups(problem, { seed: seed + k });
      if (!best || found.cost.total < best.cost.total) best = found;
      onProgress((k + 1) / tries);
      await new Promise((resolve) => setTimeout(resolve));
      if (stopped !== mine) return null;
    }
    return { grouping: best!, why: explain(problem, best!) };
  },
  stop(): void {
    stopped += 1;
  },
  suggestFocus(problem: GroupingProblem, members: readonly string[]): string[] {
    return suggestFocus(problem, members);
  },
};
export type CoreWorker = typeof api;
expose(api);
