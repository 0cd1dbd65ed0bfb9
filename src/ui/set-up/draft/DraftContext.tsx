import { createContext, use } from 'react';
import { problemText } from '../../messages/problems';
import type { Draft } from './use-draft';

const Context = createContext<Draft | null>(null);

export const DraftProvider = Context.Provider;

export function useDraftContext(): Draft {
  const draft = use(Context);
  if (!draft) throw new Error('A word stands in the sentence of something that is edited');
  return draft;
}

export interface Field<T> {
  readonly value: T;
  readonly wrong: string | null;
  set(next: unknown): void;
}

/** One field of what is edited. What is wrong is told once something was typed there, or saving was tried. */
export function useField<T>(path: string): Field<T> {
  const draft = useDraftContext();
  const [top = ''] = path.split('.');
  const isTold = draft.isTried || draft.changed.includes(top);
  const problem = draft.problems.find((p) => p.path === path || p.path.startsWith(`${path}.`));
  return {
    value: draft.get(path) as T,
    wrong: problem && isTold ? problemText({ ...problem, path: 'This' }) : null,
    set: (next) => draft.set(path, next),
  };
}
