import type { ToldShift, ToldView } from '@/contract/set-up/answers/effect';
import { spanText } from '../shared/quantities';
import { clock } from '../shared/time';
import { inUnits, unitText } from './counting';

const WHERE = { home: 'home', depot: 'the depot', 'last-position': 'where they were last seen' } as const;

const farText = (km: number): string => `${Math.round(inUnits(km) * 10) / 10} ${unitText()}`;

function names(list: readonly string[]): string {
  if (list.length < 2) return list.join('');
  return `${list.slice(0, -1).join(', ')} and ${list.at(-1)}`;
}

function hoursText(s: ToldShift, zone: string): string {
  const at = (sec: number): string => clock(sec, zone);
  const early = s.allowanceBeforeMin > 0 ? ` May leave at ${at(s.startAt - s.allowanceBeforeMin * 60)}` : '';
  const late = s.allowanceAfterMin > 0 ? `be back by ${at(s.endAt + s.allowanceAfterMin * 60)}` : '';
  const own =
    early || late ? `${early}${early && late ? ' and ' : early ? '' : ' May '}${late} on own time.` : '';
  const over = s.overtimeMin > 0 ? ` Overtime until ${at(s.endAt + s.overtimeMin * 60)}.` : ' No overtime.';
  return `Works ${at(s.startAt)} to ${at(s.endAt)}, from ${WHERE[s.startsAt]} and back to ${WHERE[s.endsAt]}.${own}${over}`;
}

function limitsText(s: ToldShift): string | null {
  const reach = [
    s.reachMin === null ? '' : `no leg over ${spanText(s.reachMin)}`,
    s.reachKm === null ? '' : `no leg over ${farText(s.reachKm)}`,
    s.firstReachMin === null ? '' : `the first no longer than ${spanText(s.firstReachMin)}`,
    s.firstReachKm === null ? '' : `the first no longer than ${farText(s.firstReachKm)}`,
    s.mostVisits === null ? '' : `at most ${s.mostVisits} visits`,
    s.mostDrivingMin === null ? '' : `at most ${spanText(s.mostDrivingMin)} of driving`,
    s.capacity === null ? '' : `${s.capacity} units fit aboard`,
  ].filter((t) => t !== '');
  if (reach.length === 0) return null;
  const text = names(reach);
  return `${text[0]!.toUpperCase()}${text.slice(1)}.`;
}

function territoriesText(s: ToldShift): string {
  const of = (relation: string): string[] =>
    s.territories.filter((m) => m.relation === relation).map((m) => m.name);
  const parts = [
    of('home').length > 0 ? `Takes visits in ${names(of('home'))}` : '',
    of('loan').length > 0 ? `On loan to ${names(of('loan'))}` : '',
    of('cover').length > 0
      ? `${of('home').length + of('loan').length > 0 ? 'and in' : 'Takes visits in'} ${names(of('cover'))} as cover`
      : '',
  ].filter((t) => t !== '');
  return parts.length > 0 ? `${parts.join(', ')}.` : 'Belongs to no territory on that day.';
}

/** What the optimizer is told about somebody on a day, in sentences, from the problem that it is given. */
export function toldText(told: ToldView): string[] {
  if (!told.isOpen) return ['Not open to planning: only planned by hand, never by a run.'];
  const [first] = told.shifts;
  const crew = told.crews.length > 0 ? [`Works in ${names(told.crews)}, so is not free alone then.`] : [];
  if (!first) return ['Does not work on that day.', ...crew];
  const hours = told.shifts.map((s) => hoursText(s, told.zone));
  const breaks = told.shifts.flatMap((s) =>
    s.breaks.map(
      (b) =>
        `A break of ${spanText(b.lengthMin)} begins ${b.fromAt === b.toAt ? `at ${clock(b.fromAt, told.zone)}` : `between ${clock(b.fromAt, told.zone)} and ${clock(b.toAt, told.zone)}`}${b.isPaid ? ', paid' : ''}.`,
    ),
  );
  const limits = limitsText(first);
  const skills = first.skills.map((s) => `${s.name} ${s.level}`);
  return [
    ...hours,
    ...breaks,
    territoriesText(first),
    skills.length > 0 ? `${names(skills)}.` : 'No skill on that day.',
    ...(limits ? [limits] : []),
    ...(first.members.length > 0 ? [`Goes out as ${names(first.members)}.`] : []),
    ...crew,
  ];
}
