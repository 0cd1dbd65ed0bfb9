import { MultiSelect, Select } from '@mantine/core';
import { useDebouncedValue } from '@mantine/hooks';
import { useState } from 'react';
import type { ObjectName } from '@/contract/shared/fields';
import { ZONES } from '../../shared/time';
import { useOptions, useTitle } from '../../shared/use-options';
import { useField } from '../draft/DraftContext';
import { Word, type WordProps } from './Word';

interface RefProps extends WordProps {
  readonly object: ObjectName;
  /** What stands there for nothing; without it, something has to be chosen. */
  readonly none?: string;
}

/** Another object, chosen by its name. */
export function RefWord({ path, label, object, none }: RefProps) {
  const { value, set, wrong } = useField<string | null>(path);
  const title = useTitle(object, value);
  return (
    <Word path={path} label={label} text={title} empty={none ?? 'choose'} none={none} width={280}>
      {(close) => (
        <RefSelect
          object={object}
          label={label}
          value={value}
          wrong={wrong}
          onChange={(id) => {
            set(id);
            close();
          }}
        />
      )}
    </Word>
  );
}

interface SelectProps {
  readonly object: ObjectName;
  readonly label: string;
  readonly value: string | null;
  readonly wrong: string | null;
  readonly onChange: (id: string | null) => void;
}

function RefSelect({ object, label, value, wrong, onChange }: SelectProps) {
  const [search, setSearch] = useState('');
  const [asked] = useDebouncedValue(search, 150);
  const few = useOptions(object);
  // What is many is searched where it lies.
  const { options } = useOptions(object, few.total > few.options.length ? asked : '');
  return (
    <Select
      label={label}
      data={options}
      value={value}
      onChange={onChange}
      searchable
      onSearchChange={setSearch}
      nothingFoundMessage="Nothing by that name"
      error={wrong !== null}
      comboboxProps={{ withinPortal: false }}
      maxDropdownHeight={240}
      data-autofocus
    />
  );
}

interface RefsProps extends WordProps {
  readonly object: ObjectName;
  /** The field of each row that names the object: "partId". */
  readonly field: string;
  readonly empty: string;
}

/** Several other objects: a list of rows that each name one. */
export function RefsWord({ path, label, object, field, empty }: RefsProps) {
  const { value, set } = useField<Record<string, string>[]>(path);
  const { options } = useOptions(object);
  const ids = (value ?? []).map((row) => row[field] ?? '');
  const names = ids.map((id) => options.find((o) => o.value === id)?.label ?? id);
  const shown =
    names.length > 6 ? `${names.slice(0, 5).join(', ')} and ${names.length - 5} more` : names.join(', ');
  return (
    <Word path={path} label={label} text={shown} empty={empty} width={340}>
      {() => (
        <MultiSelect
          label={label}
          data={options}
          value={ids}
          onChange={(next) => set(next.map((id) => ({ [field]: id })))}
          searchable
          comboboxProps={{ withinPortal: false }}
          maxDropdownHeight={240}
          data-autofocus
        />
      )}
    </Word>
  );
}

/** An IANA time zone. */
export function ZoneWord({ path, label, none }: WordProps & { readonly none?: string }) {
  const { value, set, wrong } = useField<string | null>(path);
  return (
    <Word path={path} label={label} text={value} empty={none ?? 'which zone?'} none={none} width={280}>
      {(close) => (
        <Select
          label={label}
          data={ZONES.includes(value ?? '') || !value ? [...ZONES] : [value, ...ZONES]}
          value={value}
          onChange={(zone) => {
            if (zone) set(zone);
            close();
          }}
          searchable
          limit={60}
          error={wrong !== null}
          comboboxProps={{ withinPortal: false }}
          maxDropdownHeight={240}
          data-autofocus
        />
      )}
    </Word>
  );
}
