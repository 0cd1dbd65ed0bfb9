import css from '../cords/Timeline.module.css';
import type { Desk } from './use-desk';

interface Props {
  readonly desk: Desk;
  readonly shown: number;
  readonly all: number;
}

/** Cuts down at hand who is on screen, by name; it says how many are not. */
export function PeopleSearch({ desk, shown, all }: Props) {
  return (
    <input
      type="search"
      className={css.search}
      aria-label={`Search people, ${shown} of ${all} on screen`}
      placeholder={shown < all ? `${shown} of ${all} people` : `${all} people`}
      value={desk.quick}
      onChange={(e) => desk.setQuick(e.currentTarget.value)}
      onKeyDown={(e) => {
        if (e.key === 'Escape') desk.setQuick('');
      }}
    />
  );
}
