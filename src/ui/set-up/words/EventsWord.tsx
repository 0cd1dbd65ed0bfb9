import { Checkbox, Stack } from '@mantine/core';
import { HOOK_EVENTS } from '@/contract/work/messages';
import { useField } from '../draft/DraftContext';
import { Word, type WordProps } from './Word';

/** What another program wants to know about. */
export function EventsWord({ path, label }: WordProps) {
  const { value, set } = useField<string[]>(path);
  return (
    <Word path={path} label={label} text={(value ?? []).join(', ')} empty="what?">
      {() => (
        <Checkbox.Group label={label} value={value ?? []} onChange={set}>
          <Stack gap={6} mt={6}>
            {HOOK_EVENTS.map((e, i) => (
              <Checkbox key={e} value={e} label={e} {...(i === 0 ? { 'data-autofocus': true } : {})} />
            ))}
          </Stack>
        </Checkbox.Group>
      )}
    </Word>
  );
}
