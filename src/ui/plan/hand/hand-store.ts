import type { PairRule } from '@/core/index';
import type { Fit } from './board/fits';
import type { Grip, Outcome } from './board/hand-desk';
import type { Aim, Hold } from './grip';

/** What the hand is doing. It lies outside of the rows: they are not drawn anew while a pointer moves. */
export interface HandState {
  readonly hold: Hold;
  /** Dragged by a pointer, or moved by keys. */
  readonly by: 'pointer' | 'keys';
  readonly aim: Aim | null;
  /** Above the cords: it would be taken off. */
  readonly isOff: boolean;
  readonly grip: Grip | null;
  /** What it comes to there; null while it is worked out. */
  readonly outcome: Outcome | null;
  /** What that was said of: for a moment it may be the place before. */
  readonly weighed: Grip | null;
  /** The best place of every cord, cheapest first; null while they are looked for. */
  readonly fits: readonly Fit[] | null;
  /** Why the cord aimed at is out of the question, however empty its day. */
  readonly against: readonly PairRule[];
  /** The finish is dragged: it becomes longer or shorter. */
  readonly isStretch: boolean;
  /** Where the pointer is on the screen. */
  readonly point: { readonly x: number; readonly y: number } | null;
}

export interface HandStore {
  get(): HandState | null;
  set(next: HandState | null): void;
  patch(change: Partial<HandState>): void;
  subscribe(listener: () => void): () => void;
}

export function createHandStore(): HandStore {
  let state: HandState | null = null;
  const listeners = new Set<() => void>();
  const tell = (): void => {
    for (const listener of listeners) listener();
  };
  return {
    get: () => state,
    set: (next) => {
      state = next;
      tell();
    },
    patch: (change) => {
      if (!state) return;
      state = { ...state, ...change };
      tell();
    },
    subscribe: (listener) => {
      listeners.add(listener);
      return () => void listeners.delete(listener);
    },
  };
}
