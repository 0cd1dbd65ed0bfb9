import { useElementSize } from '@mantine/hooks';
import Link from 'next/link';
import type { DayPerson, DayView } from '@/contract/day/day-view';
import { FIELD_WORDS, PERSON_WORDS } from '../messages/day/day-words';
import { durationText } from '../messages/figures';
import { clock } from '../shared/time';
import { useNow } from '../shared/use-now';
import { fullHours, hoursOf } from './axis';
import css from './Day.module.css';
import { ReportFor } from './ReportFor';

const ROW_PX = 62;
const TOP_PX = 26;
const MID_PX = 30;
const HALF_PX = 8;
const PLAN_PX = 48;
const SAG_PX = 7;
const TIP_PX = 6;
const LEAST_WIDTH_PX = 620;
const LEAST_TARGET_PX = 24;

type Stop = DayPerson['stops'][number];

/** A hexagon between two moments: a knot. */
function knot(x1: number, x2: number, y: number, half: number): string {
  const tip = Math.min(TIP_PX, (x2 - x1) / 2);
  return `M${x1} ${y} L${x1 + tip} ${y - half} L${x2 - tip} ${y - half} L${x2} ${y} L${x2 - tip} ${y + half} L${x1 + tip} ${y + half} Z`;
}

/** Days as cords: solid as it happened, open as it is expected, a thin outline below as it was planned. */
export function DayCords({ day, hidesDone }: { readonly day: DayView; readonly hidesDone: boolean }) {
  const { ref, width: measured } = useElementSize();
  const now = useNow(day);
  const width = Math.max(LEAST_WIDTH_PX, measured);
  const hours = hoursOf(day.people, now);
  const x = (at: number): number =>
    Math.round(((at - hours.from) / Math.max(1, hours.to - hours.from)) * (width - 24)) + 12;
  if (day.people.length === 0)
    return (
      <section className={css.cords} aria-label="Cords of the day">
        <p className="quiet">Nobody is planned on this day.</p>
      </section>
    );
  return (
    <section className={css.cords} ref={ref} aria-label="Cords of the day">
      <div className={css.axis} style={{ width }} aria-hidden="true">
        {fullHours(hours).map((h) => (
          <span key={h} style={{ left: x(h) }}>
            {clock(h, day.zone).slice(0, 2)}
          </span>
        ))}
        {now >= hours.from && now <= hours.to && <b style={{ left: x(now) }}>{clock(now, day.zone)}</b>}
      </div>
      <ul style={{ width }}>
        {day.people.map((p) => (
          <Row key={p.id} person={p} day={day} x={x} width={width} now={now} hidesDone={hidesDone} />
        ))}
      </ul>
      <p className="quiet">Solid: as it happened. Open: as it is expected now. Outline below: as planned.</p>
    </section>
  );
}

interface RowProps {
  readonly person: DayPerson;
  readonly day: DayView;
  readonly x: (at: number) => number;
  readonly width: number;
  readonly now: number;
  readonly hidesDone: boolean;
}

