import { ActionIcon, Button, Checkbox, Popover, SegmentedControl, Stack } from '@mantine/core';
import { DatePickerInput } from '@mantine/dates';
import { IconChevronLeft, IconChevronRight } from '@tabler/icons-react';
import Link from 'next/link';
import type { ReactNode } from 'react';
import type { DraftRow } from '@/contract/plan/plan-view';
import { addDays, dayCount, dayText, mondayOf } from '../shared/time';
import css from './ExtentLine.module.css';
import type { Layout, PlanState } from './plan-state';

export interface TerritoryChoice {
  readonly id: string;
  readonly name: string;
  readonly mayChange: boolean;
}

interface Props {
  readonly state: PlanState;
  readonly onChange: (change: Partial<PlanState>) => void;
  readonly territories: readonly TerritoryChoice[];
  readonly drafts: readonly DraftRow[];
  readonly mayOptimize: boolean;
  readonly onOptimize: () => void;
  /** Small runs out of what is on screen. */
  readonly fromHere: ReactNode;
  /** The desk that it is seen from. */
  readonly desk: ReactNode;
  readonly reminders: ReactNode;
  /** What was done to the plan lately. */
  readonly changes: ReactNode;
}

const SCALES = [
  { value: '1', label: 'Hours' },
  { value: '7', label: 'Days' },
  { value: '14', label: 'Fortnight' },
];

/** Which part of which plan is on screen, and how it is drawn. */
export function ExtentLine({
  state,
  onChange,
  territories,
  drafts,
  mayOptimize,
  onOptimize,
  fromHere,
  desk,
  reminders,
  changes,
}: Props) {
  const days = dayCount(state.from, state.to);
  const scale = days === 1 ? '1' : days <= 7 ? '7' : '14';
  const names = territories.filter((t) => state.territories.includes(t.id)).map((t) => t.name);
  const move = (direction: number): void =>
    onChange({ from: addDays(state.from, direction * days), to: addDays(state.to, direction * days) });
  const setScale = (value: string): void => {
    const length = Number(value);
    const from = length === 1 ? state.from : mondayOf(state.from);
    onChange({ from, to: addDays(from, length - 1) });
  };
  return (
    <div className={css.line}>
      {desk}
      <Popover position="bottom-start" withArrow trapFocus>
        <Popover.Target>
          <Button variant="default" size="compact-sm" aria-label={`Territories: ${names.join(', ')}`}>
            {names.length === territories.length && names.length > 2
              ? `All ${names.length} territories`
              : names.length > 2
                ? `${names.length} territories`
                : names.join(' · ') || 'No territory'}
          </Button>
        </Popover.Target>
        <Popover.Dropdown>
          <Checkbox.Group
            label="Territories"
            value={[...state.territories]}
            onChange={(ids) =>
              ids.length > 0 &&
              onChange({
                territories: territories.map((t) => t.id).filter((id) => ids.includes(id)),
                selected: null,
              })
            }
          >
            <Stack gap={6} mt={6}>
              {territories.map((t) => (
                <Checkbox key={t.id} value={t.id} label={t.name} />
              ))}
            </Stack>
          </Checkbox.Group>
        </Popover.Dropdown>
      </Popover>
      <div className={css.dates}>
        <ActionIcon
          variant="subtle"
          size={26}
          style={{ flex: 'none' }}
          aria-label="Earlier"
          onClick={() => move(-1)}
        >
          <IconChevronLeft size={15} />
        </ActionIcon>
        <DatePickerInput
          size="xs"
          aria-label={`First day, ${state.from}`}
          value={state.from}
          valueFormat="ddd D MMMM"
          firstDayOfWeek={1}
          popoverProps={{ zIndex: 1200 }}
          onChange={(date) => date && onChange({ from: date, to: addDays(date, days - 1) })}
        />
        {days > 1 && <span>to {dayText(state.to)}</span>}
        <ActionIcon
          variant="subtle"
          size={26}
          style={{ flex: 'none' }}
          aria-label="Later"
          onClick={() => move(1)}
        >
          <IconChevronRight size={15} />
        </ActionIcon>
      </div>
      <label className={css.plan}>
        <span className="quiet">Plan</span>{' '}
        <select
          value={state.plan}
          onChange={(e) => onChange(choose(e.target.value, drafts, state))}
          aria-label="Plan on screen"
        >
          <option value="live">Live plan</option>
          {state.plan.startsWith('best-') && <option value={state.plan}>Best plan so far of a run</option>}
          {state.plan.startsWith('past-') && <option value={state.plan}>Live plan as it was</option>}
          {drafts
            .filter((d) => d.status === 'open' || d.id === state.plan)
            .map((d) => (
              <option key={d.id} value={d.id}>
                {d.name}
              </option>
            ))}
        </select>
      </label>
      <label className={css.plan}>
        <span className="quiet">beside</span>{' '}
        <select
          value={state.against ?? ''}
          onChange={(e) => onChange({ against: e.target.value || null })}
          aria-label="Plan shown beside it"
        >
          <option value="">none</option>
          {state.plan !== 'live' && <option value="live">Live plan</option>}
          {drafts
            .filter((d) => (d.status === 'open' || d.id === state.against) && d.id !== state.plan)
            .map((d) => (
              <option key={d.id} value={d.id}>
                {d.name}
              </option>
            ))}
        </select>
      </label>
      <Link href="/plan/drafts" className="link">
        Drafts
      </Link>
      {changes}
      {reminders}
      <span className={css.spring} />
      <SegmentedControl size="xs" data={SCALES} value={scale} onChange={setScale} aria-label="Scale" />
      <SegmentedControl
        size="xs"
        data={[
          { value: 'cords', label: 'Cords' },
          { value: 'map', label: 'Map' },
          { value: 'both', label: 'Both' },
          { value: 'list', label: 'List' },
        ]}
        value={state.layout}
        onChange={(v) => onChange({ layout: v as Layout })}
        aria-label="Layout"
      />
      {mayOptimize && (
        <Button size="compact-sm" className={css.optimize ?? ''} onClick={onOptimize}>
          Optimize
        </Button>
      )}
      {fromHere}
    </div>
  );
}

/** Opening a draft brings its own extent along. */
function choose(id: string, drafts: readonly DraftRow[], state: PlanState): Partial<PlanState> {
  const draft = drafts.find((d) => d.id === id);
  if (!draft) return { plan: 'live', selected: null };
  const isInside = state.from >= draft.firstDate && state.to <= draft.lastDate;
  return {
    plan: id,
    territories: draft.territoryIds,
    selected: null,
    ...(isInside ? {} : { from: draft.firstDate, to: draft.lastDate }),
  };
}
