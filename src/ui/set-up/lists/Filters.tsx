import { Button, Menu } from '@mantine/core';
import { objectKind } from '@/contract/registry';
import type { ObjectName } from '@/contract/shared/fields';
import { fieldsOf } from '@/contract/shared/object';
import { fieldText } from '../../messages/fields';

interface FilterProps {
  readonly object: ObjectName;
  readonly params: URLSearchParams;
  readonly onChange: (change: Record<string, string | null>) => void;
}

/** Filters by fields that hold one of a few values. */
export function Filters({ object, params, onChange }: FilterProps) {
  const kind = objectKind(object);
  const choices = fieldsOf(kind).flatMap((f): { name: string; values: string[] }[] => {
    if (f.form === 'yes') return [{ name: f.name, values: ['true', 'false'] }];
    const options =
      (f.schema as { options?: unknown; def?: { innerType?: { options?: unknown } } }).options ??
      (f.schema as { def?: { innerType?: { options?: unknown } } }).def?.innerType?.options;
    return Array.isArray(options) && options.every((o) => typeof o === 'string')
      ? [{ name: f.name, values: options as string[] }]
      : [];
  });
  if (choices.length === 0) return null;
  const say = (value: string): string => (value === 'true' ? 'yes' : value === 'false' ? 'no' : value);
  const active = choices.filter((c) => params.has(c.name));
  return (
    <Menu closeOnItemClick={false} position="bottom-start">
      <Menu.Target>
        <Button variant="default" size="xs">
          {active.length === 0
            ? 'Only those …'
            : `Only: ${active.map((c) => `${fieldText(c.name)} ${say(params.get(c.name) ?? '')}`).join(', ')}`}
        </Button>
      </Menu.Target>
      <Menu.Dropdown>
        {choices.map((c) => (
          <div key={c.name}>
            <Menu.Label>{fieldText(c.name)}</Menu.Label>
            {c.values.map((v) => (
              <Menu.Item
                key={v}
                onClick={() => onChange({ [c.name]: params.get(c.name) === v ? null : v })}
                aria-checked={params.get(c.name) === v}
                role="menuitemcheckbox"
              >
                {params.get(c.name) === v ? '✓ ' : ''}
                {say(v)}
              </Menu.Item>
            ))}
          </div>
        ))}
      </Menu.Dropdown>
    </Menu>
  );
}
