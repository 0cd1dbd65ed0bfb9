import { Group, NumberInput, Select, Switch } from '@mantine/core';
import { useState } from 'react';
import type { PlanView } from '@/contract/plan/plan-view';
import type { FitLimits, PutAside } from '../board/fits';

const ASIDE_WORDS: Readonly<Record<PutAside, string>> = {
  skills: 'skills put aside',
  territory: 'territories put aside',
  reach: 'reach put aside',
  windows: 'window up to 4 h off',
  overtime: 'up to 2 h more overtime',
  wishes: 'wishes for people put aside',
};

interface Props {
  readonly limits: FitLimits;
  readonly onChange: (limits: FitLimits) => void;
  readonly view: PlanView;
  readonly mayForce: boolean;
}

/** The end of the week that a moment lies in, by its zone: midnight after Sunday. */
function endOfWeek(at: number, zone: string): number {
  const day = new Intl.DateTimeFormat('en', { weekday: 'short', timeZone: zone }).format(at * 1000);
  const left = 7 - ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'].indexOf(day);
  return at + left * 86_400;
}

/** Limits at hand for the places looked for; none by default. */
export function FitLimitsLine({ limits, onChange, view, mayForce }: Props) {
  const [isOpen, setOpen] = useState(false);
  const set = (change: { [K in keyof FitLimits]?: FitLimits[K] | undefined }): void =>
    onChange({ ...limits, ...change });
  const count = Object.values(limits).filter((v) => v !== undefined).length;
  const numberOf = (value: number | string): number | undefined =>
    typeof value === 'number' && value > 0 ? value : undefined;
  return (
    <>
      <button type="button" className="link" aria-expanded={isOpen} onClick={() => setOpen((o) => !o)}>
        {count === 0 ? 'Limits' : `${count} ${count === 1 ? 'limit' : 'limits'}`}
      </button>
      {isOpen && (
        <Group gap={8} align="end" my={6}>
          <NumberInput
            size="xs"
            w={104}
            label="At most, km"
            min={0}
            max={500}
            value={limits.mostKm ?? ''}
            onChange={(v) => set({ mostKm: numberOf(v) })}
          />
          <NumberInput
            size="xs"
            w={104}
            label="Free, minutes"
            min={0}
            max={720}
            step={15}
            value={limits.leastFreeMin ?? ''}
            onChange={(v) => set({ leastFreeMin: numberOf(v) })}
          />
          <Select
            size="xs"
            w={216}
            label="Person"
            placeholder="anybody"
            clearable
            searchable
            data={view.people.map((p) => ({ value: p.id, label: p.name }))}
            value={limits.personIds?.[0] ?? null}
            onChange={(id) => set({ personIds: id === null ? undefined : [id] })}
            comboboxProps={{ zIndex: 1300 }}
          />
          {mayForce && (
            <Select
              size="xs"
              w={216}
              label="One rule less"
              placeholder="all rules"
              clearable
              data={Object.entries(ASIDE_WORDS).map(([value, label]) => ({ value, label }))}
              value={limits.putAside ?? null}
              onChange={(rule) => set({ putAside: (rule as PutAside | null) ?? undefined })}
              comboboxProps={{ zIndex: 1300 }}
            />
          )}
          <Switch
            size="xs"
            label="This week"
            checked={limits.untilAt !== undefined}
            onChange={(e) =>
              set({ untilAt: e.currentTarget.checked ? endOfWeek(view.now, view.zone) : undefined })
            }
          />
        </Group>
      )}
    </>
  );
}
