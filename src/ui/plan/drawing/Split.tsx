import { useLocalStorage } from '@mantine/hooks';
import { type KeyboardEvent, type PointerEvent, type RefObject, useRef } from 'react';
import css from './Drawing.module.css';

const USUAL = 60;
const LEAST = 25;
const MOST = 80;
const STEP = 5;

export interface SplitState {
  readonly frame: RefObject<HTMLDivElement | null>;
  /** Width of the cords, of what they share with the map. */
  readonly percent: number;
  readonly set: (percent: number) => void;
}

export function useSplit(): SplitState {
  const frame = useRef<HTMLDivElement>(null);
  const [percent, setPercent] = useLocalStorage({ key: 'lime-split', defaultValue: USUAL });
  return { frame, percent, set: (p) => setPercent(Math.round(Math.min(MOST, Math.max(LEAST, p)))) };
}

/** Between cords and map: dragged, or moved with the arrow keys; a double click sets it back. */
export function Split({ split }: { readonly split: SplitState }) {
  const { frame, percent, set } = split;
  const move = (e: PointerEvent<HTMLButtonElement>): void => {
    if (!e.currentTarget.hasPointerCapture(e.pointerId)) return;
    const box = frame.current?.getBoundingClientRect();
    if (box) set(((e.clientX - box.left) / box.width) * 100);
  };
  const step = (e: KeyboardEvent): void => {
    if (e.key === 'ArrowLeft') set(percent - STEP);
    else if (e.key === 'ArrowRight') set(percent + STEP);
    else return;
    e.preventDefault();
  };
  return (
    <button
      type="button"
      className={css.split}
      aria-label={`Cords take ${percent} percent, the map the rest: arrow keys move it`}
      title="Drag to share the room otherwise"
      onPointerDown={(e) => e.currentTarget.setPointerCapture(e.pointerId)}
      onPointerMove={move}
      onDoubleClick={() => set(USUAL)}
      onKeyDown={step}
    />
  );
}
