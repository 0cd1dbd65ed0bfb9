import type { Step } from '@/contract/set-up/answers/doubts';
import type { ObjectName } from '@/contract/shared/fields';
import type { Plain } from './draft/paths';
import { CalendarEditor } from './editors/CalendarEditor';
import { CompanyEditor } from './editors/CompanyEditor';
import { KindEditor } from './editors/KindEditor';
import { OfferEditor } from './editors/OfferEditor';
import { RoadsEditor } from './editors/RoadsEditor';
import {
  CrewEditor,
  DepotEditor,
  EquipmentEditor,
  GroupEditor,
  NameOnly,
  SiteEditor,
  SkillEditor,
  TerritoryEditor,
} from './editors/small';
import { UserEditor } from './editors/UserEditor';
import { PatternEditor } from './hours/PatternEditor';
import { PersonEditor } from './people/PersonEditor';

/** What new things begin with. */
export interface Blank {
  readonly zone: string;
  readonly today: string;
}

/** How a kind of object is shown and edited. */
export interface Spec {
  /** Several of it, as a heading. */
  readonly plural: string;
  /** The step of set-up that it belongs to; none where it stands in another section. */
  readonly step: Step | null;
  readonly section?: 'work';
  /** Columns that its list begins with, beside the name. */
  readonly columns: readonly string[];
  readonly blank: (given: Blank) => Plain;
  readonly Editor: React.ComponentType<{ readonly today: string }>;
  /** What to do first, where there is none yet. */
  readonly hint: string;
  /** Whose day the optimizer is told about. */
  readonly hasDay?: boolean;
}

const validFrom = (given: Blank): Plain => ({ validFrom: given.today, validTo: null });

