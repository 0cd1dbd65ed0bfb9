import css from './MapView.module.css';

interface Props {
  readonly hasSpeeds: boolean;
  readonly hasClosed: boolean;
  readonly isAt: boolean;
}

/** What the signs on the map mean. */
export function MapLegend({ hasSpeeds, hasClosed, isAt }: Props) {
  return (
    <div className={css.legend}>
      <span>
        <svg width={13} height={13} viewBox="-7 -7 14 14" aria-hidden="true">
          <circle r={5} fill="none" stroke="var(--plum)" strokeWidth={2} />
        </svg>
        loose end, larger is more urgent
      </span>
      <span>
        <svg width={13} height={13} viewBox="-7 -7 14 14" aria-hidden="true">
          <circle r={4} fill="var(--leaf)" stroke="var(--ink)" />
        </svg>
        visit, in its person’s hue
      </span>
      <span>
        <svg width={20} height={13} viewBox="-10 -7 20 14" aria-hidden="true">
          <rect x={-9} y={-5} width={18} height={10} rx={2} fill="var(--paper)" stroke="var(--ink)" />
        </svg>
        {isAt ? 'person, by the plan' : 'person, last seen'}
      </span>
      <span>
        <svg width={13} height={13} viewBox="-7 -7 14 14" aria-hidden="true">
          <rect x={-5} y={-5} width={10} height={10} fill="var(--ink)" stroke="var(--lime)" strokeWidth={2} />
        </svg>
        depot
      </span>
      <span>
        <svg width={22} height={13} aria-hidden="true">
          <path d="M0 6 H22" stroke="var(--ink-2)" strokeDasharray="2 4" />
        </svg>
        territory
      </span>
      {hasClosed && (
        <span>
          <svg width={13} height={13} viewBox="-7 -7 14 14" aria-hidden="true">
            <path d="M-5 -5 L5 5 M-5 5 L5 -5" stroke="var(--ink)" strokeWidth={3} />
          </svg>
          closed road
        </span>
      )}
      {hasSpeeds && (
        <>
          <span>
            <svg width={22} height={13} aria-hidden="true">
              <path d="M0 6 H22" stroke="var(--ochre)" strokeWidth={2.4} strokeDasharray="6 4" />
            </svg>
            slower than usual
          </span>
          <span>
            <svg width={22} height={13} aria-hidden="true">
              <path d="M0 6 H22" stroke="var(--plum)" strokeWidth={3} />
            </svg>
            by more than a quarter
          </span>
        </>
      )}
    </div>
  );
}
