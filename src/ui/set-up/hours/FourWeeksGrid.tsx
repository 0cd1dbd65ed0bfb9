// biome-ignore-all lint/a11y/useFocusableInteractive: rows and heads of a grid are no stops of the keyboard, its cells are
import { useVirtualizer } from '@tanstack/react-virtual';
import Link from 'next/link';
import { useRef, useState } from 'react';
import type { FourWeeks } from '@/contract/set-up/answers/four-weeks';
import { spanText } from '../../shared/quantities';
import { dayText } from '../../shared/time';
import css from './FourWeeks.module.css';
import type { Stretch, WeekPerson } from './stretch';

const ROW = 30;
/** A whole day's height, in minutes of work. */
const FULL = 540;

interface Props {
  readonly view: FourWeeks;
  readonly people: readonly WeekPerson[];
  /** Whether everybody is on screen: only then asked and there can be compared. */
  readonly isWhole: boolean;
  readonly stretch: Stretch | null;
  readonly onStretch: (stretch: Stretch) => void;
}

const WORDS = {
  works: 'works',
  off: 'off',
  'part-off': 'part of the day off',
  changed: 'works otherwise',
  holiday: 'holiday',
  free: 'free',
} as const;

/** People × days: as high as the hours are long, empty where nobody works, hatched where somebody is off. */
export function FourWeeksGrid({ view, people, isWhole, stretch, onStretch }: Props) {
  const scroll = useRef<HTMLDivElement>(null);
  const [anchor, setAnchor] = useState<{ personId: string; day: number } | null>(null);
  const rows = useVirtualizer({
    count: people.length,
    getScrollElement: () => scroll.current,
    estimateSize: () => ROW,
    overscan: 10,
  });
  const most = Math.max(1, ...view.asked, ...view.there);
  const changes = new Map(view.clockChanges.map((c) => [c.date, c]));
  const holidays = new Set(view.holidays.map((h) => h.date));
  const cover = (personId: string, day: number, from: number): void =>
    onStretch({ personId, from: Math.min(from, day), to: Math.max(from, day) });
  const onKey = (e: React.KeyboardEvent, row: number, day: number): void => {
    const step: Record<string, [number, number]> = {
      ArrowUp: [-1, 0],
      ArrowDown: [1, 0],
      ArrowLeft: [0, -1],
      ArrowRight: [0, 1],
    };
    const by = step[e.key];
    if (!by) return;
    e.preventDefault();
    const nextRow = e.shiftKey ? row : Math.min(people.length - 1, Math.max(0, row + by[0]));
    const nextDay = Math.min(view.dates.length - 1, Math.max(0, day + by[1]));
    const person = people[nextRow]!;
    const from = e.shiftKey && anchor?.personId === person.id ? anchor.day : nextDay;
    if (!e.shiftKey) setAnchor({ personId: person.id, day: nextDay });
    cover(person.id, nextDay, from);
    rows.scrollToIndex(nextRow);
    requestAnimationFrame(() => document.getElementById(`day ${person.id} ${nextDay}`)?.focus());
  };
  const isIn = (personId: string, day: number): boolean =>
    stretch?.personId === personId && day >= stretch.from && day <= stretch.to;
  return (
    <div ref={scroll} className={css.scroll}>
      <div role="grid" aria-label="Four weeks" aria-rowcount={people.length + 2}>
        <div className={css.heads}>
          <div role="row" className={css.row}>
            <span role="columnheader" />
            {view.dates.map((d, i) => (
              <span
                role="columnheader"
                key={d}
                className={css.date}
                data-week={i % 7 === 0}
                title={dayText(d, true)}
                data-mark={holidays.has(d) || changes.has(d)}
              >
                <i>{dayText(d).slice(0, 1)}</i>
                {Number(d.slice(8))}
                {changes.has(d) && <em>↷</em>}
              </span>
            ))}
          </div>
          <div role="row" className={`${css.row} ${css.sums}`}>
            <span role="rowheader">
              <b>Hours asked for</b>
              <i>over hours there are</i>
            </span>
            {view.dates.map((d, i) => (
              <span
                role="gridcell"
                key={d}
                data-week={i % 7 === 0}
                aria-label={`${dayText(d)}: ${view.asked[i]} h asked for, ${view.there[i]} h there`}
                title={`${view.asked[i]} h asked for, ${view.there[i]} h there`}
              >
                {isWhole && (
                  <>
                    <u style={{ height: `${(view.there[i]! / most) * 34}px` }} />
                    <s
                      data-short={view.asked[i]! > view.there[i]!}
                      style={{ height: `${(view.asked[i]! / most) * 34}px` }}
                    />
                  </>
                )}
              </span>
            ))}
          </div>
        </div>
        <div style={{ height: rows.getTotalSize(), position: 'relative' }}>
          {rows.getVirtualItems().map((item) => {
            const person = people[item.index]!;
            return (
              <div
                role="row"
                key={person.id}
                aria-rowindex={item.index + 3}
                className={css.row}
                style={{ position: 'absolute', top: item.start, left: 0, right: 0, height: ROW }}
              >
                <span role="rowheader" className={css.person}>
                  <Link href={`/set-up/technicians/${encodeURIComponent(person.id)}`}>{person.name}</Link>
                  {!person.hasHours && <em>no hours</em>}
                </span>
                {person.days.map((day, i) => (
                  <button
                    type="button"
                    role="gridcell"
                    key={view.dates[i]}
                    id={`day ${person.id} ${i}`}
                    className={css.day}
                    data-week={i % 7 === 0}
                    aria-selected={isIn(person.id, i)}
                    tabIndex={
                      isIn(person.id, i) || (stretch === null && item.index === 0 && i === 0) ? 0 : -1
                    }
                    aria-label={`${person.name}, ${dayText(view.dates[i]!)}: ${WORDS[day.what]}${day.worked > 0 ? `, ${spanText(day.worked)}` : ''}${day.reason ? `, ${day.reason}` : ''}`}
                    onKeyDown={(e) => onKey(e, item.index, i)}
                    onPointerDown={(e) => {
                      if (e.shiftKey && anchor?.personId === person.id)
                        return cover(person.id, i, anchor.day);
                      e.currentTarget.releasePointerCapture(e.pointerId);
                      setAnchor({ personId: person.id, day: i });
                      cover(person.id, i, i);
                    }}
                    onPointerEnter={(e) =>
                      e.buttons === 1 && anchor?.personId === person.id && cover(person.id, i, anchor.day)
                    }
                  >
                    <Mark day={day} />
                  </button>
                ))}
              </div>
            );
          })}
        </div>
      </div>
    </div>
  );
}

function Mark({ day }: { readonly day: WeekPerson['days'][number] }) {
  if (day.what === 'free') return null;
  const height = Math.max(6, Math.min(1, (day.worked || day.planned || FULL) / FULL) * 20);
  return <span className={css.mark} data-what={day.what} style={{ height }} aria-hidden="true" />;
}
