import { TextInput } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import Link from 'next/link';
import { useState } from 'react';
import { z } from 'zod';
import type { DayNeed, DayView } from '@/contract/day/day-view';
import type { WaysAsk } from '@/contract/day/ways';
import type { RuleCode } from '@/core/index';
import { NEED_WORDS } from '../messages/day/day-words';
import { errorText } from '../messages/errors';
import { durationText } from '../messages/figures';
import { RULE_WORDS } from '../messages/rules';
import { callApi } from '../shared/api';
import { clock, momentText } from '../shared/time';
import { useNow } from '../shared/use-now';
import css from './Day.module.css';
import { GoOn, TakeOff } from './GoOn';
import { Leave } from './Leave';
import { type Asked, Ways } from './Ways';
import { whenText } from './when-text';

const SHOWN_WITH_WAYS = 3;
/** What ways out are looked for, by what somebody needs. */
const WAYS_FOR: Readonly<Partial<Record<DayNeed['kind'], WaysAsk['for']>>> = {
  'will-miss': 'visit',
  'not-started': 'visit',
  break: 'break',
  overtime: 'visit',
  rule: 'visit',
  silent: 'visit',
  busy: 'visit',
  emergency: 'urgent',
  out: 'out',
  nobody: 'out',
  free: 'free',
};

/** What needs somebody, soonest first; what was put aside is below, folded. */
export function Needs({ day }: { readonly day: DayView }) {
  const now = useNow(day);
  const open = day.needs.filter((n) => n.aside === null);
  const aside = day.needs.filter((n) => n.aside !== null);
  const first = new Set(
    open
      .filter((n) => WAYS_FOR[n.kind] !== undefined)
      .slice(0, SHOWN_WITH_WAYS)
      .map((n) => n.key),
  );
  return (
    <>
      <h2>What needs you, soonest first</h2>
      {open.length === 0 && (
        <p className="quiet">
          {day.people.length === 0 ? 'Nothing.' : 'Nothing. All of it goes as planned.'}
        </p>
      )}
      <ul>
        {open.map((need) => (
          <Need key={need.key} need={need} day={day} now={now} isFirst={first.has(need.key)} />
        ))}
      </ul>
      {aside.length > 0 && (
        <details>
          <summary>{aside.length} put aside</summary>
          <ul>
            {aside.map((need) => (
              <Need key={need.key} need={need} day={day} now={now} isFirst={false} />
            ))}
          </ul>
        </details>
      )}
    </>
  );
}

interface NeedProps {
  readonly need: DayNeed;
  readonly day: DayView;
  readonly now: number;
  /** Ways out of the first few are looked for at once, of others when somebody asks. */
  readonly isFirst: boolean;
}

function Need({ need, day, now, isFirst }: NeedProps) {
  const person = day.people.find((p) => p.id === need.personId);
  const visit = need.visitId === null ? undefined : day.visits[need.visitId];
  const stop = person?.stops.find((s) => s.visitId === need.visitId && s.part === need.part);
  const mayChange = day.territories.some((t) => t.mayChange);
  const territoryIds = day.territories.map((t) => t.id);
  return (
    <li className={css.need} data-kind={need.kind} data-need={need.key}>
      <span className={css.when}>{whenText(need, now, day)}</span>
      <div>
        <h3>
          {NEED_WORDS[need.kind]({
            what: visit ? `${visit.jobKind} at ${visit.site}` : '',
            who: person?.name ?? 'Somebody',
            where: day.territories.find((t) => t.id === need.territoryId)?.name ?? 'A territory',
            minutes: durationText(need.minutes * 60),
            rule: need.rule === null ? '' : RULE_WORDS[need.rule as RuleCode],
          })}
        </h3>
        <p className="quiet">
          {person && visit && `${person.name}. `}
          {need.kind === 'out' && person && `“${person.outReason}”. `}
          {need.territoryId !== null && whyNobody(day, need.territoryId)}
          {stop?.reason && `“${stop.reason}”. `}
          {need.busy &&
            `${need.busy.reason === '' ? 'Off' : `“${need.busy.reason}”`}, ${clock(need.busy.startAt, day.zone)}–${clock(need.busy.endAt, day.zone)}. `}
          {need.leave &&
            `${momentText(need.leave.startAt, day.zone)} to ${momentText(need.leave.endAt, day.zone)}. ${need.leave.reason === '' ? '' : `“${need.leave.reason}”. `}${need.leave.planned === 0 ? 'Nothing is planned then.' : `${need.leave.planned} visits are planned then.`} `}
          {visit && visit.windows.length > 0 && (
            <>
              Promised{' '}
              {visit.windows
                .map((w) => `${clock(w.startAt, day.zone)}–${clock(w.endAt, day.zone)}`)
                .join(', ')}
              .{' '}
            </>
          )}
          {person?.heardAt != null && `Last heard of at ${clock(person.heardAt, day.zone)}.`}
        </p>
        {need.aside !== null && <p>Put aside: {need.aside}</p>}
        {mayChange && need.aside === null && (
          <Help need={need} territoryIds={territoryIds} day={day} isFirst={isFirst} />
        )}
        <Acts need={need} day={day} phone={person?.phone ?? ''} mayChange={mayChange} />
      </div>
    </li>
  );
}

