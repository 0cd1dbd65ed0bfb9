// biome-ignore-all lint/a11y/useFocusableInteractive: rows and heads of a grid are no stops of the keyboard, its cells are
import { useVirtualizer } from '@tanstack/react-virtual';
import Link from 'next/link';
import { useRef } from 'react';
import type { MatrixView } from '@/contract/set-up/answers/matrix';
import { addDays, dayText } from '../../shared/time';
import type { Cell, Held, Person } from './cell';
import { heldOn, withLevel } from './holdings';
import css from './Matrix.module.css';

const ROW = 32;
/** A certificate that ends so soon is ochre. */
const SOON_DAYS = 30;

interface Props {
  readonly view: MatrixView;
  readonly people: readonly Person[];
  readonly edits: ReadonlyMap<string, readonly Held[]>;
  readonly cell: Cell | null;
  readonly onCell: (cell: Cell) => void;
  readonly onEdit: (personId: string, skills: readonly Held[]) => void;
}

/** The matrix itself: a grid that the arrows walk and digits fill. Only rows in sight are drawn. */
export function Grid({ view, people, edits, cell, onCell, onEdit }: Props) {
  const scroll = useRef<HTMLDivElement>(null);
  const rows = useVirtualizer({
    count: people.length,
    getScrollElement: () => scroll.current,
    estimateSize: () => ROW,
    overscan: 12,
  });
  const { skills, date } = view;
  const columns = `210px repeat(${skills.length}, minmax(86px, 1fr))`;
  const move = (dr: number, dc: number): void => {
    const r = people.findIndex((p) => p.id === cell?.personId);
    const c = skills.findIndex((s) => s.id === cell?.skillId);
    const next = {
      r: Math.min(people.length - 1, Math.max(0, r + dr)),
      c: Math.min(skills.length - 1, Math.max(0, c + dc)),
    };
    const [person, skill] = [people[next.r], skills[next.c]];
    if (!person || !skill) return;
    onCell({ personId: person.id, skillId: skill.id });
    rows.scrollToIndex(next.r);
    requestAnimationFrame(() => document.getElementById(`cell ${person.id} ${skill.id}`)?.focus());
  };
  const onKey = (e: React.KeyboardEvent): void => {
    const step: Record<string, [number, number]> = {
      ArrowUp: [-1, 0],
      ArrowDown: [1, 0],
      ArrowLeft: [0, -1],
      ArrowRight: [0, 1],
    };
    const by = step[e.key];
    if (by) {
      e.preventDefault();
      move(...by);
      return;
    }
    const person = people.find((p) => p.id === cell?.personId);
    if (!cell || !person?.mayChange) return;
    const level =
      e.key === 'Delete' || e.key === 'Backspace' ? 0 : /^[0-5]$/.test(e.key) ? Number(e.key) : null;
    if (level === null) return;
    e.preventDefault();
    onEdit(person.id, withLevel(edits.get(person.id) ?? person.skills, cell.skillId, date, level));
  };
  return (
    <div ref={scroll} className={css.scroll}>
      <div
        role="grid"
        aria-label={`People and skills as of ${dayText(date)}`}
        aria-rowcount={people.length + 2}
        onKeyDown={onKey}
        style={{ minWidth: 210 + skills.length * 86 }}
      >
        <div className={css.heads}>
          <div role="row" className={css.row} style={{ gridTemplateColumns: columns }}>
            <span role="columnheader">Person</span>
            {skills.map((s, i) => (
              <span
                role="columnheader"
                key={s.id}
                className={css.skill}
                data-first={i > 0 && skills[i - 1]?.groupName !== s.groupName}
              >
                <em>{skills[i - 1]?.groupName === s.groupName ? '' : s.groupName}</em>
                <Link href={`/set-up/skills/${s.id}`} title={s.name}>
                  {s.name}
                </Link>
                <i>{s.expires ? 'ends' : ''}</i>
              </span>
            ))}
          </div>
          <div role="row" className={`${css.row} ${css.sums}`} style={{ gridTemplateColumns: columns }}>
            <span role="rowheader">
              <b>Hours asked for, next 14 days</b>
              <i>hours of people at that level</i>
            </span>
            {skills.map((s) => (
              <span role="gridcell" key={s.id} data-short={s.askedHours > s.heldHours}>
                <b>{s.askedHours} h</b>
                <i>{s.heldHours} h</i>
              </span>
            ))}
          </div>
        </div>
        <div style={{ height: rows.getTotalSize(), position: 'relative' }}>
          {rows.getVirtualItems().map((item) => {
            const person = people[item.index]!;
            const held = edits.get(person.id) ?? person.skills;
            return (
              <div
                role="row"
                key={person.id}
                aria-rowindex={item.index + 3}
                className={css.row}
                data-edited={edits.has(person.id)}
                style={{
                  gridTemplateColumns: columns,
                  position: 'absolute',
                  top: item.start,
                  left: 0,
                  right: 0,
                  height: ROW,
                }}
              >
                <span role="rowheader" className={css.person}>
                  <Link href={`/set-up/technicians/${encodeURIComponent(person.id)}`}>{person.name}</Link>
                  <i>{person.territories[0] ?? ''}</i>
                </span>
                {skills.map((s) => (
                  <LevelCell
                    key={s.id}
                    id={`cell ${person.id} ${s.id}`}
                    name={`${person.name}, ${s.name}`}
                    held={heldOn(held, s.id, date)}
                    was={heldOn(person.skills, s.id, date)}
                    isChosen={cell?.personId === person.id && cell.skillId === s.id}
                    isFirst={cell === null && item.index === 0 && s === skills[0]}
                    date={date}
                    onChoose={() => onCell({ personId: person.id, skillId: s.id })}
                  />
                ))}
              </div>
            );
          })}
        </div>
      </div>
    </div>
  );
}

interface CellProps {
  readonly id: string;
  readonly name: string;
  readonly held: Held | null;
  readonly was: Held | null;
  readonly isChosen: boolean;
  readonly isFirst: boolean;
  readonly date: string;
  readonly onChoose: () => void;
}

function LevelCell({ id, name, held, was, isChosen, isFirst, date, onChoose }: CellProps) {
  const ends = held?.validTo ?? null;
  const endsSoon = ends !== null && ends < addDays(date, SOON_DAYS);
  const said = held ? `level ${held.level}${ends ? `, ends ${dayText(ends)}` : ''}` : 'not held';
  return (
    <button
      type="button"
      role="gridcell"
      id={id}
      className={css.cell}
      tabIndex={isChosen || isFirst ? 0 : -1}
      aria-label={`${name}: ${said}`}
      aria-selected={isChosen}
      data-edited={JSON.stringify(held) !== JSON.stringify(was)}
      data-ends={endsSoon}
      onFocus={onChoose}
    >
      <span className={css.bars} aria-hidden="true">
        {Array.from({ length: held?.level ?? 0 }, (_, i) => (
          <u key={i} />
        ))}
      </span>
      {endsSoon && <em>{dayText(ends).split(' ').slice(1).join(' ').slice(0, 6)}</em>}
    </button>
  );
}
