import type { DoubtCode, DoubtView } from '@/contract/set-up/answers/doubts';
import { spanText } from '../shared/quantities';
import { dayText, momentText } from '../shared/time';
import { RULE_WORDS } from './rules';

type Facts = DoubtView['facts'];

const text = (f: Facts, name: string): string => String(f[name] ?? '');
const number = (f: Facts, name: string): number => Number(f[name] ?? 0);
const list = (f: Facts, name: string): string => {
  const all = Array.isArray(f[name]) ? f[name] : [];
  return all.length < 2 ? all.join('') : `${all.slice(0, -1).join(', ')} and ${all.at(-1)}`;
};
const day = (f: Facts, name: string): string => dayText(text(f, name));
const days = (f: Facts): string =>
  f.from === f.to
    ? `on ${day(f, 'from')}`
    : `on ${number(f, 'days')} days, ${day(f, 'from')} to ${day(f, 'to')}`;

interface Words {
  /** What is doubtful: the part that matters most, and the rest of the sentence. */
  readonly what: (title: string, f: Facts) => readonly [string, string];
  /** What would mend it: words that lead there. */
  readonly mend: (title: string, f: Facts) => string;
  /** Where; the object itself where nothing is said. */
  readonly href?: (doubt: DoubtView) => string;
}

const SKILLS = (): string => '/set-up/matrix';

