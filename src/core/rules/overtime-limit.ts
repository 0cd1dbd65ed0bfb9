import type { Rule } from './violation';

/** Paid work ends no later than the shift plus the overtime that the person accepts. */
export const overtimeLimit: Rule = (_index, plan) =>
  plan.routes.flatMap((route) =>
    route.overtimeSec > route.shift.overtimeLimitSec
      ? [
          {
            rule: 'overtime-limit' as const,
            shiftId: route.shift.id,
            facts: { overtimeSec: route.overtimeSec, limitSec: route.shift.overtimeLimitSec },
          },
        ]
      : [],
  );
