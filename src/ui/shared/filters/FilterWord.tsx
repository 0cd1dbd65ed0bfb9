import {
  Button,
  CloseButton,
  Group,
  MultiSelect,
  SegmentedControl,
  Select,
  Stack,
  TagsInput,
  TextInput,
} from '@mantine/core';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { z } from 'zod';
import {
  type Condition,
  type Filter,
  OPERATORS,
  type Operator,
  PERSON_FIELDS,
  pairFilter,
  VISIT_FIELDS,
} from '@/contract/playbooks/filter';
import { errorText } from '../../messages/errors';
import { FIELD_WORDS, filterText } from '../../messages/playbooks/filters';
import { OPERATOR_WORDS } from '../../messages/playbooks/words';
import { callApi, done } from '../api';
import { OpenWord } from '../words/OpenWord';
import { useFilterNames } from './use-names';

type Side = Condition['of'];

interface Props {
  readonly label: string;
  readonly filter: Filter;
  /** What conditions may be about. */
  readonly of: readonly Side[];
  /** What stands there for no conditions: "all visits". */
  readonly everything: string;
  readonly disabled?: boolean | undefined;
  readonly onChange: (filter: Filter) => void;
}

/** To what something applies, as words that open in place. */
export function FilterWord({ label, filter, of, everything, disabled, onChange }: Props) {
  const names = useFilterNames();
  return (
    <OpenWord
      label={label}
      text={filterText(filter, everything, names.nameOf)}
      empty={everything}
      disabled={disabled}
      width={460}
    >
      {() => <FilterEditor filter={filter} of={of} everything={everything} onChange={onChange} />}
    </OpenWord>
  );
}

const LABELS: Readonly<Record<Side, string>> = { visit: 'of the work', person: 'of the person' };

function fieldOptions(of: readonly Side[]) {
  const list = (side: Side): { value: string; label: string }[] => {
    const fields: readonly string[] = side === 'visit' ? VISIT_FIELDS : PERSON_FIELDS;
    return [
      ...fields.map((f) => ({ value: `${side}.${f}`, label: FIELD_WORDS[f] ?? f })),
      { value: `${side}.attribute:`, label: `attribute ${LABELS[side]}` },
    ];
  };
  return of.map((side) => ({ group: side === 'visit' ? 'Work' : 'People', items: list(side) }));
}

export function FilterEditor({ filter, of, everything, onChange }: Omit<Props, 'label' | 'disabled'>) {
  const set = (at: number, condition: Condition): void =>
    onChange({ ...filter, conditions: filter.conditions.map((c, i) => (i === at ? condition : c)) });
  const add = (value: string | null): void => {
    if (!value) return;
    const [side, field = ''] = [
      value.slice(0, value.indexOf('.')) as Side,
      value.slice(value.indexOf('.') + 1),
    ];
    const name = field === 'attribute:' ? 'attribute:name' : field;
    onChange({
      ...filter,
      conditions: [...filter.conditions, { of: side, field: name, is: 'is', values: [] as string[] }],
    });
  };
  return (
    <Stack gap="xs">
      {filter.conditions.length === 0 && <span className="quiet">Applies to {everything}.</span>}
      {filter.conditions.length > 1 && (
        <SegmentedControl
          size="xs"
          aria-label="How many must hold"
          data={[
            { value: 'all', label: 'all of these' },
            { value: 'any', label: 'any of these' },
          ]}
          value={filter.mode}
          onChange={(mode) => onChange({ ...filter, mode: mode as Filter['mode'] })}
        />
      )}
      {filter.conditions.map((c, i) => (
        <ConditionLine
          key={i}
          condition={c}
          onChange={(next) => set(i, next)}
          onRemove={() => onChange({ ...filter, conditions: filter.conditions.filter((_, j) => j !== i) })}
        />
      ))}
      <Select
        size="xs"
        aria-label="Add a condition"
        placeholder="Add a condition …"
        data={fieldOptions(of)}
        value={null}
        onChange={add}
        comboboxProps={{ withinPortal: false }}
        data-autofocus
      />
      <Saved filter={filter} of={of} onChange={onChange} />
    </Stack>
  );
}

