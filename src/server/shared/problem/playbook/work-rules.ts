import { type Filter, type FilteredWork, fits } from '@/contract/playbooks/filter';
import type { PlaybookRules } from '@/contract/playbooks/rules';
import type { VisitRow } from '@/db/repositories/shared/schedule';
import type { Needs } from '../needs';

/** A piece of work as the rules of a playbook leave it. */
export interface RuledWork {
  readonly row: VisitRow;
  readonly needs: Needs;
  readonly facts: FilteredWork;
  /** How late a promised window may be missed; without end where no limit holds. */
  readonly lateSec: number;
  readonly hasAccess: boolean;
}

export function filteredWork(row: VisitRow, needs: Needs): FilteredWork {
  return {
    priority: row.priority,
    jobKindId: row.jobKindId,
    territoryId: row.territoryId,
    attributes: needs.attributes,
  };
}

function lateLimitSec({ late }: PlaybookRules, facts: FilteredWork): number {
  if (!late.on) return Number.POSITIVE_INFINITY;
  const other = late.others.find((o) => fits(o.appliesTo, facts));
  if (other) return other.min * 60;
  return fits(late.appliesTo, facts) ? late.min * 60 : Number.POSITIVE_INFINITY;
}

/** Takes out of a piece of work what rules that are switched off, or kept to other work, ask of it. */
export function underRules(row: VisitRow, needs: Needs, rules: PlaybookRules, latestAt: number): RuledWork {
  const facts = filteredWork(row, needs);
  const holds = (rule: { readonly on: boolean; readonly appliesTo: Filter }): boolean =>
    rule.on && fits(rule.appliesTo, facts);
  const isTied = holds(rules.ties);
  return {
    facts,
    lateSec: lateLimitSec(rules, facts),
    hasAccess: holds(rules.access),
    row: {
      ...row,
      dueAt: holds(rules.due) ? row.dueAt : Math.max(row.dueAt, latestAt),
      ...(holds(rules.order) ? {} : { afterVisitId: null }),
      ...(holds(rules.samePerson) ? {} : { samePersonAsId: null }),
      ...(isTied ? {} : { tiedStartAt: null, tiedPersonId: null }),
    },
    needs: {
      ...needs,
      ...(holds(rules.lead) ? {} : { leadTimeMin: 0 }),
      ...(holds(rules.parts) ? {} : { partIds: [] }),
      ...(holds(rules.equipment) ? {} : { equipmentKindIds: [] }),
      ...(holds(rules.load) ? {} : { load: 0 }),
    },
  };
}
