import type { EffectView } from '@/contract/set-up/answers/effect';
import { spanText } from '../shared/quantities';
import { RULE_WORDS } from './rules';

const visits = (n: number): string => (n === 1 ? '1 visit' : `${n} visits`);

export interface EffectLine {
  readonly tone: 'good' | 'bad' | 'tight' | 'plain';
  readonly text: string;
  readonly list: readonly { readonly id: string; readonly label: string; readonly what: string }[];
}

/** What is broken, in a few words. */
export function brokenText(rule: EffectView['broken']['first'][number]['rule']): string {
  return rule === 'not-working' ? 'Not at work then' : RULE_WORDS[rule];
}

/** What a change does to the work, a line each; none where it does nothing. */
export function effectLines(effect: EffectView, currency: string): EffectLine[] {
  const out: EffectLine[] = [];
  const { broken, mended, gained, lost, nowNobody, nowSomebody } = effect;
  if (broken.count > 0)
    out.push({
      tone: 'bad',
      text: `${visits(broken.count)} of the live plan would break a rule`,
      list: broken.first,
    });
  if (mended.count > 0)
    out.push({
      tone: 'good',
      text: `${visits(mended.count)} of the live plan would keep the rules again`,
      list: mended.first,
    });
  if (lost.count > 0)
    out.push({ tone: 'tight', text: `${visits(lost.count)} could go to fewer people`, list: lost.first });
  if (nowNobody.count > 0)
    out.push({
      tone: 'bad',
      text: `${visits(nowNobody.count)} would be left with nobody`,
      list: nowNobody.first,
    });
  if (gained.count > 0)
    out.push({ tone: 'good', text: `${visits(gained.count)} could go to more people`, list: gained.first });
  if (nowSomebody.count > 0)
    out.push({
      tone: 'good',
      text: `${visits(nowSomebody.count)} that had nobody would have somebody`,
      list: nowSomebody.first,
    });
  const hours = Math.round((effect.hoursAfter - effect.hoursBefore) * 10) / 10;
  if (hours !== 0)
    out.push({
      tone: hours > 0 ? 'good' : 'tight',
      text: `${hours > 0 ? '+' : '−'}${Math.abs(hours)} h of working time`,
      list: [],
    });
  const driven = effect.drivenAfter - effect.drivenBefore;
  if (driven !== 0)
    out.push({
      tone: driven < 0 ? 'good' : 'tight',
      text: `the live plan as it is would be ${spanText(Math.abs(driven))} ${driven > 0 ? 'more' : 'less'} on the road`,
      list: [],
    });
  const price = Math.round((effect.priceAfter - effect.priceBefore) * 100) / 100;
  // What a plan costs that lost visits is no figure to compare.
  const isWhole = ![...broken.first, ...mended.first].some((b) => b.rule === 'not-working');
  if (price !== 0 && isWhole)
    out.push({
      tone: price < 0 ? 'good' : 'tight',
      text: `the live plan as it is would cost ${currency} ${Math.abs(price).toFixed(2)} ${price > 0 ? 'more' : 'less'}`,
      list: [],
    });
  return out;
}
