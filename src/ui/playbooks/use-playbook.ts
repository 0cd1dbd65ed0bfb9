import { useCallback, useEffect, useState } from 'react';
import { type PlaybookContent, playbookContent } from '@/contract/playbooks/playbook';
import { stableJson } from '@/core/index';

export interface PlaybookDraft {
  readonly content: PlaybookContent;
  readonly stored: PlaybookContent;
  readonly isChanged: boolean;
  /** What is wrong, by field. */
  readonly problems: readonly { readonly path: string; readonly message: string }[];
  /** Takes a change on, so that it can be taken back. */
  readonly change: (to: (content: PlaybookContent) => PlaybookContent) => void;
  readonly undo: (() => void) | null;
  readonly discard: () => void;
}

const MOST_STEPS = 200;
const keyOf = (versionId: string): string => `lime-playbook-${versionId}`;

function kept(versionId: string): PlaybookContent | null {
  try {
    const text = window.localStorage.getItem(keyOf(versionId));
    return text === null ? null : playbookContent.parse(JSON.parse(text));
  } catch {
    return null;
  }
}

/** A playbook as somebody changes it, kept in the browser until it is stored or given up. */
export function usePlaybook(versionId: string, stored: PlaybookContent): PlaybookDraft {
  const [steps, setSteps] = useState<readonly PlaybookContent[]>([stored]);
  const content = steps.at(-1)!;
  const isChanged = stableJson(content) !== stableJson(stored);
  // What was left here the last time is there again; the server knows nothing of it.
  useEffect(() => {
    const left = kept(versionId);
    setSteps(left ? [stored, left] : [stored]);
  }, [versionId]);
  useEffect(() => {
    if (isChanged) window.localStorage.setItem(keyOf(versionId), JSON.stringify(content));
    else if (steps.length > 1) window.localStorage.removeItem(keyOf(versionId));
  }, [content, isChanged]);
  const change = useCallback(
    (to: (c: PlaybookContent) => PlaybookContent) =>
      setSteps((s) => [...s.slice(-MOST_STEPS), to(s.at(-1)!)]),
    [],
  );
  const parsed = playbookContent.safeParse(content);
  return {
    content,
    stored,
    isChanged,
    problems: (parsed.error?.issues ?? []).map((i) => ({ path: i.path.join('.'), message: i.message })),
    change,
    undo: steps.length > 1 ? () => setSteps((s) => s.slice(0, -1)) : null,
    discard: () => {
      window.localStorage.removeItem(keyOf(versionId));
      setSteps([stored]);
    },
  };
}
