import { useHotkeys, useLocalStorage } from '@mantine/hooks';
import { useEffect, useMemo, useRef } from 'react';
import { type ArrangementList, deskSettings } from '@/contract/plan/desks';
import type { PersonView, PlanView } from '@/contract/plan/plan-view';
import { addDays, mondayOf } from '../../shared/time';
import type { PlanState } from '../plan-state';
import { isOnDesk } from './people-filter';
import { useArrangements } from './use-arrangements';

export type DeskRow = ArrangementList['desks'][number];

/** In place of a desk where none is wanted, though one would open by itself. */
export const NO_DESK = 'none';
const PLAIN = deskSettings.parse({});
const MOST_KEYS = 9;

interface Options {
  readonly state: PlanState;
  readonly change: (change: Partial<PlanState>) => void;
  /** Territories that the user has. */
  readonly territoryIds: readonly string[];
  /** The address names no days and no territories: the desk that it names, or the one that opens by itself, says them. */
  readonly isFresh: boolean;
}

/** The desk that the plan is seen from: which one it is, how it is changed, and how it arranges the plan. */
export function useDesk({ state, change, territoryIds, isFresh }: Options) {
  const arrangements = useArrangements();
  const { desks } = arrangements.list;
  const desk = desks.find((d) => d.id === state.desk) ?? null;
  const settings = desk?.settings ?? PLAIN;
  const [words, setWords] = useLocalStorage<Record<string, string>>({
    key: 'lime-desk-words',
    defaultValue: {},
  });
  const [atHand, setAtHand] = useLocalStorage({ key: 'lime-people-words', defaultValue: '' });
  const quick = desk?.settings.keepsFilters ? (words[desk.id] ?? '') : atHand;
  const setQuick = (text: string): void => {
    if (desk?.settings.keepsFilters) setWords({ ...words, [desk.id]: text });
    else setAtHand(text);
  };
  const apply = (next: DeskRow | null): void => {
    setAtHand('');
    if (!next) {
      change({ desk: NO_DESK, zone: null });
      return;
    }
    const s = next.settings;
    const own = territoryIds.filter((id) => s.territoryIds.includes(id));
    const from = s.days === 1 ? state.from : mondayOf(state.from);
    change({
      desk: next.id,
      territories: own.length > 0 ? own : territoryIds,
      from,
      to: addDays(from, s.days - 1),
      layout: s.layout,
      colourBy: s.colourBy,
      zone: s.zone,
    });
  };
  const latest = useRef({ apply, desks, isFresh });
  latest.current = { apply, desks, isFresh };
  // As soon as the desks are known, and whenever a link names another.
  useEffect(() => {
    const { desks: known, isFresh: isOpen } = latest.current;
    const own = known.find((d) => (state.desk === null ? d.isDefault : d.id === state.desk));
    if (arrangements.isKnown && isOpen && own) latest.current.apply(own);
  }, [arrangements.isKnown, state.desk]);
  useHotkeys(
    Array.from({ length: MOST_KEYS }, (_, i) => [
      String(i + 1),
      () => {
        const next = latest.current.desks[i];
        if (next) latest.current.apply(next);
      },
    ]),
  );
  return { arrangements, desk, settings, quick, setQuick, apply };
}
export type Desk = ReturnType<typeof useDesk>;

/** The plan in the zone that times are said in, and who of it stands on the desk. */
export function useArranged(
  view: PlanView | undefined,
  { settings, quick }: Pick<Desk, 'settings' | 'quick'>,
  zone: string | null,
): { readonly view: PlanView | undefined; readonly people: readonly PersonView[] } {
  const zoned = useMemo(
    () => (view && zone !== null && zone !== view.zone ? { ...view, zone } : view),
    [view, zone],
  );
  const people = useMemo(
    () => (zoned?.people ?? []).filter((p) => isOnDesk(p, settings.people, quick)),
    [zoned, settings, quick],
  );
  return { view: zoned, people };
}
