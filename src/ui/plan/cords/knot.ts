import type { DeskSettings } from '@/contract/plan/desks';
import { type Slack, type StopView, slackOf, type VisitView } from '@/contract/plan/plan-view';
import { clock } from '../../shared/time';

/** What knots can be coloured by. */
export const COLOUR_BY = ['slack', 'chance', 'territory', 'jobKind', 'priority'] as const;
export type ColourBy = (typeof COLOUR_BY)[number];

export type KnotSays = DeskSettings['says'];

export interface KnotStyle {
  readonly fill: string;
  readonly stroke: string;
  readonly text: string;
  /** A pattern drawn over the fill, so that colour never speaks alone. */
  readonly pattern: 'none' | 'dots' | 'stripes';
  /** A mark written into the knot where the legend needs one. */
  readonly mark: string;
}

export const SLACK_STYLES: Readonly<Record<Slack, KnotStyle>> = {
  comfortable: {
    fill: 'var(--lime-soft)',
    stroke: 'var(--leaf)',
    text: 'var(--ink)',
    pattern: 'none',
    mark: '',
  },
  tight: { fill: 'var(--ochre-soft)', stroke: 'var(--ochre)', text: 'var(--ink)', pattern: 'dots', mark: '' },
  missed: {
    fill: 'var(--plum-soft)',
    stroke: 'var(--plum)',
    text: 'var(--ink)',
    pattern: 'stripes',
    mark: '',
  },
};

export type Likely = 'likely' | 'doubtful' | 'unlikely';

/** From which share of simulated days on a window counts as likely kept, and as doubtful. */
const LIKELY = 0.95;
const DOUBTFUL = 0.8;

export function likelyOf(chance: number): Likely {
  return chance >= LIKELY ? 'likely' : chance >= DOUBTFUL ? 'doubtful' : 'unlikely';
}

export const CHANCE_STYLES: Readonly<Record<Likely, KnotStyle>> = {
  likely: SLACK_STYLES.comfortable,
  doubtful: SLACK_STYLES.tight,
  unlikely: SLACK_STYLES.missed,
};

const PLAIN: KnotStyle = {
  fill: 'var(--shade)',
  stroke: 'var(--ink-2)',
  text: 'var(--ink-2)',
  pattern: 'none',
  mark: '',
};

/** Of visits that are promised nothing. */
export const NO_WINDOW: KnotStyle = { ...PLAIN, fill: 'none', text: 'var(--ink)' };

export const percentText = (share: number): string => `${Math.round(share * 100)} %`;

/** Hues spaced by the golden angle, muted to sit on paper and on the dark ground. */
export function hueOf(ix: number): string {
  return `hsl(${Math.round((95 + ix * 137.5) % 360)} 38% 50%)`;
}

function byOrder(order: readonly string[], key: string, letters: number): KnotStyle {
  const ix = Math.max(0, order.indexOf(key));
  const hue = Math.round((95 + ix * 137.5) % 360);
  return {
    fill: `hsl(${hue} 45% 50% / 0.28)`,
    stroke: `hsl(${hue} 42% 42%)`,
    text: 'var(--ink)',
    pattern: ix % 3 === 1 ? 'dots' : ix % 3 === 2 ? 'stripes' : 'none',
    mark: key.slice(0, letters),
  };
}

export interface ColourContext {
  readonly by: ColourBy;
  readonly territories: readonly { readonly id: string; readonly name: string }[];
  readonly jobKinds: readonly string[];
  /** What is written into knots that have no mark. */
  readonly says: KnotSays;
  /** How likely each promised window is kept, by visit; empty until it is known. */
  readonly chances: ReadonlyMap<string, number>;
}

export const PRIORITIES = ['1', '2', '3', '4', '5'] as const;

export function styleOf(stop: StopView, visit: VisitView | undefined, context: ColourContext): KnotStyle {
  if (!visit) return PLAIN;
  if (context.by === 'slack') return SLACK_STYLES[slackOf(stop)];
  if (context.by === 'chance') {
    const chance = context.chances.get(visit.id);
    return chance === undefined
      ? NO_WINDOW
      : { ...CHANCE_STYLES[likelyOf(chance)], mark: percentText(chance) };
  }
  return styleOfKey(keyOf(visit, context.by), context);
}

export function styleOfKey(key: string, context: ColourContext): KnotStyle {
  if (context.by === 'territory')
    return byOrder(
      context.territories.map((t) => t.name),
      nameOf(key, context),
      2,
    );
  if (context.by === 'jobKind') return byOrder(context.jobKinds, key, 2);
  return byOrder(PRIORITIES, key, 1);
}

function nameOf(id: string, context: ColourContext): string {
  return context.territories.find((t) => t.id === id)?.name ?? id;
}

function keyOf(visit: VisitView, by: Exclude<ColourBy, 'slack' | 'chance'>): string {
  return by === 'territory' ? visit.territoryId : by === 'jobKind' ? visit.jobKind : String(visit.priority);
}

/** What a knot says of its visit. */
export function wordsOf(visit: VisitView, says: KnotSays): string {
  if (says === 'number') return visit.label;
  if (says === 'site') return visit.site;
  if (says === 'kind') return visit.jobKind;
  const [window] = visit.windows;
  return window ? `${clock(window.startAt, visit.zone)}–${clock(window.endAt, visit.zone)}` : 'any time';
}

/** A hexagon as wide as the visit is long. */
export function knotPath(x: number, y: number, width: number, height: number): string {
  const w = Math.max(6, width);
  const nose = Math.min(6, w / 2);
  const h = height / 2;
  return `M${x} ${y} L${x + nose} ${y - h} L${x + w - nose} ${y - h} L${x + w} ${y} L${x + w - nose} ${y + h} L${x + nose} ${y + h} Z`;
}
