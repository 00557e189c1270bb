export * from './errors.js';
export * from './clock.js';
export * from './days.js';
export * from './random.js';
export * from './wording/own-words.js';
export { isShippedText } from './planning/shipped-words.js';
export * from './phonics/sounds.js';
export * from './phonics/sound-notes.js';
export * from './phonics/lexicon.js';
export { loadLexicon, type LexiconSource } from './io/load-lexicon.js';
export * from './phonics/segment.js';
export { guessSegmentations } from './phonics/guess.js';
export * from './phonics/shape.js';
export * from './phonics/decodability.js';
export * from './phonics/find-words.js';
export * from './phonics/word-parts.js';
export { offerableWords, type IndexedWord } from './phonics/word-index.js';
export { makeMadeUpWords, type MadeUpRequest } from './phonics/made-up.js';
export * from './phonics/chain.js';
export * from './phonics/listen-and-find.js';
export * from './phonics/word-families.js';
export * from './phonics/dictation.js';
export * from './phonics/text-report.js';
export * from './phonics/spelling-rules.js';
export * from './phonics/rule-list.js';
export * from './phonics/order-tools.js';
export * from './phonics/teaching-order.js';
export * from './phonics/nearest-order.js';
export { practiceAnswers, type PracticeAnswer } from './checks/practice-child.js';
export * from './evidence/observation.js';
export * from './judgement/model.js';
export * from './judgement/estimate.js';
export { foretell, type Foretold } from './judgement/foretell.js';
export { placesOf } from './judgement/run-filter.js';
export { tellApart } from './judgement/tell-apart.js';
export * from './checks/stack.js';
export * from './checks/response.js';
export * from './checks/next-card.js';
export { recallBelief as believe, inOrder, type PairBelief, type RecallBelief } from './judgement/recall-model.js';
export * from './phonics/sound-distance.js';
export * from './grouping/problem.js';
export { costOf, costsByChild } from './grouping/cost.js';
export * from './grouping/form-groups.js';
export {
  CARDS_IN_TWO_MINUTES,
  explain,
  withChildMoved as moved,
  movesOf,
  placementOf,
  thinEvidence,
  type Move,
  type Placement,
  type LowEvidence as Thin,
} from './grouping/explain.js';
export { learningOf, LITTLE, type Learning } from './grouping/learning.js';
export { practisableFocus, practiceOf, type PractisedFocus } from './grouping/practisable.js';
export { boardOf, type BoardView } from './grouping/board-view.js';
export * from './grouping/after-cycle.js';
export {
  suggestions,
  suggestionsSteps,
  groupingDifference as difference,
  TRULY_DIFFERENT,
  type Suggestion,
} from './grouping/suggestions.js';
export { brokenRules as broken, constraintsOf, type Constraint } from './grouping/rules.js';
export { conflictOf, conflictInWords, inWords, type RuleConflict, type Named } from './grouping/conflict.js';
export * from './planning/part-content.js';
export { PART_KINDS, partKind, type PartKind } from './planning/parts/index.js';
export type { ChildSheet, PartDescriptor } from './planning/parts/part.js';
export { capital, counted, fewOf, listed, MOST_NAMED, pairInWords } from './in-words.js';
export { remarkWords, type PlanRemark } from './planning/plan-remarks.js';
export { LEAST_SENTENCES, LEAST_WORDS, practiceFor, type Blocker, type Practice } from './planning/practice.js';
export { onFocus } from './planning/plan-look.js';
export { inPhrases } from './planning/phrases.js';
export { skillStyle } from './planning/skill-styles.js';
export * from './planning/session-plan.js';
export { emptyPart, withContent } from './planning/with-content.js';
export {
  checkedStyle,
  MOST_PARTS,
  PART_WORDS,
  shareMinutes,
  SHIPPED_STYLES,
  styleFor,
  type SessionStyle,
  type StylePart,
} from './planning/session-style.js';
export * from './planning/review-stack.js';
export * from './planning/carry-over.js';
export { canRead, readablePairsOf as groundOf, irregularWord, plannedWord, READS_FROM } from './planning/session-words.js';
export * from './planning/plan-session.js';
export { withArticle } from './planning/parts/noun-phrases.js';
export { putText } from './planning/put-text.js';
export { YES_OR_NO } from './planning/yes-or-no.js';
export { FORMATION } from './planning/formation.js';
export * from './planning/letter-strokes.js';
export * from './planning/plan-cycle.js';
export * from './planning/timetable.js';
export * from './planning/week.js';
export { SENTENCES, SENTENCE_BANK } from './planning/sentences.js';
export * from './checks/likely-slips.js';
export * from './phonics/sound-names.js';
export { hasOtherSound, keyWordOf } from './phonics/key-words.js';
export * from './reading/score-reading.js';
export * from './reading/text-file.js';
export * from './reading/first-step.js';
export * from './reading/text-pairs.js';
export * from './reading/lines.js';
export * from './reading/marking.js';
export * from './reading/punctuation.js';
export * from './reading/pace.js';
export * from './reading/agreement.js';
export * from './reading/voice.js';
export * from './reading/sound.js';
export * from './reading/again.js';
export * from './reading/words-to-teach.js';
export * from './reading/reading-evidence.js';
export * from './reading/choose-text.js';
export * from './reading/quadrant.js';
export * from './reading/aims.js';
export * from './judgement/confusions.js';
export * from './judgement/teach-next.js';
export * from './checks/items.js';
export * from './checks/kinds/index.js';
export * from './checks/recall-items.js';
export * from './checks/decoding-items.js';
export * from './checks/spelling-items.js';
export * from './checks/listening-items.js';
export * from './checks/spelling.js';
export * from './checks/likely-words.js';
export * from './evidence/derived.js';
export * from './judgement/strands.js';
export * from './judgement/judge.js';
export { LETTER_NAMES } from './checks/letter-names.js';
export * from './grouping/seriation.js';
export { PARAMETERS } from './judgement/parameters.js';
export * from './judgement/recall-filter.js';
export { slowPairs } from './judgement/slow.js';
export * from './judgement/trend.js';
export * from './lists/one-roster.js';
export * from './judgement/outcome.js';
export * from './judgement/change.js';
export * from './judgement/trust.js';
export * from './judgement/refit.js';
export * from './planning/home-sheet.js';
export * from './planning/terms.js';
