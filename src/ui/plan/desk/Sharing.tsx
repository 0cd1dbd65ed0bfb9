import { MultiSelect, SegmentedControl, Stack } from '@mantine/core';
import type { ArrangementList } from '@/contract/plan/desks';

export interface Shared {
  readonly shared: 'private' | 'some' | 'all';
  readonly userIds: readonly string[];
}

interface Props {
  readonly value: Shared;
  readonly colleagues: ArrangementList['colleagues'];
  readonly onChange: (value: Shared) => void;
}

/** Who else has a desk or a view. */
export function Sharing({ value, colleagues, onChange }: Props) {
  return (
    <Stack gap={6}>
      <SegmentedControl
        size="xs"
        aria-label="Who has it"
        data={[
          { value: 'private', label: 'Only me' },
          { value: 'some', label: 'Some' },
          { value: 'all', label: 'Everybody' },
        ]}
        value={value.shared}
        onChange={(shared) => onChange({ ...value, shared: shared as Shared['shared'] })}
      />
      {value.shared === 'some' && (
        <MultiSelect
          size="xs"
          label="Who"
          searchable
          data={colleagues.map((c) => ({ value: c.id, label: c.name }))}
          value={[...value.userIds]}
          onChange={(userIds) => onChange({ ...value, userIds })}
          comboboxProps={{ zIndex: 1300 }}
        />
      )}
    </Stack>
  );
}
