import type { PlanView } from '@/contract/plan-view';
import type { Objective } from '@/core/index';

/** A visit or a person's day that makes up part of a figure. */
export interface Contribution {
  readonly selection: string;
  readonly name: string;
  readonly detail: string;
  readonly amount: number;
  readonly price: number;
}

/** Opens a measure down to what it is made of, dearest first. The sum is the figure itself. */
export function contributionsTo(view: PlanView, objective: Objective): Contribution[] {
  const visits = new Map(view.visits.map((v) => [v.id, v]));
  const out: Contribution[] = [];
  for (const person of view.people) {
    for (const { date, route } of person.shifts) {
      if (!route) continue;
      let amount = route.parts[objective].amount;
      let price = route.parts[objective].price;
      for (const stop of route.stops) {
        const part = stop.parts[objective];
        amount -= part.amount;
        price -= part.price;
        const visit = visits.get(stop.visitId);
        if (part.amount === 0) continue;
        out.push({
          selection: visit ? `visit:${visit.id}` : `person:${person.id}`,
          name: visit ? `${visit.jobKind} · ${visit.site}` : 'Visit in another territory',
          detail: `${person.name}, ${date}`,
          amount: part.amount,
          price: part.price,
        });
      }
      // What no single stop carries: the leg home, overtime, being sent out.
      if (amount !== 0)
        out.push({
          selection: `person:${person.id}`,
          name: person.name,
          detail: `the day as a whole, ${date}`,
          amount,
          price,
        });
    }
  }
  if (objective === 'unplanned') {
    for (const id of view.looseIds) {
      const visit = visits.get(id);
      if (visit)
        out.push({
          selection: `visit:${id}`,
          name: `${visit.jobKind} · ${visit.site}`,
          detail: `priority ${visit.priority}`,
          amount: 1,
          price: 0,
        });
    }
  }
  return out.sort((a, b) => b.price - a.price || b.amount - a.amount);
}
