import css from './Compare.module.css';

/** A shape for each of up to four plans: colour is never alone. */
export const MARKS = ['ring', 'disc', 'diamond', 'square'] as const;
export type MarkKind = (typeof MARKS)[number];

interface Props {
  readonly kind: MarkKind;
  readonly x: number;
  readonly y: number;
  readonly title?: string;
}

export function Mark({ kind, x, y, title }: Props) {
  const text = title ? <title>{title}</title> : null;
  if (kind === 'ring')
    return (
      <circle cx={x} cy={y} r={5} className={css.ring}>
        {text}
      </circle>
    );
  if (kind === 'disc')
    return (
      <circle cx={x} cy={y} r={5} className={css.best}>
        {text}
      </circle>
    );
  if (kind === 'diamond')
    return (
      <path d={`M${x} ${y - 5.5} L${x + 5.5} ${y} L${x} ${y + 5.5} L${x - 5.5} ${y}Z`} className={css.ochre}>
        {text}
      </path>
    );
  return (
    <rect x={x - 4.5} y={y - 4.5} width={9} height={9} className={css.square}>
      {text}
    </rect>
  );
}

/** The same beside a name. */
export function MarkBeside({ kind }: { readonly kind: MarkKind }) {
  return (
    <svg
      width={14}
      height={14}
      viewBox="0 0 14 14"
      aria-hidden="true"
      style={{ verticalAlign: -2, marginRight: 4 }}
    >
      <Mark kind={kind} x={7} y={7} />
    </svg>
  );
}
