import type { PlaybookRules } from './rules';

/** Rules of rest and breaks after published sources, each laid over the rules of a playbook as one. */
export const PRESETS = ['directive-2003-88', 'regulation-561', 'fair-labor'] as const;
export type Preset = (typeof PRESETS)[number];

const HOUR = 60;

export function withPreset(rules: PlaybookRules, preset: Preset): PlaybookRules {
  switch (preset) {
    // Directive 2003/88/EC: art. 3, 11 h rest in 24 h; art. 4, a break beyond 6 h, whose length it leaves open; art. 6,
    // 48 h a week on average, here kept in each week.
    case 'directive-2003-88':
      return {
        ...rules,
        rest: { ...rules.rest, on: true, min: 11 * HOUR },
        legalBreak: { ...rules.legalBreak, on: true, afterMin: 6 * HOUR, lengthMin: 30, repeats: false },
        week: { ...rules.week, on: true, mostMin: 48 * HOUR },
      };
    // Regulation (EC) 561/2006 art. 7: 45 min after 4 h 30 of driving. All time counts as driving here, which errs on
    // the safe side.
    case 'regulation-561':
      return {
        ...rules,
        legalBreak: { ...rules.legalBreak, on: true, afterMin: 4 * HOUR + 30, lengthMin: 45, repeats: true },
      };
    // Fair Labor Standards Act, 29 U.S.C. § 207: work beyond 40 h in a week is dearer.
    case 'fair-labor':
      return { ...rules, weekNormal: { ...rules.weekNormal, on: true, min: 40 * HOUR } };
  }
}
