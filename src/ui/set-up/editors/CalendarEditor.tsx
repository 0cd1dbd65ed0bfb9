import { Button } from '@mantine/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { calendarStates } from '@/contract/set-up/answers/calendars';
import { calendarFailureText } from '../../messages/calendars';
import { callApi, done } from '../../shared/api';
import { momentText } from '../../shared/time';
import { useDraftContext } from '../draft/DraftContext';
import { useCompany } from '../use-company';
import { RefWord } from '../words/refs';
import { NameField, TextWord } from '../words/words';
import { Part, Sentence } from './Part';

const POLL_MS = 1500;

/** A calendar that is kept elsewhere: where it is, and whose days it fills. */
export function CalendarEditor() {
  const draft = useDraftContext();
  return (
    <>
      <NameField />
      <Sentence>
        Read every hour from <TextWord path="address" label="Address of the calendar" empty="an address" />.
        What it takes is time off of{' '}
        <RefWord path="technicianId" label="Whose time off" object="technicians" none="nobody" />, or its
        whole days are holidays of{' '}
        <RefWord path="territoryId" label="Where holidays" object="territories" none="no territory" />.
      </Sentence>
      <Sentence>
        To try it out, this machine has a calendar service of its own:{' '}
        <code>/stand-ins/calendars/meetings.ics</code> and <code>/stand-ins/calendars/feasts.ics</code>. Days
        that people entered themselves stay as they are.
      </Sentence>
      {draft.id !== null && <LastReading id={draft.id} />}
    </>
  );
}

function LastReading({ id }: { readonly id: string }) {
  const client = useQueryClient();
  const { homeZone } = useCompany();
  const { data } = useQuery({
    queryKey: ['calendars', 'states'],
    queryFn: () => callApi('/api/set-up/calendars', calendarStates),
    refetchInterval: (query) => (query.state.data?.states[id]?.readAt === null ? POLL_MS : false),
  });
  const read = useMutation({
    mutationFn: () => callApi(`/api/set-up/calendars/${encodeURIComponent(id)}`, done, { method: 'POST' }),
    onSuccess: () => client.invalidateQueries({ queryKey: ['calendars'] }),
  });
  const state = data?.states[id];
  return (
    <Part title="The last reading">
      {state?.readAt == null ? (
        <p role="status">{state ? 'It waits to be read.' : 'It was not read yet.'}</p>
      ) : state.failure ? (
        <p className="bad">
          {momentText(state.readAt, homeZone)}: {calendarFailureText(state.failure)}
        </p>
      ) : (
        <p>
          {momentText(state.readAt, homeZone)}: {state.days} {state.days === 1 ? 'part' : 'parts'} of days in
          the next year.
        </p>
      )}
      <Button size="xs" variant="default" loading={read.isPending} onClick={() => read.mutate()}>
        Read it now
      </Button>
    </Part>
  );
}
