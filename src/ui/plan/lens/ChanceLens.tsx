import Link from 'next/link';
import type { PlanView } from '@/contract/plan/plan-view';
import type { ScorelineMore } from '@/contract/plan/scoreline';
import { durationText } from '../../messages/figures';
import { percentText } from '../cords/knot';
import { useScorelineMore } from '../scoreline/use-scoreline-more';
import css from './Lens.module.css';
import { LensTitle } from './LensTitle';
import { placesOf } from './VisitLens';

const MOST = 60;

interface Props {
  readonly view: PlanView;
  readonly query: string;
  readonly onSelect: (selection: string | null) => void;
}

/** How likely each promised window is kept, the least likely first, and what would raise it. */
export function ChanceLens({ view, query, onSelect }: Props) {
  const more = useScorelineMore(query, view.revision);
  const visits = new Map(view.visits.map((v) => [v.id, v]));
  const doubtful = (more?.chances ?? []).filter(([id]) => visits.has(id));
  return (
    <>
      <LensTitle text="Windows kept" onClose={() => onSelect(null)} />
      {!more && <p className="quiet">Playing the days …</p>}
      {more?.chance !== null && more && (
        <p className={css.fact}>
          <b style={{ fontSize: 15 }}>{percentText(more.chance)}</b> of {doubtful.length} promised windows, on
          the mean of 200 simulated days
        </p>
      )}
      {more && <Margin margin={more.margin} />}
      <h3>Least likely first</h3>
      <ul className={css.list}>
        {doubtful.slice(0, MOST).map(([id, chance]) => {
          const visit = visits.get(id)!;
          const [place] = placesOf(view, id);
          return (
            <li key={id}>
              <button type="button" onClick={() => onSelect(`visit:${id}`)}>
                <b>
                  {visit.jobKind} · {visit.site}
                </b>
                <span>{percentText(chance)}</span>
                <span className="quiet">{place ? `${place.person.name}, ${place.shift.date}` : ''}</span>
                <span />
              </button>
            </li>
          );
        })}
      </ul>
      {doubtful.length > MOST && <p className="quiet">and {doubtful.length - MOST} likelier ones</p>}
    </>
  );
}

/** A run gives more room before a window's end only where that has a price. */
function Margin({ margin }: Pick<ScorelineMore, 'margin'>) {
  const isAsked = margin.pricePerMin > 0 && margin.min > 0;
  return (
    <p className={css.fact}>
      {isAsked
        ? `${margin.playbook} asks for ${durationText(margin.min * 60)} before a window’s end, at ${margin.pricePerMin} a minute short. To raise the chance, ask for more and run again: `
        : `${margin.playbook} asks for no margin before a window’s end, so a run uses it to the last minute. To raise the chance, give the margin a price and run again: `}
      <Link className="link" href={`/playbooks/${margin.versionId}?price=marginMinute`}>
        the margin’s price
      </Link>
    </p>
  );
}
