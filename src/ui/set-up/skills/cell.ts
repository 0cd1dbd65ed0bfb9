import type { MatrixView } from '@/contract/set-up/answers/matrix';

export type Person = MatrixView['people'][number];
export type Held = Person['skills'][number];
/** Where one is in the matrix. */
export interface Cell {
  readonly personId: string;
  readonly skillId: string;
}
