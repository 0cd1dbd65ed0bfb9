import { Menu } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import type { PlanView } from '@/contract/plan/plan-view';
import { changeText, priceText } from '../../messages/figures';
import { clock, momentText } from '../../shared/time';
import { nameOfShift } from './choices/BestFits';
import { deeds } from './deeds';
import { gripFit, seatsOf } from './grip';
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
        {hand.mayHand && <GiveTo hand={hand} view={view} visitId={visit.id} />}
      </Menu.Dropdown>
    </Menu>
  );
}

const MOST_OTHERS = 4;

/** The cheapest places with somebody else. */
function GiveTo({ hand, view, visitId }: Pick<Props, 'hand' | 'view'> & { readonly visitId: string }) {
  const { data } = useQuery({
    queryKey: ['give', hand.board, visitId],
    queryFn: () => hand.bestFits(visitId, MOST_OTHERS * 3, { limits: {}, ahead: 0 }),
    staleTime: 60_000,
  });
  const now = seatsOf(view, visitId);
  const isNow = new Set(now.map((s) => s.personId));
  const others = (data ?? []).filter(
    (f) => !view.people.some((p) => isNow.has(p.id) && p.shifts.some((s) => f.shiftIds.includes(s.id))),
  );
  const when = (at: number): string =>
    view.dates.length > 1 ? momentText(at, view.zone) : clock(at, view.zone);
  return (
    <>
      <Menu.Divider />
      <Menu.Label>{now.length > 0 ? 'Give to' : 'Place with'}</Menu.Label>
      {!data && <Menu.Item disabled>Trying every cord …</Menu.Item>}
      {data && others.length === 0 && <Menu.Item disabled>Nobody else has room for it</Menu.Item>}
      {others.slice(0, MOST_OTHERS).map((f) => (
        <Menu.Item
          key={`${f.shiftIds.join()}${f.startAt}`}
          onClick={() => void hand.make(gripFit(visitId, f), now.length > 0 ? 'move' : 'place')}
          rightSection={<span className="quiet">{changeText(f.price, priceText)}</span>}
        >
          {f.shiftIds.map((id) => nameOfShift(view, id)).join(' and ')}, {when(f.startAt)}
        </Menu.Item>
      ))}
    </>
  );
}
