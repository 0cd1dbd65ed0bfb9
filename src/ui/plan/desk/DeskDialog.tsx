import {
  Button,
  Checkbox,
  Group,
  Modal,
  MultiSelect,
  NumberInput,
  Select,
  Switch,
  TextInput,
} from '@mantine/core';
import { useState } from 'react';
import { type DeskSettings, KNOT_SAYS, PERSON_COLUMNS, ROW_SIZES } from '@/contract/plan/desks';
import { errorText } from '../../messages/errors';
import { ApiError } from '../../shared/api';
import { dayCount } from '../../shared/time';
import { useOptions } from '../../shared/use-options';
import { COLOUR_BY } from '../cords/knot';
import type { PlanState } from '../plan-state';
import css from './Desk.module.css';
import { Sharing } from './Sharing';
import type { Desk, DeskRow } from './use-desk';

const SAYS_WORDS: Readonly<Record<(typeof KNOT_SAYS)[number], string>> = {
  kind: 'job kind',
  number: 'number',
  site: 'site',
  window: 'promised window',
};
export const COLUMN_WORDS: Readonly<Record<(typeof PERSON_COLUMNS)[number], string>> = {
  hours: 'hours',
  driving: 'driving',
  visits: 'visits',
  overtime: 'overtime',
  late: 'late',
};
const COLOUR_WORDS: Readonly<Record<(typeof COLOUR_BY)[number], string>> = {
  slack: 'slack',
  chance: 'chance',
  territory: 'territory',
  jobKind: 'job kind',
  priority: 'priority',
};
const KIND_WORDS = { person: 'technicians', crew: 'crews', contractor: 'contractors' } as const;
const SCALES = [
  { value: '1', label: 'hours of a day' },
  { value: '7', label: 'days of a week' },
  { value: '14', label: 'a fortnight' },
];
const LAYOUTS = [
  { value: 'cords', label: 'cords' },
  { value: 'map', label: 'map' },
  { value: 'both', label: 'cords and map' },
  { value: 'list', label: 'list' },
];
const HALF_HOUR = 30;
const clockOf = (minute: number): string =>
  `${String(Math.floor(minute / 60)).padStart(2, '0')}:${String(minute % 60).padStart(2, '0')}`;
const HOURS = Array.from({ length: 49 }, (_, i) => ({
  value: String(i * HALF_HOUR),
  label: clockOf(i * HALF_HOUR),
}));
const OVER = { comboboxProps: { zIndex: 1300 } } as const;

interface Props {
  readonly desk: Desk;
  /** The desk that is arranged anew; null makes one. */
  readonly row: DeskRow | null;
  readonly state: PlanState;
  readonly territories: readonly { readonly id: string; readonly name: string }[];
  readonly people: readonly { readonly id: string; readonly name: string }[];
  readonly zones: readonly string[];
  readonly onClose: () => void;
}

