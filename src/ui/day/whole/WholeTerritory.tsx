import { Button, Popover, Select, TextInput } from '@mantine/core';
import { useState } from 'react';
import type { DayView } from '@/contract/day/day-view';
import css from '../Day.module.css';
import { useSay } from '../use-say';

/** A storm, a strike: nobody of a territory goes on today, or they can again. Each is reported as if they had called. */
export function WholeTerritory({ day }: { readonly day: DayView }) {
  const say = useSay(day);
  const [isOpen, setOpen] = useState(false);
  const [territoryId, setTerritory] = useState<string | null>(null);
  const [reason, setReason] = useState('');
  const territories = day.territories.filter(
    (t) => t.mayChange && day.people.some((p) => p.territoryId === t.id),
  );
  if (territories.length === 0) return null;
  const own = day.people.filter((p) => p.territoryId === territoryId && p.state !== 'home');
  const out = own.filter((p) => p.outReason !== '');
  const there = own.filter((p) => p.outReason === '');
  return (
    <Popover opened={isOpen} onChange={setOpen} position="bottom-start" withinPortal trapFocus>
      <Popover.Target>
        <Button size="compact-sm" variant="subtle" color="gray" onClick={() => setOpen(!isOpen)}>
          A whole territory is out …
        </Button>
      </Popover.Target>
      <Popover.Dropdown>
        <form
          className={css.whole}
          onSubmit={(e) => {
            e.preventDefault();
            say.mutate(
              there.map((p) => ({ personId: p.id, kind: 'out', reason: reason.trim() })),
              { onSuccess: () => setOpen(false) },
            );
          }}
        >
          <Select
            size="xs"
            label="Territory"
            data={territories.map((t) => ({ value: t.id, label: t.name }))}
            value={territoryId}
            onChange={setTerritory}
            allowDeselect={false}
            comboboxProps={{ withinPortal: false }}
          />
          <TextInput
            size="xs"
            label="Why"
            placeholder="Storm, strike, no power"
            maxLength={300}
            value={reason}
            onChange={(e) => setReason(e.currentTarget.value)}
          />
          <Button
            size="compact-sm"
            type="submit"
            loading={say.isPending}
            disabled={there.length === 0 || reason.trim() === ''}
          >
            {there.length === 0 ? 'Nobody is left there' : `Report ${there.length} as out for the day`}
          </Button>
          {out.length > 0 && (
            <Button
              size="compact-sm"
              variant="default"
              loading={say.isPending}
              onClick={() =>
                say.mutate(
                  out.map((p) => ({ personId: p.id, kind: 'back' })),
                  { onSuccess: () => setOpen(false) },
                )
              }
            >
              {out.length} can go on
            </Button>
          )}
        </form>
      </Popover.Dropdown>
    </Popover>
  );
}
