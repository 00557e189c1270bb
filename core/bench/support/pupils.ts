/** Children of all kinds of mind and of the schools elsewhere, drawn alike. */
import {
  drawPupil,
  drawPupilElsewhere,
  ELSEWHERE,
  MIND_KINDS,
  type Elsewhere,
  type MindKind,
  type Pupil,
  type PupilElsewhere,
} from '@sapling/data';

export type Kind = MindKind | Elsewhere;
export const KINDS: readonly Kind[] = [...MIND_KINDS, ...ELSEWHERE];
export type Drawn = Pick<Pupil, 'order' | 'chances' | 'teaching'> &
  Pick<PupilElsewhere, 'observations' | 'snapshots' | 'weeks'> & { readonly sort: string };
export const isElsewhere = (kind: Kind): kind is Elsewhere => (ELSEWHERE as readonly Kind[]).includes(kind);
export const drawOf = (kind: Kind, seed: number): Drawn =>
  isElsewhere(kind) ? { ...drawPupilElsewhere(kind, seed), teaching: [] } : drawPupil(kind, seed);
