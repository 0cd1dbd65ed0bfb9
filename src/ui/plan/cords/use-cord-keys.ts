import { type KeyboardEvent, useCallback } from 'react';
import type { PersonView } from '@/contract/plan/plan-view';

interface Options {
  readonly people: readonly PersonView[];
  readonly date: string;
  readonly selected: string | null;
  /** Opens what is selected, or lets go of it. */
  readonly onSelect: (selection: string | null) => void;
  /** Moves the selection only. */
  readonly onWalk: (selection: string | null) => void;
  readonly scrollTo: (personIx: number) => void;
}

/** Where the selection stands: a person, and a stop of their day (−1 is the person as a whole). */
function standing(
  people: readonly PersonView[],
  date: string,
  selected: string | null,
): { person: number; stop: number } {
  const id = selected?.slice(selected.indexOf(':') + 1);
  if (selected?.startsWith('person:')) return { person: people.findIndex((p) => p.id === id), stop: -1 };
  for (const [person, p] of people.entries()) {
    const stop = stopsOf(p, date).indexOf(id ?? '');
    if (stop >= 0) return { person, stop };
  }
  return { person: -1, stop: -1 };
}

export function stopsOf(person: PersonView, date: string): string[] {
  return person.shifts
    .filter((s) => s.date === date)
    .flatMap((s) => s.route?.stops.map((x) => x.visitId).filter((v) => v !== '') ?? []);
}

/** Arrow keys walk along a cord and across cords; Enter opens, Escape lets go. */
export function useCordKeys({
  people,
  date,
  selected,
  onSelect,
  onWalk,
  scrollTo,
}: Options): (e: KeyboardEvent) => void {
  return useCallback(
    (e) => {
      if (e.key === 'Escape') return onSelect(null);
      if (e.key === 'Enter' && selected) return onSelect(selected);
      if (!['ArrowUp', 'ArrowDown', 'ArrowLeft', 'ArrowRight'].includes(e.key) || people.length === 0) return;
      e.preventDefault();
      const at = standing(people, date, selected);
      if (e.key === 'ArrowUp' || e.key === 'ArrowDown') {
        const next = Math.min(people.length - 1, Math.max(0, at.person + (e.key === 'ArrowDown' ? 1 : -1)));
        const stops = stopsOf(people[next]!, date);
        const stop = stops[Math.min(at.stop, stops.length - 1)];
        onWalk(at.stop >= 0 && stop ? `visit:${stop}` : `person:${people[next]!.id}`);
        return scrollTo(next);
      }
      if (at.person < 0) return onWalk(`person:${people[0]!.id}`);
      const stops = stopsOf(people[at.person]!, date);
      const next = at.stop + (e.key === 'ArrowRight' ? 1 : -1);
      if (next < 0) onWalk(`person:${people[at.person]!.id}`);
      else if (next < stops.length) onWalk(`visit:${stops[next]}`);
    },
    [people, date, selected, onSelect, onWalk, scrollTo],
  );
}
