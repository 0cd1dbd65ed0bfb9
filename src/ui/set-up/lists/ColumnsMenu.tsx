import { Button, Checkbox, Menu } from '@mantine/core';
import { IconColumns3 } from '@tabler/icons-react';

interface Props {
  readonly all: readonly { readonly name: string; readonly title: string }[];
  readonly columns: readonly string[];
  readonly onChange: (columns: readonly string[]) => void;
}

/** Which columns a list shows. */
export function ColumnsMenu({ all, columns, onChange }: Props) {
  return (
    <Menu closeOnItemClick={false} position="bottom-end">
      <Menu.Target>
        <Button variant="default" size="xs" leftSection={<IconColumns3 size={14} />}>
          Columns
        </Button>
      </Menu.Target>
      <Menu.Dropdown mah={360} style={{ overflowY: 'auto' }}>
        {all.map(({ name, title }) => (
          <Menu.Item key={name} component="div">
            <Checkbox
              label={title}
              checked={columns.includes(name)}
              onChange={(e) =>
                onChange(e.currentTarget.checked ? [...columns, name] : columns.filter((c) => c !== name))
              }
            />
          </Menu.Item>
        ))}
      </Menu.Dropdown>
    </Menu>
  );
}
