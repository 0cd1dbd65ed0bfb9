import type { PlacementRow, PlanDayRow } from '@/db/repositories/plan/plans';
import type { Stored, VisitRow } from '@/db/repositories/shared/schedule';

/** All that a schedule over some territories and days is made of. */
export interface ScheduleData {
  readonly territories: ReadonlyMap<string, Stored<'territories'>>;
  readonly depots: ReadonlyMap<string, Stored<'depots'>>;
  readonly patterns: ReadonlyMap<string, Stored<'week-patterns'>>;
  readonly kinds: ReadonlyMap<string, Stored<'job-kinds'>>;
  readonly groups: readonly Stored<'groups'>[];
  readonly equipment: readonly Stored<'equipment'>[];
  readonly technicians: readonly Stored<'technicians'>[];
  readonly crews: readonly Stored<'crews'>[];
  /** Members of those crews who are not among the technicians themselves. */
  readonly members: readonly Stored<'technicians'>[];
  readonly visits: readonly VisitRow[];
  /** Where these visits are, and whatever else is placed on the days. */
  readonly placements: readonly PlacementRow[];
  /** Days as they are driven; those of the weeks around belong to it, for limits by the week. */
  readonly planDays: readonly PlanDayRow[];
}
