/** The core's heavy work, off the page: the lexicon is loaded once and kept here. */
import { loadLexicon } from '@sapling/core';
import {
  analyseResponse,
  checkKind,
  type CheckKind,
  type ItemRequest,
  analyseSentence,
  analyseSpelling,
  likelyResponses,
} from '@sapling/core/checks';
import {
  seriate,
  type Cell,
  afterCycle,
  boardOf,
  movesOf,
  placementOf,
  practisableFocus,
  practiceOf,
  type AfterCycle,
  type BoardView,
  type Group,
  type GroupingChild,
  type GroupingProblem,
  type Need,
  type Move,
  type Placement,
  type Seriation,
} from '@sapling/core/grouping';
import { derive, type Observation } from '@sapling/core/evidence';
import { judge, teachNext, type EstimateModel, type GroupOutcome, type LoggedTeaching, type Undecided } from '@sapling/core/judgement';
import {
  alternativeSpellings,
  chooseSentences,
  countRule,
  findWords,
  listenAndFind,
  makeMadeUpWords,
  oddUnits,
  offerableWords,
  orderCurve,
  orderRemarks,
  rimeFamilies,
  segment,
  SOUNDS,
  SPELLING_RULES,
  statedRule,
  syllableLetters,
  textReport,
  wordChain,
  wordJudge,
  wordsOf,
  wordsWithEndings,
  type ChainRequest,
  type FindWordsRequest,
  type Gpc,
  type Lexicon,
  type MadeUpRequest,
  type TeachingOrder,
  type Reader,
  type RuleCount,
  type RuleScope,
  type Spelling,
  type StatedRule,
  type Taught,
  type TeachingStep,
  type SchoolWords,
  type WordCorrection,
} from '@sapling/core/phonics';
import {
  planSession,
  putText,
  redrawPart,
  swapWord,
  plannedWord,
  type PlannedWord,
  type SessionPlan,
  type SessionPart,
  type SessionRequest,
} from '@sapling/core/planning';
import { firstStep, likelyOf, pairsInText, practises, readingPace, wordsToTeach, type Offer } from '@sapling/core/reading';
import lexiconUrl from '@sapling/core/lexicon.bin?url';
import { expose } from 'comlink';
import { improveGroups, stopSearch, suggestGroups } from './grouping.js';

let shipped: Promise<Lexicon> | undefined;
let corrected: Promise<Lexicon> | undefined;
let corrections: readonly WordCorrection[] = [];
let school: SchoolWords = {};
async function load(): Promise<Lexicon> {
  const begun = performance.now();
  const lexicon = await loadLexicon(new URL(lexiconUrl, self.location.href));
  // read by the benchmark
  performance.measure('lexicon', { start: begun });
  return lexicon;
}
/** The lexicon with this school's cuts. Loaded when first needed; what failed is tried again when next asked. */
const words = async (): Promise<Lexicon> => {
  shipped ??= load();
  corrected ??= shipped.then((lexicon) => lexicon.corrected(corrections, school));
  try {
    return await corrected;
  } catch (error) {
    [shipped, corrected] = [undefined, undefined];
    throw error;
  }
};
type Args<F extends (lexicon: Lexicon, request: never) => unknown> = Parameters<F>[1];

