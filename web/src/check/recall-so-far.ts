/**
 * What was known of a child's pairs before a quick check: it chooses by it, and judges by it what it did not ask. Every answer
 * that speaks of pairs, what logged sessions worked on, and the school's own numbers, as the server judges by.
 */
import type { RecallSoFar } from '@sapling/contract';
import type { Observation } from '@sapling/core/evidence';
import { DEFAULT_MODEL, movedParameters, type EstimateModel, type LoggedTeaching } from '@sapling/core/judgement';
import { call, Unreachable } from '../api/client.js';

/** What a quick check rests on, ready for `nextCard` and `judgeRecall`. */
export interface QuickEvidence {
  readonly observations: readonly Observation[];
  readonly teaching: readonly LoggedTeaching[];
  readonly model: EstimateModel;
}

/** Undefined where the server is out of reach: the check does without, and reads it when it is opened again. */
export async function readRecallSoFar(child: string): Promise<RecallSoFar | undefined> {
  try {
    return await call('recallSoFar', { params: { id: child } });
  } catch (error) {
    if (error instanceof Unreachable) return undefined;
    throw error;
  }
}

/** The part of it that lies before a check of this colleague began. */
export function evidenceBefore(soFar: RecallSoFar | undefined, startedAt: string, by: string): QuickEvidence {
  if (!soFar) return { observations: [], teaching: [], model: DEFAULT_MODEL };
  return {
    observations: soFar.observations.filter((o) => o.at < startedAt) as Observation[],
    teaching: soFar.teaching.filter((t) => t.at < startedAt),
    model: modelOf(soFar.numbers, by),
  };
}

/** The same object for the same numbers: a check that goes on is known by it. */
let last: { readonly of: string; readonly model: EstimateModel } | undefined;
function modelOf(numbers: RecallSoFar['numbers'], by: string): EstimateModel {
  if (!numbers) return DEFAULT_MODEL;
  const of = JSON.stringify([numbers, by]);
  if (last?.of !== of) {
    const ears = numbers.ear ? { [by]: numbers.ear } : undefined;
    last = { of, model: { ...DEFAULT_MODEL, recall: movedParameters(DEFAULT_MODEL.recall, numbers.steps, ears) } };
  }
  return last.model;
}
