import type { PlanView, VisitView } from '@/contract/plan/plan-view';
import { gripOff, holdOf } from './grip';
import type { Hand } from './use-hand';

/** Something that a hand can do with a visit, by key, by button and by menu. */
export interface Deed {
  readonly key: 'm' | 's' | 'u' | 't' | 'd' | 'x';
  readonly name: string;
  readonly do: () => void;
}

/** The keys that follow belong to the picture: the cords where they are drawn, else the map. */
const toPicture = (): void =>
  document.querySelector<HTMLElement>('[role="application"], .leaflet-container')?.focus();

/** All that can be done with a visit, and with those that are marked beside it, as the plan stands. */
export function deeds(hand: Hand, view: PlanView, visit: VisitView, others: readonly string[] = []): Deed[] {
  const hold = (along: readonly string[]) => holdOf(view, [visit.id, ...along], null);
  const { grabbed } = hold([]);
  const out: Deed[] = [];
  if (hand.mayCarry)
    out.push({
      key: 'm',
      name: grabbed ? 'Move' : 'Carry to a cord',
      do: () => {
        toPicture();
        hand.takeUp(hold(others), 'keys');
        if (grabbed) hand.aimAt({ ...grabbed, at: grabbed.startAt }, null);
      },
    });
  const all = [visit.id, ...others];
  const many = others.length > 0 ? ` ${all.length} visits` : '';
  const anyhow: Deed[] = [
    { key: 'd', name: `Duplicate${many}`, do: () => void hand.onVisits.duplicate(all) },
    {
      key: 'x',
      name: `Cancel${many || ' the visit'}`,
      do: () => void hand.make(gripOff(hold(others)), 'cancel'),
    },
  ];
  if (!grabbed) return [...out, ...anyhow];
  // A finish is seen to move where there are hours.
  if (hand.mayCarry && view.dates.length === 1)
    out.push({
      key: 's',
      name: 'Stretch or shrink',
      do: () => {
        toPicture();
        hand.takeUp(hold([]), 'keys', { isStretch: true });
        const minutes = Math.round((grabbed.finishAt - grabbed.startAt) / 60);
        hand.stretchTo(minutes, { ...grabbed, at: grabbed.startAt }, null);
      },
    });
  out.push({ key: 'u', name: 'Take off', do: () => void hand.make(gripOff(hold(others)), 'take-off') });
  const isTied = visit.tiedTime === true || visit.tiedPerson === true;
  const tie = { person: !isTied, time: !isTied };
  out.push({
    key: 't',
    name: isTied ? 'Untie' : 'Tie person and time',
    do: () => void hand.make({ visits: [{ visitId: visit.id, tie }] }, isTied ? 'untie' : 'tie'),
  });
  return [...out, ...anyhow];
}
