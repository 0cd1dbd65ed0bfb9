import { Button, Menu } from '@mantine/core';
import { IconChevronDown } from '@tabler/icons-react';
import { useState } from 'react';
import type { PlanState } from '../plan-state';
import { DeskDialog } from './DeskDialog';
import type { Desk } from './use-desk';

interface Props {
  readonly desk: Desk;
  readonly state: PlanState;
  readonly territories: readonly { readonly id: string; readonly name: string }[];
  readonly people: readonly { readonly id: string; readonly name: string }[];
  readonly zones: readonly string[];
}

const MOST_KEYS = 9;

/** The desks that somebody has, to change between and to arrange. */
export function DeskMenu({ desk, state, territories, people, zones }: Props) {
  const [edited, setEdited] = useState<'this' | 'new' | null>(null);
  const { desks } = desk.arrangements.list;
  return (
    <>
      <Menu position="bottom-start" zIndex={1200}>
        <Menu.Target>
          <Button
            variant="default"
            size="compact-sm"
            rightSection={<IconChevronDown size={13} />}
            aria-label={`Desk: ${desk.desk?.name ?? 'none'}`}
          >
            {desk.desk?.name ?? 'Desk'}
          </Button>
        </Menu.Target>
        <Menu.Dropdown>
          {desks.length === 0 && (
            <Menu.Label>A desk keeps who and what you see, and how. You have none yet.</Menu.Label>
          )}
          {desks.map((d, i) => (
            <Menu.Item
              key={d.id}
              onClick={() => desk.apply(d)}
              rightSection={i < MOST_KEYS ? <kbd>{i + 1}</kbd> : null}
              {...(d.id === desk.desk?.id ? { fw: 650 } : {})}
            >
              {d.name}
              {!d.isOwn && <span className="quiet"> of {d.owner}</span>}
              {d.isDefault && <span className="quiet"> · opens first</span>}
            </Menu.Item>
          ))}
          {desk.desk && <Menu.Item onClick={() => desk.apply(null)}>No desk</Menu.Item>}
          <Menu.Divider />
          {desk.desk && <Menu.Item onClick={() => setEdited('this')}>Arrange {desk.desk.name} …</Menu.Item>}
          <Menu.Item onClick={() => setEdited('new')}>New desk out of what is on screen …</Menu.Item>
        </Menu.Dropdown>
      </Menu>
      {edited && (
        <DeskDialog
          key={edited}
          desk={desk}
          row={edited === 'this' ? desk.desk : null}
          state={state}
          territories={territories}
          people={people}
          zones={zones}
          onClose={() => setEdited(null)}
        />
      )}
    </>
  );
}
