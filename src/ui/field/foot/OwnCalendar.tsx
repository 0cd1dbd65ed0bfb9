import { useMutation } from '@tanstack/react-query';
import { z } from 'zod';
import { errorText } from '../../messages/errors';
import { callApi } from '../../shared/api';

const made = z.object({ address: z.string() });

/** The address under which somebody's own calendar reads their visits. */
export function OwnCalendar() {
  const make = useMutation({
    mutationFn: () => callApi('/api/day/calendar', made, { method: 'POST', body: {} }),
  });
  if (make.data)
    return (
      <p role="status">
        Subscribe to this address in your calendar:{' '}
        <code style={{ overflowWrap: 'anywhere' }}>{make.data.address}</code> Whoever has it sees your visits;
        a new one ends it.
      </p>
    );
  return (
    <p>
      <button type="button" className="link" disabled={make.isPending} onClick={() => make.mutate()}>
        My visits in my calendar
      </button>
      {make.error && (
        <span className="bad" role="alert">
          {' '}
          {errorText(make.error)}
        </span>
      )}
    </p>
  );
}