export const SPECS: Readonly<Partial<Record<ObjectName, Spec>>> = {
  territories: {
    plural: 'Territories',
    step: 'territories',
    columns: ['zone', 'weekPatternId'],
    blank: ({ zone }) => ({
      name: '',
      zone,
      outline: [],
      weekPatternId: null,
      holidays: [],
      neighbours: [],
      quietHours: [],
    }),
    Editor: TerritoryEditor,
    hint: 'Draw the first one on the map: everything else lies in a territory.',
  },
  depots: {
    plural: 'Depots',
    step: 'territories',
    columns: ['address', 'territoryId'],
    blank: () => ({ name: '', territoryId: '', address: '', lat: undefined, lon: undefined, parts: [] }),
    Editor: DepotEditor,
    hint: 'Where people may start the day, and parts and equipment are kept.',
  },
  skills: {
    plural: 'Skills',
    step: 'skills',
    columns: ['groupName', 'expires'],
    blank: () => ({ name: '', groupName: '', expires: false }),
    Editor: SkillEditor,
    hint: 'What people can do and work asks for; a few to begin with.',
  },
  'job-kinds': {
    plural: 'Job kinds',
    step: 'job-kinds',
    columns: ['skills', 'durationMin', 'people', 'crewOf', 'priority', 'promiseDays'],
    blank: () => ({
      name: '',
      durationMin: 60,
      durationBestMin: null,
      durationWorstMin: null,
      promiseDays: 14,
      priority: 3,
      skillMode: 'all',
      people: 1,
      crewOf: null,
      bufferBeforeMin: 0,
      bufferAfterMin: 0,
      windowOn: 'start',
      leadTimeMin: 0,
      allowedPatternId: null,
      load: 0,
      groupId: null,
      mostDayMin: null,
      skills: [],
      equipment: [],
      parts: [],
      premises: [],
      tasks: [],
      attributes: {},
      prices: {},
      bookable: 'no',
      publicName: '',
    }),
    Editor: KindEditor,
    hint: 'What work is: how long it takes, who may do it, how soon it is promised.',
  },
  technicians: {
    plural: 'People',
    step: 'people',
    columns: ['territories', 'skills', 'weekPatternId', 'openToPlanning'],
    blank: ({ zone, today }) => ({
      name: '',
      kind: 'employee',
      homeLat: null,
      homeLon: null,
      startsAt: 'home',
      endsAt: 'home',
      depotId: null,
      weekPatternId: null,
      zone,
      travelBeforeMin: 0,
      travelAfterMin: 0,
      overtimeLimitMin: 60,
      breaks: [{ lengthMin: 30, fromMin: 690, toMin: 810, dueAfterMin: null, isPaid: false }],
      payPerHour: null,
      outPrice: null,
      overtimePricePerHour: null,
      mostVisits: null,
      mostDrivingMin: null,
      reachMin: null,
      reachKm: null,
      firstReachMin: null,
      firstReachKm: null,
      attributes: {},
      vehicle: '',
      phone: '',
      loadCapacity: null,
      partsDepotId: null,
      weekMostMin: null,
      weekDearerAfterMin: null,
      lastLat: null,
      lastLon: null,
      lastSeenAt: null,
      openToPlanning: true,
      active: true,
      skills: [],
      territories: [{ territoryId: '', relation: 'home', ...validFrom({ zone, today }) }],
      exceptions: [],
      parts: [],
      paces: [],
    }),
    Editor: PersonEditor,
    hint: 'Technicians and contractors; a file brings many at once.',
    hasDay: true,
  },
  'week-patterns': {
    plural: 'Week patterns',
    step: 'hours',
    columns: ['zone'],
    blank: ({ today }) => ({
      name: '',
      weeks: [[0, 1, 2, 3, 4, 5, 6].map((d) => (d < 5 ? [{ startMin: 480, endMin: 990 }] : []))],
      anchorDate: today,
      zone: null,
    }),
    Editor: PatternEditor,
    hint: 'Named hours that people, territories and sites use.',
  },
  crews: {
    plural: 'Crews',
    step: 'crews',
    columns: ['territoryId', 'leaderId', 'members', 'validFrom', 'validTo'],
    blank: (given) => ({
      name: '',
      territoryId: '',
      leaderId: '',
      ...validFrom(given),
      weekPatternId: null,
      startsAt: 'home',
      endsAt: 'home',
      depotId: null,
      payPerHour: null,
      outPrice: null,
      overtimeLimitMin: 0,
      vehicle: '',
      loadCapacity: null,
      attributes: {},
      members: [],
      changes: [],
      skills: [],
    }),
    Editor: CrewEditor,
    hint: 'People who go out together. Needed only where work asks for a crew.',
    hasDay: true,
  },
  equipment: {
    plural: 'Equipment',
    step: 'crews',
    columns: ['kindId', 'depotId', 'staysAtDepot'],
    blank: () => ({ name: '', kindId: '', depotId: '', staysAtDepot: false, outages: [] }),
    Editor: EquipmentEditor,
    hint: 'Shared things that work needs while it runs, each kept at a depot. Name their kinds first.',
  },
  'equipment-kinds': {
    plural: 'Kinds of equipment',
    step: 'crews',
    columns: [],
    blank: () => ({ name: '' }),
    Editor: NameOnly,
    hint: 'What job kinds ask for: any unit of the kind will do.',
  },
  groups: {
    plural: 'Groups of people',
    step: 'crews',
    columns: [],
    blank: () => ({ name: '', members: [] }),
    Editor: GroupEditor,
    hint: 'Named people of whom work may ask for one.',
  },
  parts: {
    plural: 'Parts',
    step: 'job-kinds',
    columns: [],
    blank: () => ({ name: '' }),
    Editor: NameOnly,
    hint: 'What work needs and vans have aboard, or depots on the shelf.',
  },
  sites: {
    plural: 'Sites',
    step: 'sites',
    columns: ['address', 'customerId', 'territoryId', 'accessPatternId', 'zone'],
    blank: ({ zone }) => ({
      name: '',
      address: '',
      lat: null,
      lon: null,
      territoryId: null,
      zone,
      accessPatternId: null,
      notes: '',
      customerId: null,
      wishes: [],
      bestDays: [],
      bestFromMin: null,
      bestToMin: null,
    }),
    Editor: SiteEditor,
    hint: 'Where work is done. A file brings many at once.',
  },
  offers: {
    plural: 'Promises',
    step: 'promises',
    columns: ['jobKindId', 'territoryId', 'widthMin', 'aheadDays'],
    blank: () => ({
      name: '',
      territoryId: null,
      jobKindId: null,
      widthMin: 120,
      gridMin: 120,
      fromMin: 480,
      toMin: 960,
      soonestMin: 120,
      aheadDays: 14,
      sameDayUntilMin: 600,
      mayPush: true,
    }),
    Editor: OfferEditor,
    hint: 'Which windows of arrival customers are offered; one for everything is enough to begin.',
  },
  calendars: {
    plural: 'Calendars',
    step: 'hours',
    columns: ['technicianId', 'territoryId', 'address'],
    blank: () => ({ name: '', address: '', technicianId: null, territoryId: null }),
    Editor: CalendarEditor,
    hint: 'Time off or holidays that are kept elsewhere and read again every hour.',
  },
  users: {
    plural: 'Who sees what',
    step: 'access',
    columns: ['email', 'role', 'active'],
    blank: () => ({ name: '', email: '', role: 'dispatcher', active: true, territories: [] }),
    Editor: UserEditor,
    hint: 'Who may come in, as what.',
  },
  roads: {
    plural: 'Road networks',
    step: 'roads',
    columns: ['zone'],
    blank: () => ({}),
    Editor: RoadsEditor,
    hint: 'Bring one in from a file; until then travel goes by straight lines.',
  },
  company: {
    plural: 'The company',
    step: 'access',
    columns: [],
    blank: () => ({}),
    Editor: CompanyEditor,
    hint: '',
  },
};