/** How a desk is arranged: whom and what it shows, and how; what is not said stays as it is on screen. */
export function DeskDialog({ desk, row, state, territories, people, zones, onClose }: Props) {
  const days = dayCount(state.from, state.to);
  const [name, setName] = useState(row?.name ?? '');
  const [share, setShare] = useState({
    shared: row?.shared ?? 'private',
    userIds: row?.userIds ?? [],
  } as const);
  const [isFirst, setFirst] = useState(row?.isDefault ?? false);
  const [settings, setSettings] = useState<DeskSettings>(
    row?.settings ?? {
      ...desk.settings,
      territoryIds: [...state.territories],
      days: days === 1 ? 1 : days <= 7 ? 7 : 14,
      layout: state.layout,
      colourBy: state.colourBy,
      zone: state.zone,
    },
  );
  const [failure, setFailure] = useState<unknown>(null);
  const [isBusy, setBusy] = useState(false);
  const { arrangements } = desk;
  const set = (change: Partial<DeskSettings>): void => setSettings((s) => ({ ...s, ...change }));
  const who = (change: Partial<DeskSettings['people']>): void =>
    set({ people: { ...settings.people, ...change } });
  const skills = useOptions('skills');
  const groups = useOptions('groups');
  const nameProblem = problemOf(failure, 'name');
  const isOwn = row?.isOwn ?? true;
  const keep = async (asNew: boolean): Promise<void> => {
    setBusy(true);
    setFailure(null);
    const value = { kind: 'desk' as const, name, ...share, userIds: [...share.userIds], settings };
    try {
      const isKept = row !== null && !asNew;
      if (isKept) await arrangements.save(row, value);
      const id = isKept ? row.id : await arrangements.create(value);
      if (isFirst !== (isKept && row.isDefault)) await arrangements.choose('desk', isFirst ? id : null);
      desk.apply({ ...value, id, owner: '', isOwn: true, isDefault: isFirst, version: 1 });
      onClose();
    } catch (cause) {
      setFailure(cause);
    } finally {
      setBusy(false);
    }
  };
  return (
    <Modal
      opened
      onClose={onClose}
      size={720}
      title={row ? `Arrange ${row.name}` : 'New desk'}
      closeButtonProps={{ 'aria-label': 'Close' }}
    >
      <form
        className={css.form}
        onSubmit={(e) => {
          e.preventDefault();
          void keep(!isOwn);
        }}
      >
        <TextInput
          label="Name"
          value={name}
          onChange={(e) => setName(e.currentTarget.value)}
          maxLength={80}
          error={nameProblem === 'taken' ? 'You have a desk of this name already.' : null}
          data-autofocus
        />
        <fieldset className={css.part}>
          <legend>Who</legend>
          <MultiSelect
            {...OVER}
            size="xs"
            label="With all of these skills"
            searchable
            data={skills.options}
            value={settings.people.skillIds}
            onChange={(skillIds) => who({ skillIds })}
          />
          <NumberInput
            size="xs"
            label="At least at level"
            min={1}
            max={5}
            value={settings.people.level}
            onChange={(v) => who({ level: Number(v) || 1 })}
          />
          <MultiSelect
            {...OVER}
            size="xs"
            searchable
            label="At home in"
            data={territories.map((t) => ({ value: t.id, label: t.name }))}
            value={settings.people.territoryIds}
            onChange={(territoryIds) => who({ territoryIds })}
          />
          <MultiSelect
            {...OVER}
            size="xs"
            searchable
            label="In one of these groups"
            data={groups.options}
            value={settings.people.groupIds}
            onChange={(groupIds) => who({ groupIds })}
          />
          <MultiSelect
            {...OVER}
            size="xs"
            searchable
            label="Only"
            data={Object.entries(KIND_WORDS).map(([value, label]) => ({ value, label }))}
            value={settings.people.kinds}
            onChange={(kinds) => who({ kinds: kinds as DeskSettings['people']['kinds'] })}
          />
          <MultiSelect
            {...OVER}
            size="xs"
            label="These people"
            searchable
            data={people.map((p) => ({ value: p.id, label: p.name }))}
            value={settings.people.personIds}
            onChange={(personIds) => who({ personIds })}
          />
        </fieldset>
        <fieldset className={css.part}>
          <legend>What</legend>
          <MultiSelect
            {...OVER}
            size="xs"
            searchable
            label="Territories"
            placeholder={settings.territoryIds.length === 0 ? 'all of mine' : ''}
            data={territories.map((t) => ({ value: t.id, label: t.name }))}
            value={settings.territoryIds}
            onChange={(territoryIds) => set({ territoryIds })}
          />
          <Select
            {...OVER}
            size="xs"
            label="Scale"
            allowDeselect={false}
            data={SCALES}
            value={String(settings.days)}
            onChange={(v) => set({ days: Number(v) })}
          />
          <Select
            {...OVER}
            size="xs"
            label="Drawn as"
            allowDeselect={false}
            data={LAYOUTS}
            value={settings.layout}
            onChange={(v) => set({ layout: v as DeskSettings['layout'] })}
          />
          <Select
            {...OVER}
            size="xs"
            label="Loose ends by view"
            clearable
            placeholder="as they are"
            data={arrangements.list.looseViews.map((v) => ({ value: v.id, label: v.name }))}
            value={settings.looseViewId}
            onChange={(looseViewId) => set({ looseViewId })}
          />
        </fieldset>
        <fieldset className={css.part}>
          <legend>How</legend>
          <Select
            {...OVER}
            size="xs"
            label="From"
            placeholder="as the day needs"
            clearable
            data={HOURS.slice(0, -2)}
            value={settings.hours ? String(settings.hours.from) : null}
            onChange={(v) => set({ hours: v === null ? null : hoursFrom(Number(v), settings.hours?.to) })}
          />
          <Select
            {...OVER}
            size="xs"
            label="To"
            disabled={settings.hours === null}
            data={HOURS.filter((h) => Number(h.value) >= (settings.hours?.from ?? 0) + 60)}
            value={settings.hours ? String(settings.hours.to) : null}
            onChange={(v) =>
              settings.hours && v !== null && set({ hours: { ...settings.hours, to: Number(v) } })
            }
          />
          <Select
            {...OVER}
            size="xs"
            label="Times in"
            placeholder="the company’s zone"
            clearable
            data={[...zones]}
            value={settings.zone}
            onChange={(zone) => set({ zone })}
          />
          <Select
            {...OVER}
            size="xs"
            label="Colour by"
            allowDeselect={false}
            data={COLOUR_BY.map((value) => ({ value, label: COLOUR_WORDS[value] }))}
            value={settings.colourBy}
            onChange={(v) => set({ colourBy: v as DeskSettings['colourBy'] })}
          />
          <Select
            {...OVER}
            size="xs"
            label="A knot says its"
            allowDeselect={false}
            data={KNOT_SAYS.map((value) => ({ value, label: SAYS_WORDS[value] }))}
            value={settings.says}
            onChange={(v) => set({ says: v as DeskSettings['says'] })}
          />
          <Select
            {...OVER}
            size="xs"
            label="Rows"
            allowDeselect={false}
            data={[...ROW_SIZES]}
            value={settings.rows}
            onChange={(v) => set({ rows: v as DeskSettings['rows'] })}
          />
          <Checkbox.Group
            label="Beside names"
            value={settings.columns}
            onChange={(columns) => set({ columns: columns as DeskSettings['columns'] })}
          >
            <Group gap={10} mt={4}>
              {PERSON_COLUMNS.map((c) => (
                <Checkbox key={c} size="xs" value={c} label={COLUMN_WORDS[c]} />
              ))}
            </Group>
          </Checkbox.Group>
          <Switch
            size="xs"
            label="What is searched for at hand stays"
            checked={settings.keepsFilters}
            onChange={(e) => set({ keepsFilters: e.currentTarget.checked })}
          />
        </fieldset>
        <Group justify="space-between" align="end">
          <Sharing
            value={share}
            colleagues={arrangements.list.colleagues}
            onChange={(s) => setShare(s as typeof share)}
          />
          <Switch
            size="xs"
            label="Opens first"
            checked={isFirst}
            onChange={(e) => setFirst(e.currentTarget.checked)}
          />
        </Group>
        {failure !== null && nameProblem === null && (
          <p className="bad" role="alert">
            {errorText(failure)}
          </p>
        )}
        <Group justify="flex-end" className={css.foot ?? ''}>
          {row && isOwn && (
            <Button
              variant="subtle"
              color="grape"
              mr="auto"
              onClick={() => {
                void arrangements.drop(row).then(onClose, setFailure);
                desk.apply(null);
              }}
            >
              Put away
            </Button>
          )}
          {row && isOwn && (
            <Button variant="default" onClick={() => void keep(true)} disabled={name.trim() === '' || isBusy}>
              Save as another
            </Button>
          )}
          <Button type="submit" loading={isBusy} disabled={name.trim() === ''}>
            {row && isOwn ? 'Save' : 'Save as my desk'}
          </Button>
        </Group>
      </form>
    </Modal>
  );
}

function hoursFrom(from: number, to: number | undefined): { from: number; to: number } {
  const WORKDAY = 600;
  return { from, to: to !== undefined && to >= from + 60 ? to : Math.min(1440, from + WORKDAY) };
}

/** What is wrong with a field, of a refusal that says so. */
function problemOf(failure: unknown, field: string): string | null {
  if (!(failure instanceof ApiError)) return null;
  const problems = (failure.facts.problems ?? []) as { path: string; code: string }[];
  return problems.find((p) => p.path === field || p.path === `value.${field}`)?.code ?? null;
}
