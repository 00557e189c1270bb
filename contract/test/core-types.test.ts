/**
 * What goes over the wire and what the core works with are one thing: held together by the compiler, both ways where both are
 * written. A field that one of them gains or changes is a type error here before it is a fault anywhere else.
 */
import { describe, expect, it } from 'vitest';
import type { z } from 'zod';
import type { Observation } from '@sapling/core/evidence';
import type { Estimate } from '@sapling/core/judgement';
import type { TeachingStep } from '@sapling/core/phonics';
import type { SessionPlan, SessionStyle } from '@sapling/core/planning';
import type { ReadingStep, TextQuestion } from '@sapling/core/reading';
import type { CheckItem } from '@sapling/core/checks';
import type {
  checkItem,
  observation,
  pairState,
  plan,
  question,
  readingStep,
  sessionStyle,
  teachingOrder,
  TeachingOrderRow,
} from '../src/index.js';

/** The same with everything writable: the core reads, a schema writes. */
type Writable<T> = T extends readonly (infer X)[] ? Writable<X>[] : T extends object ? { -readonly [K in keyof T]: Writable<T[K]> } : T;
/** Compiles only where everything that came over the wire can be given to the core. */
const givenToCore = <Core, _Wire extends Core>(): true => true;
/** Compiles only where everything the core makes can go over the wire. */
const sentFromCore = <Wire, _Core extends Wire>(): true => true;

describe('the contract and the core', () => {
  it('mean the same by an observation, a plan, a style, a reading’s steps, a card, a question and a step of an order', () => {
    const held: true[] = [
      givenToCore<Writable<Observation>, Writable<z.infer<typeof observation>>>(),
      givenToCore<Writable<SessionPlan>, Writable<z.infer<typeof plan>>>(),
      sentFromCore<Writable<z.infer<typeof plan>>, Writable<SessionPlan>>(),
      givenToCore<Writable<SessionStyle>, Writable<z.infer<typeof sessionStyle>>>(),
      givenToCore<Writable<ReadingStep>, Writable<z.infer<typeof readingStep>>>(),
      sentFromCore<Writable<z.infer<typeof readingStep>>, Writable<ReadingStep>>(),
      givenToCore<Writable<CheckItem>, Writable<z.infer<typeof checkItem>>>(),
      sentFromCore<Writable<z.infer<typeof checkItem>>, Writable<CheckItem>>(),
      givenToCore<Writable<TextQuestion>, Writable<z.infer<typeof question>>>(),
      givenToCore<Writable<readonly TeachingStep[]>, Writable<z.infer<typeof teachingOrder>['steps']>>(),
      givenToCore<Pick<Estimate, 'p' | 'low' | 'high' | 'known' | 'state'>, z.infer<typeof pairState>>(),
      givenToCore<readonly TeachingStep[], TeachingOrderRow['steps']>(),
    ];
    expect(held.every(Boolean)).toBe(true);
  });

  it('is a check that can fail: a plan without parts, or with parts of another make, does not compile', () => {
    // @ts-expect-error the core needs parts
    givenToCore<Writable<SessionPlan>, Omit<Writable<z.infer<typeof plan>>, 'parts'>>();
    // @ts-expect-error minutes are a number
    sentFromCore<Writable<z.infer<typeof plan>>, Omit<Writable<SessionPlan>, 'minutes'> & { minutes: string }>();
    expect(sentFromCore<number, 1>()).toBe(true);
  });
});
