import { useDraftContext } from '../draft/DraftContext';

/** What is edited as iCalendar. */
export function TakeOutCalendar() {
  const { id, object } = useDraftContext();
  if (id === null) return null;
  return (
    <a className="link" href={`/api/set-up/calendars/out?of=${object}&id=${encodeURIComponent(id)}`} download>
      take out as iCalendar
    </a>
  );
}