/** Why the people of a territory are out, each reason once. */
function whyNobody({ people }: DayView, territoryId: string): string {
  const why = people.filter((p) => p.territoryId === territoryId && p.outReason !== '');
  return `${[...new Set(why.map((p) => `“${p.outReason}”`))].join(', ')}. `;
}

interface HelpProps {
  readonly need: DayNeed;
  readonly day: DayView;
  readonly territoryIds: readonly string[];
  readonly isFirst: boolean;
}

/** What can be done about a need, with its price. */
function Help({ need, day, territoryIds, isFirst }: HelpProps) {
  const [asks, setAsks] = useState(false);
  if (need.leave) return <Leave id={need.leave.id} />;
  if (need.visitId !== null) {
    const left = {
      visitId: need.visitId,
      part: need.part ?? 1,
      minutes: Math.max(5, Math.round((day.visits[need.visitId]?.leftSec ?? 3600) / 60)),
    };
    if (need.kind === 'could-not' || need.kind === 'not-done') return <GoOn {...left} />;
    const isOnCord = day.people.some((p) => p.stops.some((s) => s.visitId === need.visitId));
    if ((need.kind === 'rule' || need.kind === 'busy') && !isOnCord) return <TakeOff {...left} />;
  }
  const kind = WAYS_FOR[need.kind];
  if (!kind || (kind === 'visit' && need.visitId === null)) return null;
  // Of whoever says nothing, what they have not begun can be somebody else's.
  const next = need.kind === 'silent' ? nextOf(day, need.personId) : null;
  if (need.kind === 'silent' && !next) return null;
  const visit = next ?? { visitId: need.visitId, part: need.part ?? 1 };
  const asked: Asked = {
    territoryIds: [...territoryIds],
    date: day.date,
    for: kind,
    ...(kind === 'break' ? { personId: need.personId } : {}),
    ...(visit.visitId !== null && kind !== 'out' && kind !== 'free'
      ? { visitId: visit.visitId, part: visit.part }
      : need.territoryId === null
        ? { personId: need.personId }
        : { territoryId: need.territoryId }),
  };
  if (isFirst || asks)
    return (
      <>
        {next && <p className="quiet">Their next visit, at {day.visits[next.visitId]?.site}:</p>}
        <Ways asked={asked} />
      </>
    );
  return (
    <p>
      <button type="button" className="link" onClick={() => setAsks(true)}>
        {kind === 'free' ? 'What fits' : 'Ways out'}
      </button>
    </p>
  );
}

/** What somebody is to do next and is not on the way to. */
function nextOf(
  day: DayView,
  personId: string | null,
): { readonly visitId: string; readonly part: number } | null {
  const { stops } = day.people.find((p) => p.id === personId) ?? { stops: [] };
  const next = stops.find((s) => s.visitId !== '' && (s.state === 'planned' || s.state === 'accepted'));
  return next ? { visitId: next.visitId, part: next.part } : null;
}

interface ActsProps {
  readonly need: DayNeed;
  readonly day: DayView;
  readonly phone: string;
  readonly mayChange: boolean;
}

function Acts({ need, day, phone, mayChange }: ActsProps) {
  const plan = new URLSearchParams({
    from: day.date,
    territories: day.territories.map((t) => t.id).join(','),
  });
  if (need.visitId !== null) plan.set('selected', `visit:${need.visitId}`);
  return (
    <p className={css.acts}>
      {phone !== '' && (
        <a className="link" href={`tel:${phone.replaceAll(' ', '')}`}>
          Call {phone}
        </a>
      )}
      {need.visitId !== null && need.kind !== 'silent' && (
        <Link className="link" href={`/work/call?visit=${encodeURIComponent(need.visitId)}`}>
          Find another time
        </Link>
      )}
      <Link className="link" href={`/plan?${plan}`}>
        On the plan
      </Link>
      {mayChange && <PutAside need={need} day={day} />}
    </p>
  );
}

/** Puts a need aside with a reason, or has it looked at again. */
function PutAside({ need, day }: { readonly need: DayNeed; readonly day: DayView }) {
  const client = useQueryClient();
  const [isOpen, setOpen] = useState(false);
  const [reason, setReason] = useState('');
  const put = useMutation({
    mutationFn: (why: string | null) =>
      callApi('/api/day/aside', z.unknown(), {
        method: 'POST',
        body: {
          territoryIds: day.territories.map((t) => t.id),
          date: day.date,
          key: need.key,
          reason: why,
        },
      }),
    onSuccess: () => setOpen(false),
    onError: (cause) => notifications.show({ title: 'Not done', message: errorText(cause), color: 'grape' }),
    onSettled: () => client.invalidateQueries({ queryKey: ['day'] }),
  });
  if (need.aside !== null)
    return (
      <button type="button" className="link" onClick={() => put.mutate(null)}>
        Look at it again
      </button>
    );
  if (!isOpen)
    return (
      <button type="button" className="link" onClick={() => setOpen(true)}>
        Put aside
      </button>
    );
  return (
    <form
      className={css.aside}
      onSubmit={(e) => {
        e.preventDefault();
        put.mutate(reason.trim());
      }}
    >
      <TextInput
        size="xs"
        aria-label="Why it is put aside"
        placeholder="Why"
        maxLength={300}
        value={reason}
        onChange={(e) => setReason(e.currentTarget.value)}
        autoFocus
      />
      <button type="submit" className="link" disabled={put.isPending || reason.trim() === ''}>
        Put aside
      </button>
    </form>
  );
}
