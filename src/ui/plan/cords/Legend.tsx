import { CordPatterns } from './Cord';
import {
  CHANCE_STYLES,
  COLOUR_BY,
  type ColourBy,
  type ColourContext,
  type KnotStyle,
  knotPath,
  NO_WINDOW,
  PRIORITIES,
  SLACK_STYLES,
  styleOfKey,
} from './knot';
import { LoadMark, loadWord } from './PersonLabel';

const BY_WORDS: Readonly<Record<ColourBy, string>> = {
  slack: 'slack',
  chance: 'chance',
  territory: 'territory',
  jobKind: 'job kind',
  priority: 'priority',
};

interface Props {
  readonly colour: ColourContext;
  readonly onColourBy: (by: ColourBy) => void;
  /** The plan that is shown as ghosts. */
  readonly beside: string | null;
  /** Only the hours of a day are coloured by choice; days are by slack, and lists by nothing; both mark loads. */
  readonly drawn: 'hours' | 'days' | 'list';
  /** The zone that times are said in, and those to choose from. */
  readonly zone: string;
  readonly zones: readonly string[];
  readonly onZone: (zone: string) => void;
}

function entriesOf(colour: ColourContext): { name: string; style: KnotStyle }[] {
  if (colour.by === 'slack') {
    return Object.entries(SLACK_STYLES).map(([name, style]) => ({ name, style }));
  }
  if (colour.by === 'chance')
    return [
      { name: 'kept on 95 % of simulated days', style: CHANCE_STYLES.likely },
      { name: 'on 80 %', style: CHANCE_STYLES.doubtful },
      { name: 'on fewer', style: CHANCE_STYLES.unlikely },
      { name: 'no window', style: NO_WINDOW },
    ];
  const keys =
    colour.by === 'territory'
      ? colour.territories.map((t) => t.name)
      : colour.by === 'jobKind'
        ? colour.jobKinds
        : PRIORITIES;
  return keys.map((key) => ({ name: key, style: styleOfKey(key, colour) }));
}

const SELECT = {
  font: 'inherit',
  color: 'var(--ink)',
  background: 'var(--paper)',
  border: '1px solid var(--hair)',
  borderRadius: 3,
} as const;

/** One of each mark. */
const LOADS = [0, 0.5, 0.95, 1.2] as const;

/** "Madeira" of "Atlantic/Madeira". */
const placeOf = (zone: string): string => zone.split('/').at(-1)!.replaceAll('_', ' ');

/** What colours, patterns and lines mean; always shown. */
export function Legend({ colour, onColourBy, beside, drawn, zone, zones, onZone }: Props) {
  return (
    <div
      style={{
        display: 'flex',
        alignItems: 'center',
        gap: 16,
        padding: '4px 16px',
        borderTop: '1px solid var(--hair)',
        fontSize: 12,
        color: 'var(--ink-2)',
        flexWrap: 'wrap',
        rowGap: 2,
        whiteSpace: 'nowrap',
        minHeight: 28,
      }}
    >
      {drawn === 'hours' && (
        <label>
          Colour by{' '}
          <select value={colour.by} onChange={(e) => onColourBy(e.target.value as ColourBy)} style={SELECT}>
            {COLOUR_BY.map((by) => (
              <option key={by} value={by}>
                {BY_WORDS[by]}
              </option>
            ))}
          </select>
        </label>
      )}
      {zones.length > 1 && (
        <label>
          Times in{' '}
          <select value={zone} onChange={(e) => onZone(e.target.value)} style={SELECT}>
            {zones.map((z) => (
              <option key={z} value={z}>
                {placeOf(z)}
              </option>
            ))}
          </select>
        </label>
      )}
      {(drawn === 'list' ? [] : entriesOf(drawn === 'days' ? { ...colour, by: 'slack' } : colour)).map(
        ({ name, style }) => (
          <span key={name} style={{ display: 'inline-flex', gap: 5, alignItems: 'center' }}>
            <svg width={22} height={13} aria-hidden="true">
              <CordPatterns />
              <path d={knotPath(1, 6.5, 20, 11)} fill={style.fill} stroke={style.stroke} strokeWidth={1.2} />
              {style.pattern !== 'none' && (
                <path d={knotPath(1, 6.5, 20, 11)} fill={`url(#${style.pattern})`} />
              )}
            </svg>
            {name}
          </span>
        ),
      )}
      {beside !== null && (
        <Sign path={knotPath(1, 7, 24, 9)} dash="3 2" name={`where ${beside} has it else`} />
      )}
      <span style={{ marginLeft: 'auto', display: 'inline-flex', gap: 14 }}>
        {drawn !== 'hours' ? (
          LOADS.map((share) => (
            <span key={share} style={{ display: 'inline-flex', gap: 4, alignItems: 'center' }}>
              <LoadMark share={share} /> {loadWord(share)}
            </span>
          ))
        ) : (
          <>
            <Sign path="M1 4 Q13 16 25 4" name="travel, deeper is longer" />
            <Sign path="M1 7 H25" dash="1.5 3.5" name="waiting" />
            <Sign path="M1 10 V4 H25 V10" name="promised window" />
          </>
        )}
      </span>
    </div>
  );
}

function Sign({
  path,
  dash,
  name,
}: {
  readonly path: string;
  readonly dash?: string;
  readonly name: string;
}) {
  return (
    <span style={{ display: 'inline-flex', gap: 5, alignItems: 'center' }}>
      <svg width={26} height={13} aria-hidden="true">
        <path
          d={path}
          fill="none"
          stroke="var(--ink)"
          strokeWidth={1.4}
          {...(dash ? { strokeDasharray: dash } : {})}
        />
      </svg>
      {name}
    </span>
  );
}
