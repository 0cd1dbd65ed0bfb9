import { addDays, dayText } from '../../shared/time';
import { useDraftContext } from '../draft/DraftContext';
import css from './SpanBars.module.css';

export interface SpanBar {
  /** The row that it is drawn from: "territories.0"; null where it is only shown. */
  readonly path: string | null;
  readonly name: string;
  readonly note: string;
  readonly from: string;
  readonly to: string | null;
  readonly tone: 'full' | 'open' | 'off';
}

interface Props {
  readonly groups: readonly (readonly SpanBar[])[];
  readonly today: string;
}

const MONTHS = 12;
const daysOf = (date: string): number => Date.parse(`${date}T00:00:00Z`) / 86_400_000;
const clamp = (x: number): number => Math.min(1, Math.max(0, x));

function axisOf(today: string): { first: string; last: string; months: { at: number; name: string }[] } {
  const start = new Date(`${today.slice(0, 7)}-01T00:00:00Z`);
  start.setUTCMonth(start.getUTCMonth() - 5);
  const end = new Date(start);
  end.setUTCMonth(end.getUTCMonth() + MONTHS);
  const iso = (d: Date): string => d.toISOString().slice(0, 10);
  const length = daysOf(iso(end)) - daysOf(iso(start));
  const months = Array.from({ length: MONTHS }, (_, i) => {
    const d = new Date(start);
    d.setUTCMonth(d.getUTCMonth() + i);
    const name = d.toLocaleString('en', { month: 'short', timeZone: 'UTC' });
    return { at: (daysOf(iso(d)) - daysOf(iso(start))) / length, name };
  });
  return { first: iso(start), last: iso(end), months };
}

/** All that holds from a day to a day, on one axis; its ends are dragged, or moved by the arrows. */
export function SpanBars({ groups, today }: Props) {
  const axis = axisOf(today);
  const length = daysOf(axis.last) - daysOf(axis.first);
  const at = (date: string): number => clamp((daysOf(date) - daysOf(axis.first)) / length);
  return (
    <div className={css.bars} role="group" aria-label="From when to when">
      <div className={css.axis} aria-hidden="true">
        {axis.months.map((m) => (
          <span key={m.at} style={{ left: `${m.at * 100}%` }}>
            {m.name}
          </span>
        ))}
      </div>
      <div className={css.body}>
        <div className={css.lines} aria-hidden="true">
          {axis.months.map((m) => (
            <i key={m.at} style={{ left: `${m.at * 100}%` }} />
          ))}
          <i className={css.now} style={{ left: `${at(today) * 100}%` }} />
        </div>
        {groups
          .filter((g) => g.length > 0)
          .map((group) => (
            <div key={group.map((b) => b.path ?? b.name).join()} className={css.group}>
              {group.map((bar) => (
                <Row
                  key={bar.path ?? `${bar.name} ${bar.from}`}
                  bar={bar}
                  axis={{ first: axis.first, length }}
                  at={at}
                />
              ))}
            </div>
          ))}
      </div>
    </div>
  );
}

interface RowProps {
  readonly bar: SpanBar;
  readonly axis: { readonly first: string; readonly length: number };
  readonly at: (date: string) => number;
}

function Row({ bar, axis, at }: RowProps) {
  const draft = useDraftContext();
  // An open end runs off the axis; the day after the last is where a bar ends.
  const end = bar.to === null ? 1 : at(addDays(bar.to, 1));
  const start = at(bar.from);
  const place = (x: number): string => addDays(axis.first, Math.round(x * axis.length));
  const set = (which: 'validFrom' | 'validTo', date: string): void => {
    if (bar.path === null) return;
    if (which === 'validFrom' && (bar.to === null || date <= bar.to))
      draft.set(`${bar.path}.validFrom`, date);
    if (which === 'validTo' && date >= bar.from) draft.set(`${bar.path}.validTo`, date);
  };
  const handle = (which: 'validFrom' | 'validTo', x: number, date: string | null) =>
    bar.path !== null &&
    draft.archivedAt === null && (
      <button
        type="button"
        className={css.handle}
        style={{ left: `${x * 100}%` }}
        aria-label={`${bar.name} ${which === 'validFrom' ? 'from' : 'until'} ${date ? dayText(date, true) : 'open end'}; arrows move it by a day, with Shift by a week`}
        onKeyDown={(e) => {
          const step = e.key === 'ArrowLeft' ? -1 : e.key === 'ArrowRight' ? 1 : 0;
          if (step === 0) return;
          e.preventDefault();
          set(which, addDays(date ?? place(1), step * (e.shiftKey ? 7 : 1)));
        }}
        onPointerDown={(e) => e.currentTarget.setPointerCapture(e.pointerId)}
        onPointerMove={(e) => {
          if (!e.currentTarget.hasPointerCapture(e.pointerId)) return;
          const box = e.currentTarget.parentElement?.getBoundingClientRect();
          if (!box) return;
          const day = place(clamp((e.clientX - box.left) / box.width));
          set(which, which === 'validTo' ? addDays(day, -1) : day);
        }}
      />
    );
  const until = bar.to === null ? '' : ` until ${dayText(bar.to)}`;
  return (
    <div className={css.row}>
      <span className={css.name}>{bar.name}</span>
      <span className="quiet">{bar.note}</span>
      <div className={css.track}>
        <div
          className={css.bar}
          data-tone={bar.tone}
          style={{ left: `${start * 100}%`, width: `${Math.max(0.004, end - start) * 100}%` }}
          title={`${bar.name}: from ${dayText(bar.from, true)}${until}`}
        />
        {bar.to !== null && end < 1 && end > 0 && (
          <span
            className={css.ends}
            style={end > 0.8 ? { right: `${(1 - start) * 100}%` } : { left: `${end * 100}%` }}
          >
            {bar.from === bar.to ? dayText(bar.to) : `until ${dayText(bar.to)}`}
          </span>
        )}
        {handle('validFrom', start, bar.from)}
        {handle('validTo', end, bar.to)}
      </div>
    </div>
  );
}
