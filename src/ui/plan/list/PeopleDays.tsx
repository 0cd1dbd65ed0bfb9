import { type MouseEvent, type ReactNode, useState } from 'react';
import { type PersonView, type PlanView, type ShiftView, slackOf } from '@/contract/plan/plan-view';
import { durationText } from '../../messages/figures';
import { clock, dayText } from '../../shared/time';
import { LoadMark, loadOf, loadWord } from '../cords/PersonLabel';
import { KnotMenu, type MenuAt } from '../hand/KnotMenu';
import type { Hand } from '../hand/use-hand';
import { idOf } from '../selection';
import css from './PeopleDays.module.css';

interface Props {
  readonly view: PlanView;
  /** Who of it stands on the desk. */
  readonly people: readonly PersonView[];
  readonly peopleSearch: ReactNode;
  readonly selected: string | null;
  readonly onSelect: (selection: string) => void;
  readonly hand: Hand;
  readonly dock: ReactNode;
  readonly onOpenLoose: () => void;
}

/** The plan as a list: each person's days, each visit a line. */
export function PeopleDays({
  view,
  people,
  peopleSearch,
  selected,
  onSelect,
  hand,
  dock,
  onOpenLoose,
}: Props) {
  const [byDay, setByDay] = useState(false);
  const [menu, setMenu] = useState<MenuAt | null>(null);
  const days = people.flatMap((person) =>
    person.shifts
      .filter((s) => s.route !== null || !s.inCrew)
      .map((shift) => ({ person, shift, key: `${person.id} ${shift.id}` })),
  );
  if (byDay) days.sort((a, b) => a.shift.date.localeCompare(b.shift.date));
  const asks = {
    onContextMenu: (e: MouseEvent): void => {
      const visitId = (e.target as Element).closest<HTMLElement>('[data-visit]')?.dataset.visit;
      if (!visitId) return;
      e.preventDefault();
      setMenu({ x: e.clientX, y: e.clientY, visitId });
    },
  };
  return (
    <div className={css.frame} {...asks}>
      <KnotMenu
        at={menu}
        hand={hand}
        view={view}
        onOpen={(id) => onSelect(`visit:${id}`)}
        onClose={() => setMenu(null)}
      />
      <div className={css.head}>
        <span>
          <strong>Loose ends</strong>{' '}
          <strong className={view.looseIds.length > 0 ? 'bad' : 'good'}>{view.looseIds.length}</strong>{' '}
          <button type="button" className="link" onClick={onOpenLoose}>
            Open as a table
          </button>
        </span>
        {view.dates.length > 1 && (
          <button type="button" className="link" onClick={() => setByDay((d) => !d)}>
            {byDay ? 'By person' : 'By day'}
          </button>
        )}
        <span className={css.search}>{peopleSearch}</span>
      </div>
      <div className={css.days} tabIndex={0}>
        {days.length === 0 && <p style={{ padding: 24 }}>Nobody works on these days.</p>}
        {days.map(({ person, shift, key }) => (
          <Day key={key} view={view} person={person} shift={shift} selected={selected} onSelect={onSelect} />
        ))}
      </div>
      {dock}
    </div>
  );
}

interface DayProps {
  readonly view: PlanView;
  readonly person: PersonView;
  readonly shift: ShiftView;
  readonly selected: string | null;
  readonly onSelect: (selection: string) => void;
}

function Day({ view, person, shift, selected, onSelect }: DayProps) {
  const { plannedSec, workedSec } = loadOf([shift]);
  const share = workedSec > 0 ? plannedSec / workedSec : 0;
  const stops = shift.route?.stops ?? [];
  return (
    <section className={css.day} aria-label={`${person.name}, ${dayText(shift.date)}`}>
      <h3>
        <LoadMark share={share} />
        <button type="button" className="link" onClick={() => onSelect(`person:${person.id}`)}>
          {person.name}
        </button>
        <span>{dayText(shift.date)}</span>
        <span className="quiet">
          {clock(shift.startAt, view.zone)}–{clock(shift.endAt, view.zone)} · {loadWord(share)},{' '}
          {durationText(plannedSec)} of {durationText(workedSec)}
          {(shift.route?.overtimeSec ?? 0) >= 60 && (
            <span className="bad"> · overtime {durationText(shift.route?.overtimeSec ?? 0)}</span>
          )}
        </span>
      </h3>
      {stops.length === 0 && <p className="quiet">Nothing planned.</p>}
      {stops.length > 0 && (
        <table className="figures">
          <tbody>
            {stops.map((stop, i) => {
              const visit = view.visits.find((v) => v.id === stop.visitId);
              const slack = slackOf(stop);
              return (
                <tr
                  key={`${stop.visitId}${i}`}
                  data-visit={visit?.id}
                  data-current={visit !== undefined && visit.id === idOf(selected, 'visit')}
                >
                  <td className={css.time}>
                    {clock(stop.startAt, view.zone)}–{clock(stop.finishAt, view.zone)}
                  </td>
                  <td className={css.drive}>{durationText(stop.travelSec)}</td>
                  <td>
                    {visit ? (
                      <button type="button" className="link" onClick={() => onSelect(`visit:${visit.id}`)}>
                        {visit.jobKind}
                      </button>
                    ) : (
                      'Busy in another territory'
                    )}{' '}
                    <span className="quiet">{visit?.label}</span>
                  </td>
                  <td>{visit?.site}</td>
                  <td>
                    {visit && visit.zone !== view.zone && (
                      <span className="quiet">{clock(stop.startAt, visit.zone)} at the site </span>
                    )}
                    {visit?.tiedTime || visit?.tiedPerson ? 'tied ' : ''}
                    {visit && visit.windows.length > 0 && (
                      <span className={slack === 'missed' ? 'bad' : slack === 'tight' ? css.tight : 'good'}>
                        {stop.slackSec < 0
                          ? `${durationText(-stop.slackSec)} late`
                          : `${durationText(stop.slackSec)} to spare`}
                      </span>
                    )}
                    {stop.against !== undefined && <span className="bad"> against a rule</span>}
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      )}
    </section>
  );
}
