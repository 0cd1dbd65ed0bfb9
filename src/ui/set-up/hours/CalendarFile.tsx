import { FileButton } from '@mantine/core';
import { useMutation } from '@tanstack/react-query';
import Link from 'next/link';
import type { ValueOf } from '@/contract/registry';
import { calendarDays } from '@/contract/set-up/answers/calendars';
import type { FieldProblem } from '@/contract/shared/problems';
import { errorText } from '../../messages/errors';
import { problemText } from '../../messages/problems';
import { ApiError, sendFile } from '../../shared/api';
import { useDraftContext } from '../draft/DraftContext';
import { TakeOutCalendar } from './TakeOutCalendar';

type Exceptions = ValueOf<'technicians'>['exceptions'];
type Holidays = ValueOf<'territories'>['holidays'];

interface Props {
  readonly today: string;
}

/** iCalendar out, and in: what a file takes is put into the draft, to be looked at before it is saved. */
export function CalendarFile({ today }: Props) {
  const draft = useDraftContext();
  const isPerson = draft.object === 'technicians';
  const read = useMutation({
    mutationFn: (file: File) =>
      sendFile(
        `/api/set-up/calendars/file?zone=${encodeURIComponent(String(draft.get('zone')))}&from=${today}`,
        file,
        calendarDays,
      ),
    onSuccess: ({ days }) => {
      if (isPerson) {
        const now = (draft.get('exceptions') ?? []) as Exceptions;
        const taken = new Set(now.map((e) => `${e.date} ${e.kind} ${e.startMin}`));
        const fresh = days
          .filter((d) => !taken.has(`${d.date} off ${d.startMin}`))
          .map(({ title, ...d }) => ({ ...d, kind: 'off' as const, reason: title }));
        draft.set('exceptions', [...now, ...fresh]);
      } else {
        const now = (draft.get('holidays') ?? []) as Holidays;
        const taken = new Set(now.map((h) => h.date));
        const fresh = days
          .filter((d) => d.startMin === 0 && d.endMin === 1440 && !taken.has(d.date))
          .map((d) => ({ date: d.date, name: d.title.trim().slice(0, 80) || 'Holiday' }));
        draft.set('holidays', [...now, ...fresh]);
      }
    },
  });
  const problems =
    read.error instanceof ApiError ? ((read.error.facts.problems ?? []) as FieldProblem[]) : [];
  return (
    <>
      <p className="quiet">
        <FileButton
          key={read.submittedAt}
          onChange={(file) => file && read.mutate(file)}
          accept=".ics,text/calendar"
        >
          {(props) => (
            <button type="button" className="link" {...props}>
              Bring in from iCalendar …
            </button>
          )}
        </FileButton>
        {draft.id !== null && (
          <>
            {' · '}
            <TakeOutCalendar />
            {' · '}
            <Link className="link" href="/set-up/calendars">
              calendars read again and again
            </Link>
          </>
        )}
      </p>
      {read.data && (
        <p role="status">
          {read.data.days.length === 0
            ? 'The file takes no day of the next year.'
            : `${read.data.days.length} days of the file are in the list; nothing is saved yet.`}
        </p>
      )}
      {read.error && (
        <p role="alert" className="bad">
          {problems.length > 0
            ? problems.map((p) => problemText({ ...p, path: 'The file' })).join('; ')
            : errorText(read.error)}
        </p>
      )}
    </>
  );
}
