import { ActionIcon, Menu } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { IconDots } from '@tabler/icons-react';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import type { DayPerson, DayView } from '@/contract/day/day-view';
import { type FieldReport, reportsAnswer } from '@/contract/day/reports';
import { REFUSED_WORDS } from '../messages/day/day-words';
import { errorText } from '../messages/errors';
import { callApi } from '../shared/api';
import { useClockNow } from '../shared/use-now';

/** What somebody says on the phone is reported for them: where they are, or that they are out for the day. */
export function ReportFor({ person, day }: { readonly person: DayPerson; readonly day: DayView }) {
  const client = useQueryClient();
  const clockNow = useClockNow(day);
  const say = useMutation({
    mutationFn: (more: Partial<FieldReport> & Pick<FieldReport, 'kind'>) =>
      callApi('/api/day/reports', reportsAnswer, {
        method: 'POST',
        body: {
          reports: [
            {
              id: crypto.randomUUID(),
              personId: person.id,
              at: new Date(clockNow() * 1000).toISOString(),
              ...more,
            },
          ],
        },
      }),
    onSuccess: ({ outcomes }) => {
      const why = outcomes[0]?.refused;
      if (why) notifications.show({ title: 'Does not count', message: REFUSED_WORDS[why], color: 'grape' });
    },
    onError: (cause) => notifications.show({ title: 'Not done', message: errorText(cause), color: 'grape' }),
    onSettled: () => client.invalidateQueries({ queryKey: ['day'] }),
  });
  const here = person.stops.find((s) => s.state === 'on-site');
  const next = person.stops.find(
    (s) => s.state === 'planned' || s.state === 'accepted' || s.state === 'on-the-way',
  );
  const of = (stop: { readonly visitId: string; readonly part: number }) => ({
    visitId: stop.visitId,
    part: stop.part,
  });
  return (
    <Menu position="bottom-start" withinPortal>
      <Menu.Target>
        <ActionIcon size="sm" variant="subtle" color="gray" aria-label={`Report for ${person.name}`}>
          <IconDots size={14} />
        </ActionIcon>
      </Menu.Target>
      <Menu.Dropdown>
        <Menu.Label>They say on the phone</Menu.Label>
        {next && next.visitId !== '' && !here && next.state !== 'on-the-way' && (
          <Menu.Item onClick={() => say.mutate({ kind: 'on-the-way', ...of(next) })}>
            On the way to the next one
          </Menu.Item>
        )}
        {next && next.visitId !== '' && !here && (
          <Menu.Item onClick={() => say.mutate({ kind: 'arrived', ...of(next) })}>There</Menu.Item>
        )}
        {here && here.visitId !== '' && (
          <Menu.Item onClick={() => say.mutate({ kind: 'done', ...of(here) })}>Done there</Menu.Item>
        )}
        {person.outReason === '' ? (
          ['Ill', 'The van has broken down', 'An accident'].map((reason) => (
            <Menu.Item key={reason} onClick={() => say.mutate({ kind: 'out', reason })}>
              Out for the day: {reason.toLowerCase()}
            </Menu.Item>
          ))
        ) : (
          <Menu.Item onClick={() => say.mutate({ kind: 'back' })}>Can go on</Menu.Item>
        )}
      </Menu.Dropdown>
    </Menu>
  );
}
