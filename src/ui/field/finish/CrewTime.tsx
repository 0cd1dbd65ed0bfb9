import type { OwnDay } from '@/contract/day/own-day';
import css from '../Field.module.css';

/** Minutes by member as they stand in the fields. */
export type CrewMinutes = Readonly<Record<string, string>>;

/** What was typed as minutes; null where it is none. */
export function minutesOf(text: string): number | null {
  const minutes = Number(text);
  return text.trim() !== '' && Number.isInteger(minutes) && minutes >= 0 && minutes <= 1440 ? minutes : null;
}

interface Props {
  readonly members: OwnDay['members'];
  /** What counts for whoever has no minutes of their own. */
  readonly minutes: string;
  readonly own: CrewMinutes;
  readonly onChange: (own: CrewMinutes) => void;
}

/** Time for the crew, or for each of it: whoever came later or left sooner has minutes of their own. */
export function CrewTime({ members, minutes, own, onChange }: Props) {
  const there = members.filter((m) => !m.isAway);
  if (there.length < 2) return null;
  if (Object.keys(own).length === 0)
    return (
      <button
        type="button"
        className={css.small}
        onClick={() => onChange(Object.fromEntries(there.map((m) => [m.id, minutes])))}
      >
        Time for each of the crew
      </button>
    );
  return (
    <fieldset className={css.each}>
      <legend>Minutes of each</legend>
      {there.map((m) => (
        <label key={m.id} className={css.field}>
          {m.name}
          <input
            inputMode="numeric"
            value={own[m.id] ?? ''}
            aria-invalid={minutesOf(own[m.id] ?? '') === null}
            onChange={(e) => onChange({ ...own, [m.id]: e.currentTarget.value })}
          />
        </label>
      ))}
      <button type="button" className={css.small} onClick={() => onChange({})}>
        The same for all
      </button>
    </fieldset>
  );
}
