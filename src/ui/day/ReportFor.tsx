import { ActionIcon, Menu } from '@mantine/core';
import { IconDots } from '@tabler/icons-react';
import type { DayPerson, DayView } from '@/contract/day/day-view';
import { type Said, useSay } from './use-say';

/** What somebody says on the phone is reported for them: where they are, or that they are out for the day. */
export function ReportFor({ person, day }: { readonly person: DayPerson; readonly day: DayView }) {
  const { mutate } = useSay(day);
  const say = (more: Omit<Said, 'personId'>): void => mutate([{ personId: person.id, ...more }]);
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
          <Menu.Item onClick={() => say({ kind: 'on-the-way', ...of(next) })}>
            On the way to the next one
          </Menu.Item>
        )}
        {next && next.visitId !== '' && !here && (
          <Menu.Item onClick={() => say({ kind: 'arrived', ...of(next) })}>There</Menu.Item>
        )}
        {here && here.visitId !== '' && (
          <Menu.Item onClick={() => say({ kind: 'done', ...of(here) })}>Done there</Menu.Item>
        )}
        {person.outReason === '' ? (
          ['Ill', 'The van has broken down', 'An accident'].map((reason) => (
            <Menu.Item key={reason} onClick={() => say({ kind: 'out', reason })}>
              Out for the day: {reason.toLowerCase()}
            </Menu.Item>
          ))
        ) : (
          <Menu.Item onClick={() => say({ kind: 'back' })}>Can go on</Menu.Item>
        )}
      </Menu.Dropdown>
    </Menu>
  );
}
