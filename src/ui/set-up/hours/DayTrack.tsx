import { useRef, useState } from 'react';
import { clockText } from '../../shared/quantities';
import { type Hours, inOrder } from './day-hours';
import css from './Hours.module.css';

/** The track runs on to the next morning, for nights. */
const END = 1800;
const GRID = 15;

interface Props {
  readonly day: readonly Hours[];
  readonly name: string;
  readonly isOpen: boolean;
  readonly onChange: (day: Hours[]) => void;
}

interface Drag {
  readonly kind: 'draw' | 'start' | 'end';
  readonly ix: number;
  readonly anchor: number;
  readonly at: number;
}

/** One day as a bar: drawn on empty ground, its ends pulled. Typing beside it does the same. */
export function DayTrack({ day, name, isOpen, onChange }: Props) {
  const track = useRef<HTMLDivElement>(null);
  const [drag, setDrag] = useState<Drag | null>(null);
  const minuteAt = (x: number): number => {
    const box = track.current?.getBoundingClientRect();
    if (!box) return 0;
    const share = Math.min(1, Math.max(0, (x - box.left) / box.width));
    return Math.round((share * END) / GRID) * GRID;
  };
  const drawn = drag ? withDrag(day, drag) : day;
  const begin = (e: React.PointerEvent, next: Omit<Drag, 'at' | 'anchor'>): void => {
    if (!isOpen) return;
    e.stopPropagation();
    track.current?.setPointerCapture(e.pointerId);
    const at = minuteAt(e.clientX);
    setDrag({ ...next, anchor: at, at });
  };
  return (
    <div
      ref={track}
      className={css.track}
      role="img"
      aria-label={`${name}: ${drawn.map((h) => `${clockText(h.startMin)} to ${clockText(h.endMin)}`).join(', ') || 'off'}`}
      onPointerDown={(e) => begin(e, { kind: 'draw', ix: -1 })}
      onPointerMove={(e) => drag && setDrag({ ...drag, at: minuteAt(e.clientX) })}
      onPointerUp={() => {
        if (drag) onChange(inOrder(withDrag(day, drag)).filter((h) => h.endMin - h.startMin >= GRID));
        setDrag(null);
      }}
      onPointerCancel={() => setDrag(null)}
    >
      <i className={css.midnight} style={{ left: `${(1440 / END) * 100}%` }} />
      {drawn.map((h, i) => (
        <div
          key={i}
          className={css.stretch}
          style={{
            left: `${(h.startMin / END) * 100}%`,
            width: `${((Math.min(END, h.endMin) - h.startMin) / END) * 100}%`,
          }}
        >
          <b onPointerDown={(e) => begin(e, { kind: 'start', ix: i })} />
          <b onPointerDown={(e) => begin(e, { kind: 'end', ix: i })} />
        </div>
      ))}
    </div>
  );
}

function withDrag(day: readonly Hours[], drag: Drag): Hours[] {
  if (drag.kind === 'draw') {
    const [a, b] = [Math.min(drag.anchor, drag.at), Math.max(drag.anchor, drag.at)];
    return b > a ? [...day, { startMin: a, endMin: b }] : [...day];
  }
  return day.map((h, i) => {
    if (i !== drag.ix) return h;
    return drag.kind === 'start'
      ? { ...h, startMin: Math.min(drag.at, h.endMin - GRID) }
      : { ...h, endMin: Math.max(drag.at, h.startMin + GRID) };
  });
}
