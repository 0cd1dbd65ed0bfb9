import type { OwnDay, OwnStop } from '@/contract/day/own-day';
import { FIELD_WORDS } from '../messages/day/day-words';
import { clock } from '../shared/time';
import css from './Field.module.css';
import { Way } from './Way';

export const keyOf = ({ visitId, part }: Pick<OwnStop, 'visitId' | 'part'>): string => `${visitId}/${part}`;

interface Props {
  readonly stop: OwnStop;
  readonly news: OwnDay['news'];
  readonly isOpen: boolean;
  readonly ticked: readonly string[];
  readonly mayTick: boolean;
  readonly onOpen: () => void;
  readonly onTick: (ticked: readonly string[]) => void;
  readonly onAgain: () => void;
}

/** One visit on the cord of the day; unfolded it has all that is needed there. */
export function Stop({ stop: s, news, isOpen, ticked, mayTick, onOpen, onTick, onAgain }: Props) {
  return (
    <li className={css.stop} data-state={s.state}>
      <svg className={css.sag} viewBox="0 0 24 100" preserveAspectRatio="none" aria-hidden="true">
        <path d="M8 0 C24 20 24 80 8 100" vectorEffect="non-scaling-stroke" />
      </svg>
      <svg className={css.knot} viewBox="0 0 22 24" aria-hidden="true">
        <path d="M11 1 L21 6.5 V17.5 L11 23 L1 17.5 V6.5 Z" />
        {s.state === 'not-done' && <path d="M6 7 L16 17 M16 7 L6 17" />}
        {s.state === 'done' && <path d="M6 12 L10 16 L16 8" className={css.tick} />}
      </svg>
      <button type="button" className={css.title} aria-expanded={isOpen} onClick={onOpen}>
        <b>
          {clock(s.startAt, s.zone)} {s.jobKind}
        </b>
        <span>
          {s.site} · {FIELD_WORDS[s.state]}
          {newsText(s, news)}
        </span>
      </button>
      {s.papers?.state === 'sent-back' && (
        <p className={css.refused} role="alert">
          Sent back: {s.papers.backReason}{' '}
          <button type="button" className="link" onClick={onAgain}>
            Mend it
          </button>
        </p>
      )}
      {isOpen && <More stop={s} ticked={ticked} mayTick={mayTick} onTick={onTick} />}
    </li>
  );
}

/** What of a visit is new to whoever goes there. */
function newsText(s: OwnStop, news: OwnDay['news']): string {
  if (!news || news.isFirst) return '';
  const isIt = (n: { readonly visitId: string; readonly part: number }): boolean =>
    n.visitId === s.visitId && n.part === s.part;
  if (news.fresh.some(isIt)) return ' · new';
  const moved = news.moved.find(isIt);
  return moved ? ` · was ${clock(moved.wasAt, s.zone)}` : '';
}

function More({
  stop: s,
  ticked,
  mayTick,
  onTick,
}: Pick<Props, 'ticked' | 'mayTick' | 'onTick'> & { readonly stop: OwnStop }) {
  const [promised] = s.windows;
  return (
    <div className={css.more}>
      {s.notes !== '' && <p className={css.note}>{s.notes}</p>}
      <p>{s.address}</p>
      {s.way.length > 1 && <Way way={s.way} />}
      {s.lat !== null && s.lon !== null && (
        <p>
          <a className="link" href={`geo:${s.lat},${s.lon}`}>
            Open the place in a map
          </a>
        </p>
      )}
      {promised && (
        <p>
          Promised {clock(promised.startAt, s.zone)}–{clock(promised.endAt, s.zone)}.
        </p>
      )}
      {s.contacts.map((c) => (
        <p key={`${c.name} ${c.phone}`}>
          {c.name}
          {c.role && `, ${c.role}`}
          {c.phone && (
            <>
              {' · '}
              <a className="link" href={`tel:${c.phone.replaceAll(' ', '')}`}>
                call
              </a>
            </>
          )}
        </p>
      ))}
      {s.asset && <p>{s.asset}</p>}
      {s.tasks.length > 0 && (
        <ul className={css.tasks}>
          {s.tasks.map((t) => (
            <li key={t}>
              {mayTick ? (
                <label className={css.check}>
                  <input
                    type="checkbox"
                    checked={ticked.includes(t)}
                    onChange={() =>
                      onTick(ticked.includes(t) ? ticked.filter((x) => x !== t) : [...ticked, t])
                    }
                  />
                  {t}
                </label>
              ) : (
                t
              )}
            </li>
          ))}
        </ul>
      )}
      {s.parts.length > 0 && <p>Parts: {s.parts.join(', ')}</p>}
      {s.history.length > 0 && (
        <p className="quiet">Before: {s.history.map((h) => `${h.label} ${h.what}`).join('; ')}</p>
      )}
      <p className="quiet">
        {s.label} {s.what}
      </p>
    </div>
  );
}
