import { TextInput } from '@mantine/core';
import { DateTime } from 'luxon';
import { useField } from '../draft/DraftContext';
import { useCompany } from '../use-company';
import { Word, type WordProps } from './Word';

/** A moment, typed and read by the company's home clock. */
export function MomentWord({ path, label }: WordProps) {
  const { value, set, wrong } = useField<string>(path);
  const { homeZone } = useCompany();
  const at = value ? DateTime.fromISO(value, { zone: homeZone }) : null;
  const shown = at?.isValid ? at.setLocale('en').toFormat('ccc d LLL yyyy HH:mm') : null;
  return (
    <Word path={path} label={label} text={shown} empty="when?" width={260}>
      {() => (
        <TextInput
          type="datetime-local"
          label={label}
          description={homeZone}
          defaultValue={at?.isValid ? at.toFormat("yyyy-MM-dd'T'HH:mm") : ''}
          onChange={(e) => {
            const read = DateTime.fromISO(e.currentTarget.value, { zone: homeZone });
            if (read.isValid) set(read.toUTC().toISO());
          }}
          error={wrong !== null}
          data-autofocus
        />
      )}
    </Word>
  );
}
