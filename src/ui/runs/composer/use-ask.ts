import { useEffect, useState } from 'react';
import { type RunAsk, runRequest } from '@/contract/runs/ask';

/** What is being put together: numbers may be empty while somebody types. */
export interface AskDraft extends Omit<RunAsk, 'budget'> {
  readonly budget: {
    readonly kind: RunAsk['budget']['kind'];
    readonly seconds: number | string;
    readonly most: number | string;
    readonly iterations: number | string;
  };
  readonly playbookVersionIds: readonly string[];
}

export interface PlaybookChoice {
  readonly id: string;
  readonly playbookId: string;
  readonly name: string;
  readonly version: number;
  readonly note: string;
}
export interface ComposerStart {
  readonly territories: readonly string[];
  readonly from: string;
  readonly to: string;
  readonly playbookVersionId: string | null;
  /** Visits chosen on the map, and people. */
  readonly visitIds?: readonly string[];
  readonly personIds?: readonly string[];
  readonly fromDraftId?: string | null;
  readonly mayMove?: RunAsk['mayMove'];
}

function freshAsk(start: ComposerStart, playbook: string): AskDraft {
  return {
    extent: { territoryIds: [...start.territories], firstDate: start.from, lastDate: start.to },
    personIds: [...(start.personIds ?? [])],
    visits: { mode: 'all', conditions: [] },
    visitIds: [...(start.visitIds ?? [])],
    mayMove: start.mayMove ?? 'all',
    holdMin: null,
    stability: 1,
    budget: { kind: 'seconds', seconds: 30, most: 600, iterations: 20_000 },
    threads: null,
    repair: false,
    seed: null,
    fromDraftId: start.fromDraftId ?? null,
    playbookVersionIds: [start.playbookVersionId ?? playbook],
  };
}

/** As it is sent: of the budget only what its kind has. */
export function toRequest({ budget, ...ask }: AskDraft) {
  const { kind, seconds, most, iterations } = budget;
  const own =
    kind === 'seconds' ? { kind, seconds } : kind === 'calm' ? { kind, seconds, most } : { kind, iterations };
  return { ...ask, budget: own };
}

/** The state of the composer: it opens on what is on screen, and keeps what was typed while it is open. */
export function useAsk(opened: boolean, start: ComposerStart, playbook: string) {
  const [ask, setAsk] = useState(() => freshAsk(start, playbook));
  useEffect(() => {
    if (opened) setAsk(freshAsk(start, playbook));
  }, [opened]);
  const request = toRequest(ask);
  const parsed = runRequest.safeParse(request);
  const wrong = (path: string): string | null =>
    parsed.error?.issues.find((i) => i.path.join('.').startsWith(path))?.message ?? null;
  return {
    ask,
    set: (change: Partial<AskDraft>) => setAsk((a) => ({ ...a, ...change })),
    request,
    parsed: parsed.success ? parsed.data : null,
    wrong,
  };
}