/** Each doubt in whole sentences. The type makes sure that none is without. */
const WORDS: Readonly<Record<DoubtCode, Words>> = {
  'person-no-hours': {
    what: (t) => [
      `${t} has no working hours.`,
      'Active and open to planning, so they look free and get nothing.',
    ],
    mend: () => 'Give them a week pattern',
  },
  'person-no-home': {
    what: (t) => [`Nobody knows where ${t} lives.`, 'The day starts or ends there, so it cannot be planned.'],
    mend: () => 'Put the home on the map',
  },
  'person-no-skill': {
    what: (t, f) => [
      `${t} holds no skill`,
      f.ended ? 'any more: all have ended.' : 'yet: only work that asks for none can go there.',
    ],
    mend: () => 'Say what they can do',
  },
  'person-no-territory': {
    what: (t) => [`${t} belongs to no territory`, 'in these days, so no visit goes there.'],
    mend: () => 'Give them a territory',
  },
  'person-not-open': {
    what: (t, f) => [
      `${t} is not open to planning.`,
      `${number(f, 'hours')} h of the next 14 days are planned by hand only.`,
    ],
    mend: () => 'Open them, or put this aside',
  },
  'person-loans-overlap': {
    what: (t, f) => [
      `${t} is on loan to ${list(f, 'territories')} at once`,
      `from ${day(f, 'from')}${f.to ? ` to ${day(f, 'to')}` : ''}.`,
    ],
    mend: () => 'Choose one',
  },
  'certificate-ends': {
    what: (t, f) => [`${text(f, 'skill')} of ${t} ends on ${day(f, 'ends')}`, 'and nothing follows.'],
    mend: () => 'Renew it in Skills',
    href: SKILLS,
  },
  'skill-nobody': {
    what: (t, f) => [`Nobody holds ${t}`, `and work asks for level ${number(f, 'level')}.`],
    mend: () => 'Say who holds it in Skills',
    href: SKILLS,
  },
  'skill-too-low': {
    what: (t, f) => [
      `Nobody holds ${t} at level ${number(f, 'level')}.`,
      `The best is ${number(f, 'best')}: ${list(f, 'people')}.`,
    ],
    mend: () => 'Raise a level in Skills, or ask for less',
    href: SKILLS,
  },
  'skill-ended': {
    what: (t, f) => [
      `Nobody can do ${t} ${number(f, 'level')} after ${day(f, 'lastDate')}.`,
      `Held until then by ${list(f, 'people')}.`,
    ],
    mend: () => 'Renew it in Skills, or ask for less',
    href: SKILLS,
  },
  'skill-one-deep': {
    what: (t, f) => [
      `Only ${text(f, 'person')} can do ${t} ${number(f, 'level')}.`,
      `${number(f, 'asked')} visits ask for it; without them it is gone.`,
    ],
    mend: () => 'See who could learn it',
    href: SKILLS,
  },
  'kind-nobody': {
    what: (t, f) => [
      `Nobody may do ${t}.`,
      `What mostly stands in the way: ${lower(RULE_WORDS[text(f, 'reason') as keyof typeof RULE_WORDS])}.`,
    ],
    mend: () => 'Look at what it asks for',
  },
  'kind-no-pair': {
    what: (t, f) => [
      `${t} asks for ${number(f, 'needed')} people at once`,
      `and in ${text(f, 'territory')} never more than ${number(f, 'most')} who could do it work on one day.`,
    ],
    mend: () => 'Look at what it asks for',
  },
  'kind-no-hours': {
    what: (t, f) => [`${t} is done only when its places are shut:`, `${list(f, 'where')}.`],
    mend: () => 'Look at its weekdays and hours',
  },
  'site-no-place': {
    what: (t) => [`Nobody knows where ${t} is.`, 'Without a place nothing is planned there.'],
    mend: () => 'Put it on the map',
  },
  'site-no-territory': {
    what: (t, f) => [
      `${t} lies in no territory`,
      f.outsideM === 0
        ? `and was given none; it is inside ${text(f, 'nearest')}.`
        : f.nearest
          ? `, ${(number(f, 'outsideM') / 1000).toFixed(1)} km outside ${text(f, 'nearest')}.`
          : '.',
    ],
    mend: (_t, f) => (f.nearest ? `Take it into ${text(f, 'nearest')}` : 'Give it one'),
  },
  'site-other-territory': {
    what: (t, f) => [`${t} was given to ${text(f, 'given')}`, `and lies in ${text(f, 'real')}.`],
    mend: () => 'Look at both',
  },
  'site-access-short': {
    what: (t, f) => [
      `${t} is open for ${spanText(number(f, 'longestMin'))} at most.`,
      `What is done there takes ${spanText(number(f, 'shortestMin'))} or more.`,
    ],
    mend: () => 'Look at its access hours',
  },
  'crew-no-leader': {
    what: (t, f) => [
      `${t} has nobody to lead it ${days(f)}.`,
      f.leader ? `${text(f, 'leader')} is not there.` : '',
    ],
    mend: () => 'Name a stand-in',
  },
  'crew-member-off': {
    what: (t, f) => [`${text(f, 'person')} is off while ${t} works`, `${days(f)}.`],
    mend: () => 'Send somebody else along',
  },
  'crew-shared-member': {
    what: (t, f) => [
      `${text(f, 'person')} is in ${t} and ${text(f, 'other')} at once`,
      `from ${day(f, 'from')}.`,
    ],
    mend: () => 'Choose one crew',
  },
  'pattern-no-zone': {
    what: (t, f) => [
      `${t} says no zone`,
      `and ${list(f, 'people')} live by another clock (${text(f, 'zone')}) than their territory.`,
    ],
    mend: () => 'Say whose clock is meant',
  },
  'territory-uncovered': {
    what: (t, f) => [
      `${t} is open and nobody works`,
      `on ${number(f, 'days')} of the next 14 days, first on ${day(f, 'first')}.`,
    ],
    mend: () => 'See the four weeks',
    href: () => '/set-up/hours',
  },
  'territory-nobody': {
    what: (t) => [`Nobody belongs to ${t}`, 'in these days.'],
    mend: () => 'Give it people',
    href: () => '/set-up/technicians',
  },
  'equipment-none': {
    what: (t) => [`There is no unit of ${t}`, 'and work asks for it.'],
    mend: () => 'Add one',
    href: () => '/set-up/equipment/new',
  },
  'equipment-out': {
    what: (t, f) => [
      `${t} is out of service`,
      f.from && f.to
        ? `from ${momentText(text(f, 'from'), 'UTC')} to ${momentText(text(f, 'to'), 'UTC')}${f.reason ? `, ${text(f, 'reason')}` : ''}, while it is asked for.`
        : 'while it is asked for.',
    ],
    mend: () => 'Look at the unit',
    href: (d) => `/set-up/equipment/${String(d.facts.unitId ?? '')}`,
  },
  'part-short': {
    what: (t) => [`${t} is short:`, 'no van and no depot has it, and work asks for it.'],
    mend: () => 'Say where it is',
    href: () => '/set-up/depots',
  },
  'promise-not-kept': {
    what: (t, f) => [`Windows promised for ${t} cannot be kept`, `by anybody: ${list(f, 'sites')}.`],
    mend: () => 'Look at the visits',
    href: (d) => `/plan?selected=visit:${encodeURIComponent(d.visits[0]?.id ?? '')}`,
  },
  'offer-empty': {
    what: (t, f) => [`${t} offers no window`, `in the ${number(f, 'aheadDays')} days that it looks ahead.`],
    mend: () => 'Look at its hours',
  },
  'playbook-nobody': {
    what: (t, f) => [
      `One rule of ${t} leaves work with nobody:`,
      `${lower(RULE_WORDS[text(f, 'rule') as keyof typeof RULE_WORDS])}.`,
    ],
    mend: () => 'Look at the rule',
    href: (d) => `/playbooks/${encodeURIComponent(d.id ?? '')}`,
  },
};

function lower(sentence: string | undefined): string {
  return sentence ? `${sentence[0]!.toLowerCase()}${sentence.slice(1)}` : 'something';
}

export function doubtText(doubt: DoubtView): {
  readonly strong: string;
  readonly rest: string;
  readonly mend: string;
  readonly href: string;
} {
  const words = WORDS[doubt.code];
  const [strong, rest] = words.what(doubt.title, doubt.facts);
  return {
    strong,
    rest,
    mend: words.mend(doubt.title, doubt.facts),
    href: words.href?.(doubt) ?? `/set-up/${doubt.object ?? ''}/${encodeURIComponent(doubt.id ?? '')}`,
  };
}
