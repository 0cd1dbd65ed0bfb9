import { Button, Group, MultiSelect, Popover, Select, Stack } from '@mantine/core';
import { DatePickerInput } from '@mantine/dates';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { z } from 'zod';
import { draftRow } from '@/contract/plan/plan-view';
import type { TriedPlaybook } from '@/contract/playbooks/answers';
import type { Extent } from '@/contract/runs/run';
import { callApi } from '../../shared/api';
import { dayText } from '../../shared/time';
import { useOptions } from '../../shared/use-options';

export interface TriedOnChoice {
  readonly planId: string;
  readonly extent: Extent | null;
}

interface Props {
  readonly choice: TriedOnChoice;
  readonly answer: TriedPlaybook | null;
  readonly onChange: (choice: TriedOnChoice) => void;
}

/** On which plan, days and territories a playbook is tried. */
export function TriedOn({ choice, answer, onChange }: Props) {
  const [opened, setOpened] = useState(false);
  const territories = useOptions('territories').options;
  const drafts = useQuery({
    queryKey: ['drafts'],
    queryFn: () => callApi('/api/drafts', z.array(draftRow)),
    enabled: opened,
  });
  const extent = choice.extent ?? answer?.extent ?? null;
  const set = (change: Partial<Extent>): void => {
    if (extent) onChange({ ...choice, extent: { ...extent, ...change } });
  };
  const where =
    !extent || extent.territoryIds.length === territories.length
      ? 'everywhere'
      : extent.territoryIds.map((id) => territories.find((t) => t.value === id)?.label ?? id).join(', ');
  return (
    <Popover opened={opened} onChange={setOpened} position="bottom-end" width={320} trapFocus>
      <Popover.Target>
        <button type="button" className="link" aria-expanded={opened} onClick={() => setOpened((o) => !o)}>
          {answer && extent
            ? `tried on ${answer.planName}, ${dayText(extent.firstDate)} to ${dayText(extent.lastDate)}, ${where}`
            : 'tried on …'}
        </button>
      </Popover.Target>
      <Popover.Dropdown>
        <Stack gap="sm">
          <Select
            label="Plan"
            data={[
              { value: 'live', label: 'Live plan' },
              ...(drafts.data ?? [])
                .filter((d) => d.status === 'open')
                .map((d) => ({ value: d.id, label: d.name })),
            ]}
            value={choice.planId}
            onChange={(planId) => {
              const found = drafts.data?.find((d) => d.id === planId);
              onChange({
                planId: planId ?? 'live',
                extent: found
                  ? {
                      territoryIds: [...found.territoryIds],
                      firstDate: found.firstDate,
                      lastDate: found.lastDate,
                    }
                  : choice.extent,
              });
            }}
            allowDeselect={false}
            comboboxProps={{ withinPortal: false }}
          />
          {extent && (
            <>
              <Group grow>
                <DatePickerInput
                  label="First day"
                  value={extent.firstDate}
                  onChange={(d) => d && set({ firstDate: d })}
                  valueFormat="ddd D MMM YYYY"
                  popoverProps={{ withinPortal: false }}
                />
                <DatePickerInput
                  label="Last day"
                  value={extent.lastDate}
                  onChange={(d) => d && set({ lastDate: d })}
                  valueFormat="ddd D MMM YYYY"
                  popoverProps={{ withinPortal: false }}
                />
              </Group>
              <MultiSelect
                label="Territories"
                data={territories}
                value={[...extent.territoryIds]}
                onChange={(territoryIds) => territoryIds.length > 0 && set({ territoryIds })}
                comboboxProps={{ withinPortal: false }}
              />
            </>
          )}
          <Button size="xs" variant="default" onClick={() => onChange({ planId: 'live', extent: null })}>
            The days ahead of the live plan
          </Button>
        </Stack>
      </Popover.Dropdown>
    </Popover>
  );
}
