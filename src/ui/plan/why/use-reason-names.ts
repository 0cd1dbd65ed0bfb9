import type { PlanView } from '@/contract/plan/plan-view';
import type { ReasonNames } from '../../messages/runs/reasons';
import { useOptions } from '../../shared/use-options';

/** What reasons speak of, by name. */
export function useReasonNames(view: PlanView): ReasonNames {
  const skills = useOptions('skills').options;
  const find = <T extends { readonly id: string }>(list: readonly T[], id: string): T | undefined =>
    list.find((x) => x.id === id);
  return {
    skill: (id) => skills.find((s) => s.value === id)?.label ?? id,
    person: (id) => find(view.people, id)?.name ?? id,
    territory: (id) => find(view.territories, id)?.name ?? id,
    visit: (id) => find(view.visits, id)?.label ?? id,
    date: (dayIx) => view.dates[dayIx] ?? '',
  };
}
