import type { BindingFound, RelaxedFound } from '@/contract/runs/studies';
import { dayText } from '../../shared/time';
import { durationText } from '../figures';

export interface ReasonNames {
  readonly skill: (id: string) => string;
  readonly person: (id: string) => string;
  readonly territory: (id: string) => string;
  readonly visit: (id: string) => string;
  readonly date: (dayIx: number) => string;
}

/** What would have to be allowed, and what that takes. */
export function relaxationText(
  { relaxation: r }: RelaxedFound,
  names: ReasonNames,
): { text: string; takes: string } {
  switch (r.kind) {
    case 'skill-level':
      return r.to === 0
        ? {
            text: `Without ${names.skill(r.skillId)}`,
            takes: 'asks for the skills of the job kind or the visit',
          }
        : {
            text: `${names.skill(r.skillId)} ${r.to} is enough`,
            takes: `instead of ${r.from}: asks for the job kind or the visit`,
          };
    case 'overtime': {
      const date = r.shiftId.slice(-10);
      return {
        text: `${names.person(r.personId)} may stay ${durationText(r.addedSec)} longer`,
        takes: `on ${/^\d{4}-/.test(date) ? dayText(date) : 'that day'}: overtime limit of the person`,
      };
    }
    case 'window-later':
      return { text: `Until ${durationText(r.addedSec)} later`, takes: 'call the customer' };
    case 'window-earlier':
      return { text: `From ${durationText(r.addedSec)} earlier`, takes: 'call the customer' };
    case 'reach':
      return {
        text: `${names.person(r.personId)} may go ${durationText(r.addedSec)} further`,
        takes: 'reach of the person',
      };
    case 'territory':
      return {
        text: r.setting === 'anybody' ? 'Anybody may go, whatever their territory' : 'Cover may go',
        takes: 'rule of the playbook',
      };
    case 'person':
      return {
        text: `${names.person(r.personId)} may go after all`,
        takes: 'against a must or a never of the customer',
      };
    case 'untie-visit':
      return { text: 'Untie it', takes: 'its time or person is tied' };
    case 'untie':
      return { text: `Untie ${names.visit(r.visitId)}`, takes: 'it would begin at another time' };
  }
}

/** What binds, and how much more of it would save. */
export function bindingText({ what }: BindingFound, names: ReasonNames): string {
  switch (what.kind) {
    case 'hours': {
      const skills =
        what.skills.map((s) => `${names.skill(s.skillId)} ${s.level}`).join(' and ') || 'anybody';
      const where = what.territoryId === null ? '' : ` in ${names.territory(what.territoryId)}`;
      return `${durationText(what.addedSec)} more of ${skills} on ${dayText(names.date(what.dayIx))}${where}`;
    }
    case 'overtime':
      return `${durationText(what.addedSec)} more overtime for everybody`;
    case 'lateness':
      return `${durationText(what.addedSec)} more lateness allowed`;
    case 'territory':
      return what.setting === 'anybody' ? 'Anybody may go anywhere' : 'Cover allowed';
  }
}
