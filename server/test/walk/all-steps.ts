/** All that may happen on a walk: what people and their devices do, and what is done and undone. */
import { deviceSteps } from './devices.js';
import { librarySteps, libraryThereAndBack } from './library.js';
import { markingSteps, markingThereAndBack } from './marking.js';
import { PEOPLE, type Steps } from './steps.js';
import { PEOPLES_THERE_AND_BACK, type ThereAndBack } from './there-and-back.js';
import { weekSteps } from './week.js';

export const STEPS: Steps = { ...PEOPLE, ...deviceSteps, ...librarySteps, ...markingSteps, ...weekSteps };
export const THERE_AND_BACK: ThereAndBack = { ...PEOPLES_THERE_AND_BACK, ...libraryThereAndBack, ...markingThereAndBack };
