import { ActionIcon, Menu } from '@mantine/core';
import { IconChevronDown } from '@tabler/icons-react';
import Link from 'next/link';
import type { PlanView } from '@/contract/plan/plan-view';
import type { QuickAsk } from './drafts/quick-run';
import { idOf } from './selection';

interface Props {
  readonly view: PlanView;
  readonly query: string;
  readonly selected: string | null;
  readonly playbookVersionId: string;
  readonly isBusy: boolean;
  readonly onStart: (ask: QuickAsk) => void;
}

/** A small run out of what is on screen, with few changes: the result stands beside, to take or to leave. */
export function FromHere({ view, query, selected, playbookVersionId, isBusy, onStart }: Props) {
  const extent = {
    territoryIds: view.territories.map((t) => t.id),
    firstDate: view.dates[0]!,
    lastDate: view.dates.at(-1)!,
  };
  const visitId = idOf(selected, 'visit');
  const person = view.people.find(
    (p) =>
      p.id === idOf(selected, 'person') ||
      p.shifts.some((s) => s.route?.stops.some((x) => x.visitId === visitId)),
  );
  const start = (what: Partial<QuickAsk>): void =>
    onStart({ extent, playbookVersionId, personIds: [], visitIds: [], ...what });
  return (
    <Menu position="bottom-end" zIndex={1200}>
      <Menu.Target>
        <ActionIcon variant="default" size={26} aria-label="More from here" loading={isBusy}>
          <IconChevronDown size={15} />
        </ActionIcon>
      </Menu.Target>
      <Menu.Dropdown>
        <Menu.Label>Few changes, shown beside the plan</Menu.Label>
        <Menu.Item onClick={() => start({})}>What is on screen</Menu.Item>
        {person && (
          <Menu.Item onClick={() => start({ personIds: [person.id] })}>
            Only {view.dates.length > 1 ? 'the days' : 'the day'} of {person.name}
          </Menu.Item>
        )}
        {view.territories.length > 1 &&
          view.territories
            .filter((t) => t.mayChange)
            .map((t) => (
              <Menu.Item key={t.id} onClick={() => start({ extent: { ...extent, territoryIds: [t.id] } })}>
                Only {t.name}
              </Menu.Item>
            ))}
        {view.looseIds.length > 0 && (
          <Menu.Item onClick={() => start({ visitIds: view.looseIds.map((id) => id.split('/')[0]!) })}>
            Only the loose ends
          </Menu.Item>
        )}
        <Menu.Divider />
        <Menu.Item component={Link} href={`/plan/print?${query}`}>
          Print {person ? 'all sheets' : 'day sheets'}, or take out CSV
        </Menu.Item>
        {person && (
          <Menu.Item component={Link} href={`/plan/print?${query}&person=${encodeURIComponent(person.id)}`}>
            Print the {view.dates.length > 1 ? 'days' : 'day'} of {person.name}
          </Menu.Item>
        )}
        <Menu.Item component={Link} href={`/plan/print?${query}&sheet=week`}>
          Print all on one page
        </Menu.Item>
      </Menu.Dropdown>
    </Menu>
  );
}
