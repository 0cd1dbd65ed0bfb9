import { ActionIcon, Button, Checkbox, Group, NativeSelect, Popover, Stack, TextInput } from '@mantine/core';
import { IconPlus, IconX } from '@tabler/icons-react';
import { useState } from 'react';
import type { Condition } from '@/contract/plan/desks';
import { errorText } from '../../messages/errors';
import { Sharing } from '../desk/Sharing';
import type { Desk } from '../desk/use-desk';
import { columnOf, LOOSE_COLUMNS } from './columns';
import css from './LooseDock.module.css';
import type { LooseViewInUse } from './use-loose-view';

const IS_WORDS: Readonly<Record<Condition['is'], string>> = {
  is: 'is',
  'is-not': 'is not',
  has: 'has',
  'at-least': 'at least',
  'at-most': 'at most',
  empty: 'is empty',
  'not-empty': 'is there',
};
const FOR_TEXT: readonly Condition['is'][] = ['is', 'is-not', 'has', 'empty', 'not-empty'];
const FOR_NUMBERS: readonly Condition['is'][] = ['at-least', 'at-most', 'empty', 'not-empty'];

interface Props {
  readonly loose: LooseViewInUse;
  readonly desk: Desk;
}

/** Conditions, columns and groups of the table, and keeping them under a name. */
export function ArrangeLoose({ loose, desk }: Props) {
  const { settings, set } = loose;
  const conditions = settings.conditions;
  const change = (i: number, next: Partial<Condition>): void =>
    set({ conditions: conditions.map((c, j) => (j === i ? { ...c, ...next } : c)) });
  return (
    <Popover position="top-start" withArrow trapFocus zIndex={1200} width={420}>
      <Popover.Target>
        <Button size="compact-xs" variant="default">
          Arrange
          {conditions.length > 0
            ? `, ${conditions.length} condition${conditions.length === 1 ? '' : 's'}`
            : ''}
        </Button>
      </Popover.Target>
      <Popover.Dropdown>
        <Stack gap={10} className={css.arrange ?? ''}>
          <div>
            <strong>Only where</strong>
            {conditions.map((c, i) => (
              // Conditions have no name of their own: where they stand is what they are.
              <Group key={i} gap={6} mt={4} wrap="nowrap">
                <NativeSelect
                  size="xs"
                  aria-label="Field"
                  data={LOOSE_COLUMNS.map((f) => ({ value: f.key, label: f.name }))}
                  value={c.field}
                  onChange={(e) => change(i, firstFor(e.currentTarget.value))}
                />
                <NativeSelect
                  size="xs"
                  aria-label="How"
                  data={(columnOf(c.field)?.form === 'number' ? FOR_NUMBERS : FOR_TEXT).map((is) => ({
                    value: is,
                    label: IS_WORDS[is],
                  }))}
                  value={c.is}
                  onChange={(e) => change(i, { is: e.currentTarget.value as Condition['is'] })}
                />
                {c.is !== 'empty' && c.is !== 'not-empty' && (
                  <TextInput
                    size="xs"
                    w={90}
                    aria-label="Value"
                    placeholder={columnOf(c.field)?.unit ?? ''}
                    value={c.value}
                    onChange={(e) => change(i, { value: e.currentTarget.value })}
                  />
                )}
                <ActionIcon
                  variant="subtle"
                  color="gray"
                  aria-label="Remove the condition"
                  onClick={() => set({ conditions: conditions.filter((_, j) => j !== i) })}
                >
                  <IconX size={14} />
                </ActionIcon>
              </Group>
            ))}
            <Button
              size="compact-xs"
              variant="default"
              mt={4}
              leftSection={<IconPlus size={13} />}
              onClick={() => set({ conditions: [...conditions, { value: '', ...firstFor('jobKind') }] })}
            >
              Condition
            </Button>
          </div>
          <NativeSelect
            size="xs"
            label="Grouped by"
            data={[
              { value: '', label: 'nothing' },
              ...LOOSE_COLUMNS.map((c) => ({ value: c.key, label: c.name })),
            ]}
            value={settings.groupBy ?? ''}
            onChange={(e) => set({ groupBy: e.currentTarget.value || null })}
          />
          <Checkbox.Group
            label="Columns"
            value={[...settings.columns]}
            onChange={(keys) =>
              set({ columns: LOOSE_COLUMNS.map((c) => c.key).filter((k) => keys.includes(k)) })
            }
          >
            <Group gap={10} mt={4}>
              {LOOSE_COLUMNS.map((c) => (
                <Checkbox key={c.key} size="xs" value={c.key} label={c.name} />
              ))}
            </Group>
          </Checkbox.Group>
          <KeepView key={loose.view?.id} loose={loose} desk={desk} />
        </Stack>
      </Popover.Dropdown>
    </Popover>
  );
}

/** A comparison that goes with a field. */
function firstFor(field: string): Pick<Condition, 'field' | 'is'> {
  return { field, is: columnOf(field)?.form === 'number' ? 'at-most' : 'is' };
}

/** Keeps the table as it is under a name. */
function KeepView({ loose, desk }: Props) {
  const { view, settings } = loose;
  const { arrangements } = desk;
  const [name, setName] = useState(view?.name ?? '');
  const [share, setShare] = useState({
    shared: view?.shared ?? ('private' as const),
    userIds: view?.userIds ?? ([] as readonly string[]),
  });
  const [isFirst, setFirst] = useState(view?.isDefault ?? false);
  const [failure, setFailure] = useState<unknown>(null);
  const isOwn = view?.isOwn === true && view.name === name.trim();
  const keep = async (): Promise<void> => {
    setFailure(null);
    const value = {
      kind: 'loose-view' as const,
      name: name.trim(),
      ...share,
      userIds: [...share.userIds],
      settings,
    };
    try {
      if (isOwn) await arrangements.save(view, value);
      const id = isOwn ? view.id : await arrangements.create(value);
      if (isFirst !== (isOwn && view.isDefault)) await arrangements.choose('loose-view', isFirst ? id : null);
      loose.open(id);
    } catch (cause) {
      setFailure(cause);
    }
  };
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        void keep();
      }}
    >
      <Stack gap={6}>
        <TextInput
          size="xs"
          label="Keep as a view called"
          value={name}
          maxLength={80}
          onChange={(e) => setName(e.currentTarget.value)}
        />
        <Sharing value={share} colleagues={arrangements.list.colleagues} onChange={setShare} />
        <Checkbox
          size="xs"
          label="Opens first"
          checked={isFirst}
          onChange={(e) => setFirst(e.currentTarget.checked)}
        />
        {failure !== null && (
          <p className="bad" role="alert">
            {errorText(failure)}
          </p>
        )}
        <Group gap={8}>
          <Button size="compact-xs" type="submit" disabled={name.trim() === ''}>
            {isOwn ? 'Save the view' : 'Keep the view'}
          </Button>
          {view?.isOwn && (
            <Button
              size="compact-xs"
              variant="default"
              onClick={() => {
                void arrangements.drop(view).then(() => loose.open(null), setFailure);
              }}
            >
              Put it away
            </Button>
          )}
        </Group>
      </Stack>
    </form>
  );
}
