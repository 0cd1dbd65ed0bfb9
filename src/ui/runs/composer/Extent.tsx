import { Checkbox, Group, MultiSelect } from '@mantine/core';
import { DatePickerInput } from '@mantine/dates';
import { FilterWord } from '../../shared/filters/FilterWord';
import { useOptions } from '../../shared/use-options';
import type { AskDraft } from './use-ask';

const DATE = { valueFormat: 'ddd D MMMM YYYY', firstDayOfWeek: 1, popoverProps: { zIndex: 1300 } } as const;

interface Props {
  readonly ask: AskDraft;
  readonly set: (change: Partial<AskDraft>) => void;
  readonly wrong: (path: string) => string | null;
  readonly territories: readonly { readonly id: string; readonly name: string }[];
}

/** Which part of the plan a run is about. */
export function ExtentFields({ ask, set, wrong, territories }: Props) {
  const people = useOptions('technicians').options;
  const crews = useOptions('crews').options;
  const { extent } = ask;
  const setExtent = (change: Partial<typeof extent>): void => set({ extent: { ...extent, ...change } });
  return (
    <>
      <Checkbox.Group
        label="Territories"
        value={[...extent.territoryIds]}
        onChange={(territoryIds) => setExtent({ territoryIds })}
        error={wrong('extent.territoryIds')}
      >
        <Group gap="md" mt={4}>
          {territories.map((t) => (
            <Checkbox key={t.id} value={t.id} label={t.name} />
          ))}
        </Group>
      </Checkbox.Group>
      <Group grow align="start">
        <DatePickerInput
          label="First day"
          value={extent.firstDate || null}
          onChange={(date) => setExtent({ firstDate: date ?? '' })}
          error={wrong('extent.firstDate')}
          {...DATE}
        />
        <DatePickerInput
          label="Last day"
          value={extent.lastDate || null}
          onChange={(date) => setExtent({ lastDate: date ?? '' })}
          error={wrong('extent.lastDate')}
          {...DATE}
        />
      </Group>
      <MultiSelect
        label="People"
        placeholder={ask.personIds.length === 0 ? 'everybody' : ''}
        data={[...people, ...crews]}
        value={[...ask.personIds]}
        onChange={(personIds) => set({ personIds })}
        searchable
        clearable
        comboboxProps={{ zIndex: 1300 }}
      />
      <div>
        Visits:{' '}
        {ask.visitIds.length > 0 ? (
          <>
            {ask.visitIds.length} chosen one by one{' '}
            <button type="button" className="link" onClick={() => set({ visitIds: [] })}>
              all instead
            </button>
          </>
        ) : (
          <FilterWord
            label="Visits"
            filter={ask.visits}
            of={['visit']}
            everything="all of them"
            onChange={(visits) => set({ visits: visits as AskDraft['visits'] })}
          />
        )}
        <span className="quiet">; others stay as they are, and keep their time</span>
      </div>
    </>
  );
}
