import { Button, Select, TextInput } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { z } from 'zod';
import { objectKind } from '@/contract/registry';
import { factsOf, type ObjectName } from '@/contract/shared/fields';
import { fieldsOf, isPlain, type ObjectValue } from '@/contract/shared/object';
import { errorText } from '../../messages/errors';
import { fieldText } from '../../messages/fields';
import { callApi } from '../../shared/api';
import { useOptions } from '../../shared/use-options';
import css from './ListPage.module.css';

interface Props {
  readonly object: ObjectName;
  readonly chosen: readonly ObjectValue[];
  readonly onDone: () => void;
}

interface Editable {
  readonly name: string;
  readonly form: 'text' | 'number' | 'yes';
  readonly ref: ObjectName | null;
  readonly options: readonly string[] | null;
}

function editable(object: ObjectName): Editable[] {
  const kind = objectKind(object);
  return fieldsOf(kind).flatMap((f): Editable[] => {
    if (!isPlain(f.form) || f.name === kind.title) return [];
    let at = f.schema as { def?: { innerType?: unknown }; options?: unknown };
    let ref: string | undefined;
    let options: unknown;
    for (let i = 0; i < 4 && at; i++) {
      ref ??= factsOf(at as never).ref;
      options ??= at.options;
      at = (at.def?.innerType ?? null) as typeof at;
    }
    return [
      {
        name: f.name,
        form: f.form as Editable['form'],
        ref: ref && ref !== 'workers' ? (ref as ObjectName) : null,
        options: Array.isArray(options) ? (options as string[]) : null,
      },
    ];
  });
}

/** Sets one field of all that are chosen, as one command that can be undone. */
export function BulkBar({ object, chosen, onDone }: Props) {
  const client = useQueryClient();
  const fields = editable(object);
  const [name, setName] = useState<string | null>(null);
  const [value, setValue] = useState<string>('');
  const field = fields.find((f) => f.name === name) ?? null;
  const read = (): unknown => {
    if (value === '') return null;
    if (field?.form === 'number') return Number(value);
    if (field?.form === 'yes') return value === 'true';
    return value;
  };
  const set = useMutation({
    mutationFn: () =>
      callApi(`/api/objects/${object}/many`, z.object({ changed: z.int() }), {
        method: 'POST',
        body: { items: chosen.map((c) => ({ id: c.id, version: c.version })), set: { [name ?? '']: read() } },
      }),
    onSuccess: async ({ changed }) => {
      await client.invalidateQueries({ queryKey: [`objects-${object}`] });
      void client.invalidateQueries({ queryKey: ['commands'] });
      notifications.show({ message: `${changed} changed. One undo takes all of them back.` });
      onDone();
    },
    onError: (cause) =>
      notifications.show({ title: 'Nothing was changed', message: errorText(cause), color: 'grape' }),
  });
  return (
    <form
      className={css.bulk}
      onSubmit={(e) => {
        e.preventDefault();
        if (field) set.mutate();
      }}
    >
      <b>{chosen.length} chosen:</b>
      <span>set</span>
      <Select
        size="xs"
        aria-label="Field to set"
        placeholder="a field"
        data={fields.map((f) => ({ value: f.name, label: fieldText(f.name) }))}
        value={name}
        onChange={(v) => {
          setName(v);
          setValue('');
        }}
        searchable
      />
      <span>to</span>
      {field && <ValueInput key={field.name} field={field} value={value} onChange={setValue} />}
      <Button type="submit" size="xs" disabled={!field} loading={set.isPending}>
        Set
      </Button>
      <button type="button" className="link" onClick={onDone}>
        choose none
      </button>
    </form>
  );
}

interface ValueProps {
  readonly field: Editable;
  readonly value: string;
  readonly onChange: (value: string) => void;
}

function ValueInput({ field, value, onChange }: ValueProps) {
  if (field.ref) return <RefInput object={field.ref} value={value} onChange={onChange} />;
  if (field.form === 'yes')
    return (
      <Select
        size="xs"
        aria-label="Value"
        data={[
          { value: 'true', label: 'yes' },
          { value: 'false', label: 'no' },
        ]}
        value={value || null}
        onChange={(v) => onChange(v ?? '')}
      />
    );
  if (field.options)
    return (
      <Select
        size="xs"
        aria-label="Value"
        data={[...field.options]}
        value={value || null}
        onChange={(v) => onChange(v ?? '')}
      />
    );
  return (
    <TextInput
      size="xs"
      aria-label="Value"
      placeholder="nothing"
      type={field.form === 'number' ? 'number' : 'text'}
      value={value}
      onChange={(e) => onChange(e.currentTarget.value)}
    />
  );
}

function RefInput({ object, value, onChange }: { readonly object: ObjectName } & Omit<ValueProps, 'field'>) {
  const { options } = useOptions(object);
  return (
    <Select
      size="xs"
      aria-label="Value"
      placeholder="nothing"
      data={options}
      value={value || null}
      onChange={(v) => onChange(v ?? '')}
      searchable
      clearable
    />
  );
}
