import { Button, TextInput } from '@mantine/core';
import { useState } from 'react';

/** Another name for a playbook. */
export function Rename({
  name,
  onRename,
}: {
  readonly name: string;
  readonly onRename: (name: string) => void;
}) {
  const [typed, setTyped] = useState(name);
  return (
    <form
      style={{ display: 'grid', gap: 8 }}
      onSubmit={(e) => {
        e.preventDefault();
        if (typed.trim()) onRename(typed.trim());
      }}
    >
      <TextInput
        label="Name"
        value={typed}
        onChange={(e) => setTyped(e.currentTarget.value)}
        maxLength={80}
        data-autofocus
      />
      <Button type="submit" size="xs">
        Call it so
      </Button>
    </form>
  );
}