function Row({ person: p, day, x, width, now, hidesDone }: RowProps) {
  const stops = p.stops.filter((s) => !(hidesDone && (s.state === 'done' || s.state === 'not-done')));
  return (
    <li className={css.row} style={{ height: ROW_PX }} data-person={p.id}>
      <div className={css.who}>
        <Link href={`/set-up/technicians/${encodeURIComponent(p.id)}`} className={css.name}>
          {p.name}
        </Link>
        <span className={css.state} data-state={p.state}>
          {PERSON_WORDS[p.state]}
        </span>
        {day.territories.some((t) => t.mayChange) && <ReportFor person={p} day={day} />}
        {p.place && (
          <span
            className="quiet"
            title={`Last place at ${clock(p.place.at, day.zone)}; on the map of the plan`}
          >
            place {durationText(Math.max(0, now - p.place.at))} old
          </span>
        )}
        {p.overtimeSec > 0 && <span className="quiet">over by {Math.round(p.overtimeSec / 60)} min</span>}
      </div>
      <svg
        width={width}
        height={ROW_PX}
        role="img"
        aria-label={`${p.name}: ${stops.map((s) => stopText(s, day)).join('; ') || 'nothing left'}`}
      >
        <rect
          x={x(p.shiftStart)}
          y={TOP_PX - 4}
          width={Math.max(0, x(p.shiftEnd) - x(p.shiftStart))}
          height={30}
          className={css.shift}
        />
        {stops.map((s, i) => {
          const before = stops[i - 1];
          const from = before ? x(before.finishAt) : x(s.arriveAt) - 12;
          return (
            <path
              key={`${s.visitId} ${s.part} way`}
              d={`M${from} ${MID_PX + 3} Q${(from + x(s.startAt)) / 2} ${MID_PX + 3 + (x(s.startAt) - from > 8 ? SAG_PX * 2 : 0)} ${x(s.startAt)} ${MID_PX + 3}`}
              className={css.way}
            />
          );
        })}
        {stops.map((s) => (
          <Knot key={`${s.visitId} ${s.part}`} stop={s} x={x} now={now} />
        ))}
        {p.breaks.map((b) => (
          <rect
            key={b.startAt}
            x={x(b.startAt)}
            y={MID_PX - 2}
            width={Math.max(2, x(b.endAt) - x(b.startAt))}
            height={10}
            className={css.pause}
            data-late={b.startAt > b.latestAt}
          >
            <title>Break about {clock(b.startAt, day.zone)}</title>
          </rect>
        ))}
        {stops.map((s) => (
          <path
            key={`${s.visitId} ${s.part} planned`}
            d={knot(x(s.plannedAt), Math.max(x(s.plannedAt) + 4, x(s.plannedUntil)), PLAN_PX + 4, 4)}
            className={css.planned}
          />
        ))}
        <line x1={x(now)} x2={x(now)} y1={0} y2={ROW_PX} className={css.plumb} />
      </svg>
      {stops.map((s) =>
        // What is too narrow to be met with a finger is in the list of work.
        s.visitId === '' || x(s.finishAt) - x(s.startAt) < LEAST_TARGET_PX ? null : (
          <Link
            key={`${s.visitId} ${s.part}`}
            className={css.over}
            style={{ left: x(s.startAt), width: x(s.finishAt) - x(s.startAt), top: TOP_PX - 4 }}
            href={`/work/orders/${encodeURIComponent(day.visits[s.visitId]?.workOrderId ?? '')}`}
            title={stopText(s, day)}
            aria-label={stopText(s, day)}
          />
        ),
      )}
    </li>
  );
}

/** What stands behind a knot, in words. */
function stopText(s: Stop, day: DayView): string {
  const visit = day.visits[s.visitId];
  const when = `${clock(s.startAt, day.zone)}–${clock(s.finishAt, day.zone)}`;
  if (!visit) return `Busy ${when}`;
  const chance =
    visit.windows.length > 0 && s.state !== 'done' && s.state !== 'on-site'
      ? `, kept in ${Math.round(s.chance * 100)} of 100`
      : '';
  return `${visit.label} ${visit.jobKind}, ${visit.site}: ${FIELD_WORDS[s.state]}, ${when}, planned ${clock(s.plannedAt, day.zone)}${chance}${s.reason ? `, ${s.reason}` : ''}`;
}

function Knot({
  stop: s,
  x,
  now,
}: {
  readonly stop: Stop;
  readonly x: (at: number) => number;
  readonly now: number;
}) {
  const y = MID_PX + 3;
  const [x1, x2] = [x(s.startAt), Math.max(x(s.startAt) + 6, x(s.finishAt))];
  if (s.state === 'done' || s.state === 'not-done')
    return (
      <>
        <rect
          x={x1}
          y={y - HALF_PX}
          width={x2 - x1}
          height={HALF_PX * 2}
          className={css.past}
          data-state={s.state}
        />
        {s.state === 'not-done' && (
          <path
            d={`M${x1 + 2} ${y - 5} L${x2 - 2} ${y + 5} M${x1 + 2} ${y + 5} L${x2 - 2} ${y - 5}`}
            className={css.crossed}
          />
        )}
      </>
    );
  const isLate = s.lateSec > 0;
  if (s.state === 'on-site') {
    const until = Math.min(x2, x(now));
    return (
      <>
        <path d={knot(x1, x2, y, HALF_PX)} className={css.open} data-late={isLate} />
        <rect
          x={x1}
          y={y - HALF_PX}
          width={Math.max(0, until - x1)}
          height={HALF_PX * 2}
          className={css.going}
        />
      </>
    );
  }
  return <path d={knot(x1, x2, y, HALF_PX)} className={css.ahead} data-late={isLate} data-way={s.state} />;
}
