import type { PlaybookRules, RuleId } from '@/contract/playbooks/rules';
import type { PairStep } from '@/core/index';
import { ChoicePlain, MinutesPlain, NumberPlain } from '../../shared/words/plain-words';

export interface SentenceProps<I extends RuleId> {
  readonly rule: PlaybookRules[I];
  readonly set: (change: Partial<PlaybookRules[I]>) => void;
  readonly disabled: boolean;
}

interface RuleSpec<I extends RuleId> {
  readonly of: readonly ('visit' | 'person')[];
  readonly everything: string;
  /** Steps of the dry run, or attribute rules, that it is. */
  readonly steps: readonly (PairStep | `lime:${string}`)[];
  readonly Sentence: (props: SentenceProps<I>) => React.ReactNode;
}

const WORK = { of: ['visit'] as const, everything: 'all visits' };
const PEOPLE = { of: ['person'] as const, everything: 'all people' };
const PAIRS = { of: ['visit', 'person'] as const, everything: 'all visits and people' };

/** Every rule as a sentence with words to change. */
export const RULE_SPECS: { readonly [I in RuleId]: RuleSpec<I> } = {
  skills: {
    ...PAIRS,
    steps: ['skills'],
    Sentence: () => <>People need every skill of the visit at its level, valid on the day</>,
  },
  territory: {
    ...PAIRS,
    steps: ['territory'],
    Sentence: ({ rule, set, disabled }) => (
      <>
        Visits go to people at home in their territory; cover is{' '}
        <ChoicePlain
          label="Cover"
          value={rule.setting}
          options={[
            { value: 'home-and-cover', text: 'allowed at its price' },
            { value: 'home', text: 'not allowed' },
          ]}
          onChange={(setting) => set({ setting })}
          disabled={disabled}
        />
      </>
    ),
  },
  persons: { ...PAIRS, steps: ['persons'], Sentence: () => <>Must be and never of the customer hold</> },
  groups: {
    ...PAIRS,
    steps: ['lime:group'],
    Sentence: () => <>Work that asks for a group goes to people of that group</>,
  },
  parts: {
    ...WORK,
    steps: ['parts', 'lime:parts'],
    Sentence: () => <>Parts are aboard, or are fetched from the depot first</>,
  },
  equipment: { ...WORK, steps: [], Sentence: () => <>Shared equipment is free while it is needed</> },
  load: { ...WORK, steps: ['capacity'], Sentence: () => <>What is carried fits into the van</> },
  late: {
    ...WORK,
    everything: 'all promised visits',
    steps: ['windows'],
    Sentence: ({ rule, set, disabled }) => (
      <>
        Start inside the promised window, or up to{' '}
        <MinutesPlain
          label="Late at most"
          value={rule.min}
          max={600}
          onChange={(min) => set({ min: min ?? 0 })}
          disabled={disabled}
        />{' '}
        late at a price
      </>
    ),
  },
  due: { ...WORK, steps: [], Sentence: () => <>Nothing begins after it is due</> },
  lead: {
    ...WORK,
    steps: [],
    Sentence: () => <>Nothing begins before the earliest notice of its job kind is over</>,
  },
  access: {
    ...WORK,
    steps: ['access'],
    Sentence: () => <>Work lies inside the hours of the site, the territory and the job kind</>,
  },
  order: { ...WORK, steps: [], Sentence: () => <>A visit that follows another begins after it</> },
  samePerson: {
    ...WORK,
    steps: [],
    Sentence: () => <>A visit that wants the same person as another gets it</>,
  },
  ties: {
    ...WORK,
    everything: 'all tied visits',
    steps: ['tie'],
    Sentence: () => <>Tied visits keep their person and time</>,
  },
  overtime: {
    ...PEOPLE,
    steps: ['hours'],
    Sentence: ({ rule, set, disabled }) => (
      <>
        Work stays inside working hours, with overtime as each person accepts it, at most{' '}
        <MinutesPlain
          label="Overtime at most"
          value={rule.mostMin}
          none="that"
          max={600}
          onChange={(mostMin) => set({ mostMin })}
          disabled={disabled}
        />
      </>
    ),
  },
  ownTime: {
    ...PEOPLE,
    steps: [],
    Sentence: ({ rule, set, disabled }) => (
      <>
        Before and after hours people drive{' '}
        <ChoicePlain
          label="Travel on own time"
          value={rule.setting}
          options={[
            { value: 'as-each-allows', text: 'as far as each allows' },
            { value: 'never', text: 'not at all' },
          ]}
          onChange={(setting) => set({ setting })}
          disabled={disabled}
        />
      </>
    ),
  },
  breaks: {
    ...PEOPLE,
    everything: 'all people with a break',
    steps: [],
    Sentence: () => <>Breaks start inside their window, when the day is long enough for them</>,
  },
  legalBreak: {
    ...PEOPLE,
    everything: 'all without a break of their own',
    steps: [],
    Sentence: ({ rule, set, disabled }) => (
      <>
        Whoever works longer than{' '}
        <MinutesPlain
          label="Longer than"
          value={rule.afterMin}
          min={60}
          max={720}
          step={30}
          onChange={(v) => set({ afterMin: v ?? 0 })}
          disabled={disabled}
        />{' '}
        takes a break of{' '}
        <MinutesPlain
          label="Length of the break"
          value={rule.lengthMin}
          min={5}
          max={120}
          onChange={(v) => set({ lengthMin: v ?? 0 })}
          disabled={disabled}
        />{' '}
        by then,{' '}
        <ChoicePlain
          label="How often"
          value={rule.repeats ? 'again' : 'once'}
          options={[
            { value: 'once', text: 'once' },
            { value: 'again', text: 'and again after as long' },
          ]}
          onChange={(v) => set({ repeats: v === 'again' })}
          disabled={disabled}
        />
      </>
    ),
  },
  rest: {
    ...PEOPLE,
    steps: [],
    Sentence: ({ rule, set, disabled }) => (
      <>
        <MinutesPlain
          label="Rest"
          value={rule.min}
          max={2880}
          step={30}
          onChange={(v) => set({ min: v ?? 0 })}
          disabled={disabled}
        />{' '}
        between the work of two days
      </>
    ),
  },
  week: {
    ...PEOPLE,
    steps: [],
    Sentence: ({ rule, set, disabled }) => (
      <>
        Nobody works more in a week than they may, and no more than{' '}
        <MinutesPlain
          label="Hours of a week"
          value={rule.mostMin}
          none="that"
          min={1}
          max={10_080}
          step={60}
          onChange={(mostMin) => set({ mostMin })}
          disabled={disabled}
        />
      </>
    ),
  },
  weekNormal: {
    ...PEOPLE,
    everything: 'all without normal hours of their own',
    steps: [],
    Sentence: ({ rule, set, disabled }) => (
      <>
        Beyond{' '}
        <MinutesPlain
          label="Normal week"
          value={rule.min}
          min={60}
          max={10_080}
          step={60}
          onChange={(v) => set({ min: v ?? 0 })}
          disabled={disabled}
        />{' '}
        of a week work costs more
      </>
    ),
  },
  day: {
    ...PEOPLE,
    steps: [],
    Sentence: ({ rule, set, disabled }) => (
      <>
        A day has no more visits and driving than the person takes, at most{' '}
        <NumberPlain
          label="Visits a day"
          value={rule.mostVisits}
          none="that"
          min={1}
          max={50}
          say={(v) => `${v} visits`}
          onChange={(mostVisits) => set({ mostVisits })}
          disabled={disabled}
        />{' '}
        and{' '}
        <MinutesPlain
          label="Driving a day"
          value={rule.mostDrivingMin}
          none="that"
          min={1}
          max={1440}
          step={15}
          onChange={(mostDrivingMin) => set({ mostDrivingMin })}
          disabled={disabled}
        />{' '}
        of driving
      </>
    ),
  },
  reach: {
    ...PEOPLE,
    steps: ['reach'],
    Sentence: ({ rule, set, disabled }) => (
      <>
        No leg goes further than the person’s reach, or{' '}
        <MinutesPlain
          label="Longest leg"
          value={rule.legMin}
          none="that"
          min={1}
          max={720}
          onChange={(legMin) => set({ legMin })}
          disabled={disabled}
        />
        ; the first leg no further than theirs, or{' '}
        <MinutesPlain
          label="Longest first leg"
          value={rule.firstMin}
          none="that"
          min={1}
          max={720}
          onChange={(firstMin) => set({ firstMin })}
          disabled={disabled}
        />
      </>
    ),
  },
};