export const STEP_WORDS: Readonly<Record<Step, string>> = {
  territories: 'Territories and depots',
  roads: 'Roads',
  skills: 'Skills',
  'job-kinds': 'Job kinds',
  people: 'People',
  hours: 'Hours',
  crews: 'Crews and equipment',
  sites: 'Sites and access hours',
  promises: 'Promises',
  access: 'Who sees what',
  playbook: 'Playbook',
  'first-run': 'First run',
};

/** Where each step leads. */
export const STEP_PATHS: Readonly<Record<Step, string>> = {
  territories: '/set-up/map',
  roads: '/set-up/roads',
  skills: '/set-up/matrix',
  'job-kinds': '/set-up/job-kinds',
  people: '/set-up/technicians',
  hours: '/set-up/hours',
  crews: '/set-up/crews',
  sites: '/set-up/sites',
  promises: '/set-up/offers',
  access: '/set-up/users',
  playbook: '/playbooks',
  'first-run': '/plan',
};

/** Pages that belong to a step, for those who are on one of them. */
export const STEP_LISTS: Readonly<
  Partial<Record<Step, readonly { readonly href: string; readonly name: string }[]>>
> = {
  territories: [
    { href: '/set-up/map', name: 'Map' },
    { href: '/set-up/territories', name: 'Territories' },
    { href: '/set-up/depots', name: 'Depots' },
  ],
  skills: [
    { href: '/set-up/matrix', name: 'People and skills' },
    { href: '/set-up/skills', name: 'Skills' },
  ],
  'job-kinds': [
    { href: '/set-up/job-kinds', name: 'Job kinds' },
    { href: '/set-up/parts', name: 'Parts' },
  ],
  hours: [
    { href: '/set-up/hours', name: 'Four weeks' },
    { href: '/set-up/week-patterns', name: 'Week patterns' },
    { href: '/set-up/calendars', name: 'Calendars' },
  ],
  crews: [
    { href: '/set-up/crews', name: 'Crews' },
    { href: '/set-up/equipment', name: 'Equipment' },
    { href: '/set-up/equipment-kinds', name: 'Kinds' },
    { href: '/set-up/groups', name: 'Groups' },
  ],
  access: [
    { href: '/set-up/users', name: 'Users' },
    { href: '/set-up/company/company', name: 'The company' },
  ],
};
