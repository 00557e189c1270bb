export * from './orders/index.js';
export * from './demo/cast.js';
export * from './demo/school.js';
export * from './demo/simulate.js';
export * from './texts.js';
export * from './family/sentences.js';
export * from './cover.js';
export * from './questions.js';
export * from './demo/population.js';
export * from './demo/words.js';
export { PICTURED } from './pictures/words.js';
export * from './demo/histories.js';
export * from './demo/readings.js';
export { drawMind, MIND_KINDS, type Mind, type MindKind } from './simulated/minds.js';
export { drawPupil, drawQuickChild, PUPIL_SORTS, type Pupil, type PupilSort, type QuickChild, type Snapshot } from './simulated/pupil.js';
export {
  drawCheckElsewhere,
  drawPupilElsewhere,
  ELSEWHERE,
  type CheckElsewhere,
  type Elsewhere,
  type PupilElsewhere,
} from './simulated/elsewhere.js';
export { drawAnySchool, drawPupilAnywhere, type AnySchool } from './simulated/any-school.js';
export { drawTwoCycles, TWO_CYCLES, type TwoCycles, type TwoCyclesDrawn } from './simulated/two-cycles.js';
