import { useQuery } from '@tanstack/react-query';
import { type Contribution, measureDetail } from '@/contract/plan/plan-detail';
import type { PlanView } from '@/contract/plan/plan-view';
import { OBJECTIVES, type Objective } from '@/core/index';
import { errorText } from '../../messages/errors';
import { changeText, OBJECTIVE_WORDS, priceText, tellingMeasures } from '../../messages/figures';
import { RULE_WORDS } from '../../messages/rules';
import { callApi } from '../../shared/api';
import { dayText } from '../../shared/time';
import { Beyond } from '../scoreline/Beyond';
import { Binds } from '../why/Binds';
import { ChanceLens } from './ChanceLens';
import css from './Lens.module.css';
import { LensTitle } from './LensTitle';

interface Props {
  readonly view: PlanView;
  readonly query: string;
  readonly measure: Objective | 'price' | 'rules' | 'chance';
  readonly onSelect: (selection: string | null) => void;
}

/** A figure of the scoreline, opened down to what makes it up. */
export function MeasureLens({ view, query, measure, onSelect }: Props) {
  if (measure === 'price') return <PriceLens view={view} onSelect={onSelect} />;
  if (measure === 'chance') return <ChanceLens view={view} query={query} onSelect={onSelect} />;
  if (measure === 'rules') return <RulesLens view={view} onSelect={onSelect} />;
  return <OneMeasure view={view} query={query} objective={measure} onSelect={onSelect} />;
}

/** What a contribution is called, and what opens when it is chosen. */
function shown(row: Contribution, view: PlanView): { name: string; detail: string; selection: string } {
  const visit = view.visits.find((v) => v.id === row.visitId);
  const who = row.person && row.date ? `${row.person}, ${row.date}` : '';
  if (visit)
    return {
      name: `${visit.jobKind} · ${visit.site}`,
      detail: who || `priority ${visit.priority}`,
      selection: `visit:${visit.id}`,
    };
  const days = row.date ? `the day as a whole, ${row.date}` : 'over several days';
  return {
    name: row.person ?? 'Several people together',
    detail: days,
    selection: `person:${row.personId ?? ''}`,
  };
}

function OneMeasure({
  view,
  query,
  objective,
  onSelect,
}: {
  readonly view: PlanView;
  readonly query: string;
  readonly objective: Objective;
  readonly onSelect: Props['onSelect'];
}) {
  const { data, error } = useQuery({
    queryKey: ['plan-measure', query, objective],
    queryFn: ({ signal }) => callApi(`/api/plan/measures/${objective}?${query}`, measureDetail, { signal }),
  });
  const words = OBJECTIVE_WORDS[objective];
  const part = view.parts[objective];
  return (
    <>
      <LensTitle text={words.name} onClose={() => onSelect(null)} />
      <p className={css.fact}>
        <b style={{ fontSize: 15 }}>{words.amount(part.amount)}</b>, price {priceText(part.price)}
      </p>
      {view.baseline && <p className="quiet">Live plan: {words.amount(view.baseline[objective].amount)}</p>}
      {(objective === 'unplanned' || objective === 'missedWindows') && (
        <Beyond
          query={query}
          revision={view.revision}
          loose={view.parts.unplanned.amount}
          missed={view.parts.missedWindows.amount}
        />
      )}
      <h3>Made up of</h3>
      {error && <p className="bad">{errorText(error)}</p>}
      {!data && !error && <p className="quiet">Adding it up …</p>}
      {data?.contributions.length === 0 && <p className="quiet">Nothing: this is at zero.</p>}
      <ul className={css.list}>
        {data?.contributions.map((row, i) => {
          const { name, detail, selection } = shown(row, view);
          return (
            <li key={`${selection}${i}`}>
              <button type="button" onClick={() => onSelect(selection)}>
                <b>{name}</b>
                <span>{words.amount(row.amount)}</span>
                <span className="quiet">{detail}</span>
                <span className="quiet">{row.price > 0 ? priceText(row.price) : ''}</span>
              </button>
            </li>
          );
        })}
      </ul>
      {data && data.more > 0 && <p className="quiet">and {data.more} smaller ones</p>}
      {objective === 'unplanned' && view.territories.every((t) => t.mayChange) && <Binds view={view} />}
    </>
  );
}

function PriceLens({ view, onSelect }: { readonly view: PlanView; readonly onSelect: Props['onSelect'] }) {
  const total = OBJECTIVES.reduce((sum, o) => sum + view.parts[o].price, 0);
  return (
    <>
      <LensTitle text={`Price ${priceText(total)}`} onClose={() => onSelect(null)} />
      <p className="quiet">
        All measures in one currency{view.baseline ? ', with the change against the live plan' : ''}.
      </p>
      <ul className={css.list}>
        {tellingMeasures(view.parts, ...(view.baseline ? [view.baseline] : [])).map((o) => (
          <li key={o}>
            <button type="button" onClick={() => onSelect(`measure:${o}`)}>
              <b>{OBJECTIVE_WORDS[o].name}</b>
              <span>{priceText(view.parts[o].price)}</span>
              <span className="quiet">{OBJECTIVE_WORDS[o].amount(view.parts[o].amount)}</span>
              <span className="quiet">
                {view.baseline
                  ? changeText(view.parts[o].price - view.baseline[o].price, priceText)
                  : `${total > 0 ? Math.round((view.parts[o].price / total) * 100) : 0} %`}
              </span>
            </button>
          </li>
        ))}
      </ul>
      {view.territories.every((t) => t.mayChange) && <Binds view={view} />}
    </>
  );
}

function RulesLens({ view, onSelect }: { readonly view: PlanView; readonly onSelect: Props['onSelect'] }) {
  const labels = new Map(view.visits.map((v) => [v.id, `${v.label} ${v.jobKind}`]));
  const reasons = new Map(
    view.people.flatMap((p) =>
      p.shifts.flatMap((s) =>
        (s.route?.stops ?? []).flatMap((x) => (x.against === undefined ? [] : [[x.visitId, x.against]])),
      ),
    ),
  );
  const dayOf = (shiftId: string | undefined): string => {
    const person = view.people.find((p) => p.shifts.some((s) => s.id === shiftId));
    const date = person?.shifts.find((s) => s.id === shiftId)?.date;
    return person && date ? `${person.name}, ${dayText(date)}` : '';
  };
  return (
    <>
      <LensTitle text="Rules broken" onClose={() => onSelect(null)} />
      {view.violations.length === 0 && (
        <p className="good">None. The checker replayed every day of this plan.</p>
      )}
      <ul className={css.list}>
        {view.violations.map((v, i) => (
          <li key={`${v.rule}${v.visitId}${i}`}>
            <button
              type="button"
              onClick={() =>
                onSelect(v.visitId ? `visit:${v.visitId}` : `person:${v.shiftId?.split('@')[0] ?? ''}`)
              }
            >
              <b>{RULE_WORDS[v.rule]}</b>
              <span />
              <span className="quiet">
                {[v.visitId ? labels.get(v.visitId) : '', dayOf(v.shiftId)].filter(Boolean).join(' · ')}
                {v.visitId && reasons.has(v.visitId) && ` · on purpose: ${reasons.get(v.visitId)}`}
              </span>
            </button>
          </li>
        ))}
      </ul>
    </>
  );
}