const api = {
  async planSession(request: SessionRequest): Promise<SessionPlan> {
    return planSession(await words(), request);
  },
  async redrawPart(request: SessionRequest, plan: SessionPlan, part: string, seed: number): Promise<SessionPart> {
    return redrawPart(await words(), request, plan, part, seed);
  },
  async swapWord(request: SessionRequest, plan: SessionPlan, at: { part: string; word: string; seed: number }) {
    return swapWord(await words(), request, plan, at);
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
  /** How this school cuts words, and which it offers; later answers follow it. */
  setSchool(list: readonly WordCorrection[], words: SchoolWords): void {
    corrections = list;
    school = words;
    corrected = undefined;
  },
  /** Loads the lexicon and the words that may be offered. */
  async ready(): Promise<void> {
    offerableWords(await words());
  },
  /** Loads and builds what the slowest tool needs, so that its first use is instant. */
  async warmUp(): Promise<void> {
    await this.ready();
    makeMadeUpWords(await words(), { taught: { gpcs: ['s:s', 'a:a', 't:t', 'p:p', 'i:i'], words: [] }, shape: 'CVC', count: 1, seed: 1 });
  },
  async textReport(text: string, readers: readonly Reader[]) {
    return textReport(await words(), text, readers);
  },
  /** How each text fits one reader: what share was taught, and what share they likely read; null where too little is known to say. */
  async textFits(
    texts: readonly { id: string; text: string }[],
    reader: Reader,
  ): Promise<{ id: string; share: number; likelyShare: number | null }[]> {
    const lexicon = await words();
    return texts.map(({ id, text }) => {
      const [own] = textReport(lexicon, text, [reader]).readers;
      return { id, share: own!.share, likelyShare: likelyOf(own!) };
    });
  },
  /** The pairs each text practises, commonest in it first, and how many words it has. */
  async textPairs(texts: readonly { id: string; text: string }[]): Promise<{ id: string; words: number; pairs: Gpc[] }[]> {
    const lexicon = await words();
    return texts.map(({ id, text }) => ({
      id,
      words: wordsOf(text).length,
      pairs: [...pairsInText(lexicon, text)]
        .filter(([, p]) => practises(p))
        .sort((a, b) => b[1].times - a[1].times)
        .map(([gpc]) => gpc),
    }));
  },
  async putText(request: SessionRequest, part: SessionPart, text: Parameters<typeof putText>[3]): Promise<SessionPart> {
    return putText(await words(), request, part, text);
  },
  /** From which step of each order a text is offered. */
  async offersOf(text: string, orders: readonly TeachingOrder[]): Promise<Offer[]> {
    const lexicon = await words();
    return orders.flatMap((order) => {
      const at = firstStep(lexicon, text, order);
      return at ? [{ order: order.id, step: at.step }] : [];
    });
  },
  async wordsToTeach(reading: Args<typeof wordsToTeach>) {
    return wordsToTeach(await words(), reading);
  },
  async readingPace(list: readonly string[], reached: ReadonlyMap<number, number>) {
    return readingPace(await words(), list, reached);
  },
  async makeMadeUpWords(request: MadeUpRequest) {
    return makeMadeUpWords(await words(), request);
  },
  async wordChain(request: ChainRequest) {
    return wordChain(await words(), request);
  },
  async listenAndFind(request: Args<typeof listenAndFind>) {
    return listenAndFind(await words(), request);
  },
  async rimeFamilies(request: Args<typeof rimeFamilies>) {
    return rimeFamilies(await words(), request);
  },
  async alternativeSpellings(request: Args<typeof alternativeSpellings>) {
    return alternativeSpellings(await words(), request);
  },
  async wordsWithEndings(request: Args<typeof wordsWithEndings>) {
    return wordsWithEndings(await words(), request);
  },
  async chooseSentences(request: Args<typeof chooseSentences>) {
    return chooseSentences(await words(), request);
  },
  /** The items of a check of a kind, for one child. */
  async checkItems(kind: CheckKind, request: ItemRequest) {
    return checkKind(kind).items(request, await words());
  },
  async likelyResponses(request: Args<typeof likelyResponses>) {
    return likelyResponses(await words(), request);
  },
  async analyseResponse(request: Args<typeof analyseResponse>) {
    return analyseResponse(await words(), request);
  },
  async analyseSpelling(request: Args<typeof analyseSpelling>) {
    return analyseSpelling(await words(), request);
  },
  async analyseSentence(request: Args<typeof analyseSentence>) {
    return analyseSentence(await words(), request);
  },
  async teachNext(request: Args<typeof teachNext>) {
    return teachNext(await words(), request);
  },
  /** What the words of a check leave open, with what was known of the child's pairs before. @param asOf ISO 8601 UTC */
  async undecided(of: {
    readonly before: {
      readonly observations: readonly Observation[];
      readonly teaching: readonly LoggedTeaching[];
      readonly model: EstimateModel;
    };
    readonly words: readonly Observation[];
    readonly accent: string | undefined;
    readonly order: readonly Gpc[];
    readonly taught: readonly Gpc[];
    readonly asOf: string;
  }): Promise<Undecided | null> {
    const { before, words: answers, accent, ...rest } = of;
    const found = derive(await words(), answers, accent === undefined ? {} : { accent });
    const { observations, ...known } = before;
    return judge({ ...found, pairs: [...observations, ...found.pairs] }, { ...rest, ...known }).undecided;
  },
  /** Every sound's spellings with their shares, without words. */
  async soundChart(): Promise<{ sound: string; spellings: Spelling[] }[]> {
    const lexicon = await words();
    return lexicon.derived('chart', () =>
      [...SOUNDS.keys()].map((sound) => ({ sound, spellings: alternativeSpellings(lexicon, { sound, perSpelling: 0 }) })),
    );
  },
  /** A word's cuts, its syllables and its odd part. */
  async look(word: string) {
    const lexicon = await words();
    return segment(lexicon, word).map(({ units, from }) => ({
      units,
      from,
      odd: oddUnits(lexicon, units),
      syllables: syllableLetters(word, units),
    }));
  },
  async orderCurve(steps: readonly TeachingStep[]) {
    return orderCurve(await words(), steps);
  },
  async orderRemarks(steps: readonly TeachingStep[]) {
    return orderRemarks(await words(), steps);
  },
  /** Counts the quoted rules, in slices so that another question can be answered between. */
  async countRules(scope: RuleScope): Promise<RuleCount[]> {
    const lexicon = await words();
    const out: RuleCount[] = [];
    for (const rule of SPELLING_RULES) {
      out.push(countRule(lexicon, rule, scope));
      await new Promise((resolve) => setTimeout(resolve));
    }
    return out;
  },
  async countStated(rules: readonly StatedRule[], scope: RuleScope): Promise<RuleCount[]> {
    const lexicon = await words();
    return rules.map((rule) => countRule(lexicon, statedRule(rule), scope));
  },
  /** How much running text each pair opens, from the lexicon's counts. */
  async textOpened(): Promise<Record<string, number>> {
    const lexicon = await words();
    return lexicon.derived('text opened', () => Object.fromEntries(lexicon.pairs.map((p) => [p.gpc, p.count])));
  },
  /** Everything the board says of its groups as they stand. */
  boardOf(problem: GroupingProblem, groups: readonly Group[]): BoardView {
    return boardOf(problem, groups);
  },
  /** Every place one child could be, with what it would change. */
  movesOf(problem: GroupingProblem, groups: readonly Group[], child: string): Move[] {
    return movesOf(problem, { groups }, child);
  },
  /** What a group's cycle suggests for the groups that come next. */
  afterCycle(problem: GroupingProblem, groups: readonly Group[], at: number, outcome: GroupOutcome): AfterCycle {
    return afterCycle(problem, groups, at, outcome);
  },
  placementOf(problem: GroupingProblem, groups: readonly Group[], child: string): Placement | null {
    return placementOf(problem, { groups }, child);
  },
  async seriate(table: readonly (readonly Cell[])[]): Promise<Seriation> {
    return Promise.resolve(seriate(table));
  },
  async suggestGroups(problem: GroupingProblem, wholeWords: readonly string[], onProgress: (done: number) => void) {
    return suggestGroups(await words(), problem, wholeWords, onProgress);
  },
  improveGroups(problem: GroupingProblem, groups: readonly Group[], onProgress: (done: number) => void) {
    return improveGroups(problem, groups, onProgress);
  },
  /** Ends a search of groups; it returns the best it has. */
  stop(): void {
    stopSearch();
  },
  /** Focus pairs and skills that fit these children best, and that they can practise. */
  async suggestFocus(problem: GroupingProblem, members: readonly string[], wholeWords: readonly string[]): Promise<Need[]> {
    return practisableFocus(await words(), problem, members, wholeWords).focus;
  },
  /** For each child how much there is to practise each pair with. */
  async practiceOf(children: readonly GroupingChild[], taught: readonly Gpc[]): Promise<Record<Gpc, number>[]> {
    return practiceOf(await words(), { children, taught });
  },
};
export type CoreWorker = typeof api;
expose(api);
