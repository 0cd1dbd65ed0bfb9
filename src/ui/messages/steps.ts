import type { PathView, Step } from '@/contract/set-up/answers/doubts';

type Counts = PathView['steps'][number]['counts'];

function many(n: number | string | null | undefined, one: string, several = `${one}s`): string {
  return Number(n) === 1 ? `1 ${one}` : `${Number(n ?? 0).toLocaleString('en')} ${several}`;
}

/** What there is of each step, in a few words. */
const WORDS: Readonly<Record<Step, (c: Counts) => string>> = {
  territories: (c) => `${many(c.territories, 'territory', 'territories')}, ${many(c.depots, 'depot')}`,
  roads: (c) =>
    c.roads ? `the roads of ${String(c.roads)}` : `straight lines at ${String(c.straightKmh)} km/h`,
  skills: (c) =>
    `${many(c.skills, 'skill')}${Number(c.certificates) > 0 ? `, ${c.certificates} expire` : ''}`,
  'job-kinds': (c) => many(c.kinds, 'kind'),
  people: (c) =>
    `${many(c.technicians, 'technician')}${Number(c.contractors) > 0 ? `, ${many(c.contractors, 'contractor')}` : ''}`,
  hours: (c) => `${many(c.patterns, 'week pattern')}, ${many(c.holidays, 'holiday')}`,
  crews: (c) => `${many(c.crews, 'crew')}, ${many(c.units, 'unit')} of equipment`,
  sites: (c) => many(c.sites, 'site'),
  promises: (c) =>
    Number(c.offers) === 0
      ? 'no windows offered yet'
      : many(c.offers, 'offer of windows', 'offers of windows'),
  access: (c) => many(c.users, 'user'),
  playbook: (c) => String(c.playbook ?? 'none yet'),
  'first-run': (c) =>
    c.accepted
      ? 'a draft was accepted'
      : Number(c.runs) > 0
        ? `${many(c.runs, 'run')}, none accepted yet`
        : 'none yet',
};

export function stepText(step: Step, counts: Counts): string {
  return WORDS[step](counts);
}