function ConditionLine({
  condition,
  onChange,
  onRemove,
}: {
  readonly condition: Condition;
  readonly onChange: (condition: Condition) => void;
  readonly onRemove: () => void;
}) {
  const names = useFilterNames();
  const options = names.optionsOf(condition.field);
  const isAttribute = condition.field.startsWith('attribute:');
  const isOrdered = isAttribute || condition.field === 'priority';
  const what = isAttribute
    ? `attribute ${LABELS[condition.of]}`
    : (FIELD_WORDS[condition.field] ?? condition.field);
  return (
    <Group gap={6} wrap="nowrap" align="center">
      {isAttribute ? (
        <TextInput
          size="xs"
          w={120}
          aria-label={`Name of the ${what}`}
          value={condition.field.slice('attribute:'.length)}
          onChange={(e) => onChange({ ...condition, field: `attribute:${e.currentTarget.value}` })}
        />
      ) : (
        <span style={{ flex: 'none', width: 96 }}>{what}</span>
      )}
      <Select
        size="xs"
        w={104}
        aria-label={`How ${what} compares`}
        data={OPERATORS.filter((o) => isOrdered || o === 'is' || o === 'is-not').map((value) => ({
          value,
          label: OPERATOR_WORDS[value],
        }))}
        value={condition.is}
        onChange={(is) =>
          is &&
          onChange({
            ...condition,
            is: is as Operator,
            values: condition.values.slice(0, is.startsWith('at') ? 1 : undefined),
          })
        }
        allowDeselect={false}
        comboboxProps={{ withinPortal: false }}
      />
      {options ? (
        <MultiSelect
          size="xs"
          style={{ flex: 1 }}
          aria-label={`Values of ${what}`}
          data={[...options]}
          value={condition.values}
          onChange={(values) =>
            onChange({ ...condition, values: condition.is.startsWith('at') ? values.slice(-1) : values })
          }
          searchable
          error={condition.values.length === 0}
          comboboxProps={{ withinPortal: false }}
        />
      ) : (
        <TagsInput
          size="xs"
          style={{ flex: 1 }}
          aria-label={`Values of ${what}`}
          value={condition.values}
          onChange={(values) => onChange({ ...condition, values })}
          error={condition.values.length === 0}
          comboboxProps={{ withinPortal: false }}
        />
      )}
      <CloseButton size="sm" aria-label={`Take ${what} out`} onClick={onRemove} />
    </Group>
  );
}

const listed = z.object({
  rows: z.array(z.object({ id: z.string(), name: z.string(), version: z.int(), filter: pairFilter })),
});

/** Filters under a name: taken over as they are now, or kept for the next time. */
function Saved({ filter, of, onChange }: Pick<Props, 'filter' | 'of' | 'onChange'>) {
  const client = useQueryClient();
  const [name, setName] = useState<string | null>(null);
  const [failure, setFailure] = useState<unknown>(null);
  const { data } = useQuery({
    queryKey: ['objects-filters', 'saved'],
    queryFn: () => callApi('/api/objects/filters?pageSize=100&sort=name', listed),
  });
  const fitting = (data?.rows ?? []).filter((r) => r.filter.conditions.every((c) => of.includes(c.of)));
  const isReady = filter.conditions.length > 0 && filter.conditions.every((c) => c.values.length > 0);
  const save = async (): Promise<void> => {
    setFailure(null);
    try {
      await callApi('/api/objects/filters', done, { method: 'POST', body: { value: { name, filter } } });
      setName(null);
      await client.invalidateQueries({ queryKey: ['objects-filters'] });
    } catch (cause) {
      setFailure(cause);
    }
  };
  return (
    <>
      <Group gap={6} wrap="nowrap">
        {fitting.length > 0 && (
          <Select
            size="xs"
            style={{ flex: 1 }}
            aria-label="Take a saved filter"
            placeholder="Take a saved filter …"
            data={fitting.map((r) => ({ value: r.id, label: r.name }))}
            value={null}
            onChange={(id) => {
              const found = fitting.find((r) => r.id === id);
              if (found) onChange(found.filter);
            }}
            comboboxProps={{ withinPortal: false }}
          />
        )}
        {isReady && name === null && (
          <button type="button" className="link" onClick={() => setName('')}>
            keep this filter …
          </button>
        )}
      </Group>
      {name !== null && (
        <Group gap={6}>
          <TextInput
            size="xs"
            style={{ flex: 1 }}
            aria-label="Name of the filter"
            placeholder="Name of the filter"
            value={name}
            onChange={(e) => setName(e.currentTarget.value)}
            onKeyDown={(e) => {
              if (e.key === 'Enter') e.preventDefault();
            }}
          />
          <Button size="xs" disabled={name.trim() === ''} onClick={() => void save()}>
            Keep it
          </Button>
        </Group>
      )}
      {failure !== null && (
        <p className="bad" role="alert">
          {errorText(failure)}
        </p>
      )}
    </>
  );
}
