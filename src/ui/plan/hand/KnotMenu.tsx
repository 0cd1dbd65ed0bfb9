import { Menu } from '@mantine/core';
import type { PlanView } from '@/contract/plan/plan-view';
import { deeds } from './deeds';
import type { Hand } from './use-hand';

/** Where a menu was asked for, and of what. */
export interface MenuAt {
  readonly x: number;
  readonly y: number;
  readonly visitId: string;
}

interface Props {
  readonly at: MenuAt | null;
  readonly hand: Hand;
  readonly view: PlanView;
  readonly onOpen: (visitId: string) => void;
  readonly onClose: () => void;
}

/** What a hand can do with a visit, by menu. */
export function KnotMenu({ at, hand, view, onOpen, onClose }: Props) {
  const visit = view.visits.find((v) => v.id === at?.visitId);
  if (!at || !visit) return null;
  return (
    <Menu opened onClose={onClose} position="bottom-start" zIndex={1200}>
      <Menu.Target>
        <button
          type="button"
          tabIndex={-1}
          aria-label={`What can be done with ${visit.label}`}
          style={{
            position: 'fixed',
            left: at.x,
            top: at.y,
            width: 1,
            height: 1,
            opacity: 0,
            padding: 0,
            border: 0,
          }}
        />
      </Menu.Target>
      <Menu.Dropdown>
        <Menu.Label>
          {visit.jobKind} {visit.label}
        </Menu.Label>
        <Menu.Item onClick={() => onOpen(visit.id)} rightSection={<kbd>Enter</kbd>}>
          Open, with its best places
        </Menu.Item>
        {hand.mayHand &&
          deeds(hand, view, visit).map((d) => (
            <Menu.Item key={d.key} onClick={d.do} rightSection={<kbd>{d.key}</kbd>}>
              {d.name}
            </Menu.Item>
          ))}
      </Menu.Dropdown>
    </Menu>
  );
}
