import type { StudyFound } from '@/contract/runs/studies';
import type { Parts, Plan, Problem } from '@/core/index';
import type { ShortRun } from '@/server/runs/studies/work-study';

/** What a thread for studies is asked, one thing a thread. */
export type StudyOrder =
  | { readonly kind: 'search'; readonly run: ShortRun }
  | { readonly kind: 'relax'; readonly problem: Problem; readonly plan: Plan; readonly visitId: string }
  | { readonly kind: 'parts'; readonly problem: Problem; readonly plan: Plan };

export type StudyAnswer =
  | { readonly kind: 'plan'; readonly plan: Plan | null }
  | { readonly kind: 'relaxed'; readonly found: StudyFound['relaxed'] }
  | { readonly kind: 'parts'; readonly parts: Parts | null };
