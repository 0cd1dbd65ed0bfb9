import { useSyncExternalStore } from 'react';
import type { PlanView } from '@/contract/plan/plan-view';
import { changeText, durationText, OBJECTIVE_WORDS, priceText } from '../../messages/figures';
import { REASON_WORDS, RULE_WORDS } from '../../messages/rules';
import { clock, momentText } from '../../shared/time';
import { changedMeasures } from './board/hand-desk';
import css from './Hand.module.css';
import type { HandState, HandStore } from './hand-store';

interface Props {
  readonly store: HandStore;
  readonly view: PlanView;
  /** The drawing that the card lies in: it stands on the side where the pointer is not. */
  readonly frame: () => DOMRect | null;
  readonly isMap?: boolean;
  /** What is carried by keys is told here: on one of cords and map. */
  readonly tellsKeys?: boolean;
}

const WIDTH = 330;
const MOST_LINES = 6;
const MOST_NAMED = 3;

/** What putting it down here comes to, in words; never over what it speaks of. */
export function HandCard({ store, view, frame, isMap = false, tellsKeys = true }: Props) {
  const state = useSyncExternalStore(store.subscribe, store.get, () => null);
  if (!state || (!state.aim && !state.isOff)) return null;
  const box = frame();
  // Cords and map may stand side by side: the card is where the pointer is.
  if (
    state.point === null
      ? !tellsKeys
      : box !== null && (state.point.x < box.left || state.point.x > box.right)
  )
    return null;
  const at = state.point ?? aimedPoint();
  const isRight = box !== null && at !== null && at.x < box.left + box.width / 2;
  const isLow = box !== null && at !== null && at.y < box.top + box.height / 2;
  const place = {
    ...(isRight ? { right: 12 } : { left: isMap ? 12 : 204 }),
    ...(isLow ? { bottom: isMap ? 36 : 12 } : { top: isMap ? 48 : 12 }),
    width: WIDTH,
  };
  const broken = state.outcome?.broken ?? [];
  return (
    <div
      className={css.card}
      style={place}
      data-against={broken.length > 0}
      role="status"
      aria-busy={state.weighed !== state.grip}
    >
      <Head state={state} view={view} />
      {broken.length > 0 && <Against state={state} view={view} />}
      {state.outcome ? <Says state={state} view={view} /> : <p className="quiet">Working it out …</p>}
      <Better state={state} view={view} />
    </div>
  );
}

/** Where what is carried by keys is drawn. */
function aimedPoint(): { readonly x: number; readonly y: number } | null {
  const box = document.querySelector('[data-aimed="true"]')?.getBoundingClientRect();
  return box ? { x: box.x + box.width / 2, y: box.y + box.height / 2 } : null;
}

interface PartProps {
  readonly state: HandState;
  readonly view: PlanView;
}

const nameOf = (view: PlanView, shiftId: string): string =>
  view.people.find((p) => p.shifts.some((s) => s.id === shiftId))?.name ?? '';

/** The hour, and the day where several are on screen. */
const whenText = (view: PlanView, at: number): string =>
  view.dates.length > 1 ? momentText(at, view.zone) : clock(at, view.zone);

const labelOf = (view: PlanView, visitId: string): string =>
  view.visits.find((v) => v.id === visitId)?.label ?? 'other work';

function Head({ state, view }: PartProps) {
  const { aim, outcome, hold, isOff } = state;
  const stop = outcome?.days
    .flatMap((d) => d.stops.filter((s) => s.visitId === hold.visitIds[0] && d.shiftId === aim?.shiftId))
    .at(0);
  const many = hold.visitIds.length > 1 ? `${hold.visitIds.length} visits, ` : '';
  const title = isOff
    ? `${many}off the cord`
    : `${many}${nameOf(view, aim?.shiftId ?? '')}, ${whenText(view, stop?.startAt ?? aim?.at ?? 0)}${
        state.isStretch && stop ? `–${clock(stop.finishAt, view.zone)}` : ''
      }`;
  return (
    <h3>
      <span>{title}</span>
      {outcome && (
        <span className={outcome.price > 0 ? 'bad' : 'good'}>{changeText(outcome.price, priceText)}</span>
      )}
    </h3>
  );
}

function Against({ state, view }: PartProps) {
  const { against, outcome } = state;
  const rules = [
    ...against.map((rule) => REASON_WORDS[rule]),
    ...(outcome?.broken ?? [])
      .filter((v) => !against.some((rule) => rule === v.rule))
      .map((v) => RULE_WORDS[v.rule]),
  ];
  return (
    <div className="bad" style={{ marginBottom: 6 }}>
      <b>Not allowed.</b> {[...new Set(rules)].slice(0, MOST_NAMED).join('. ')}.{' '}
      {view.mayForce && <span className="quiet">Hold Alt to put it there all the same, with a reason.</span>}
    </div>
  );
}

function Says({ state, view }: PartProps) {
  const { outcome, hold } = state;
  if (!outcome) return null;
  const lines = changedMeasures(outcome.change).slice(0, MOST_LINES);
  const isPromised = (view.visits.find((v) => v.id === hold.visitIds[0])?.windows.length ?? 0) > 0;
  const own = outcome.days.flatMap((d) => d.stops).find((s) => s.visitId === hold.visitIds[0]);
  const pushed = outcome.pushed.slice(0, MOST_NAMED);
  return (
    <>
      {lines.length > 0 && (
        <table>
          <tbody>
            {lines.map((o) => (
              <tr key={o}>
                <td>{OBJECTIVE_WORDS[o].name}</td>
                <td>{changeText(outcome.change[o].amount, OBJECTIVE_WORDS[o].amount)}</td>
                <td className={outcome.change[o].price > 0 ? 'bad' : 'good'}>
                  {changeText(outcome.change[o].price, priceText)}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {outcome.days
        .filter((d) => d.travelSec !== d.travelWas)
        .map((d) => (
          <p key={d.shiftId} className="quiet">
            {nameOf(view, d.shiftId)} drives {durationText(d.travelSec)}, before {durationText(d.travelWas)}.
          </p>
        ))}
      <p>
        {pushed.length === 0
          ? 'All others stay.'
          : `Pushed later: ${pushed
              .map((p) => `${labelOf(view, p.visitId)} to ${clock(p.startAt, view.zone)}`)
              .join(
                ', ',
              )}${outcome.pushed.length > MOST_NAMED ? ` and ${outcome.pushed.length - MOST_NAMED} more` : ''}.`}{' '}
        {isPromised &&
          own?.slackSec != null &&
          (own.slackSec < 0
            ? `Window missed by ${durationText(-own.slackSec)}.`
            : `Window kept with ${durationText(own.slackSec)} to spare.`)}
      </p>
    </>
  );
}

/** The cheapest place of all, where this is not it. */
function Better({ state, view }: PartProps) {
  const { fits, outcome } = state;
  const [best] = fits ?? [];
  if (state.isStretch) return null;
  if (fits?.length === 0 && state.hold.visitIds.length === 1)
    return <p className="quiet">No cord has a place for it that keeps the rules.</p>;
  if (!best || !outcome || (outcome.broken.length === 0 && best.price >= outcome.price)) return null;
  return (
    <p className="quiet">
      Better: {best.shiftIds.map((id) => nameOf(view, id)).join(' and ')} {whenText(view, best.startAt)},{' '}
      {changeText(best.price, priceText)}
    </p>
  );
}
