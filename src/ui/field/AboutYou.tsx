import type { OwnDay } from '@/contract/day/own-day';
import { momentText } from '../shared/time';

/** What is kept about somebody beside their work, and for how long. */
export function AboutYou({ day: { kept, zone } }: { readonly day: OwnDay }) {
  return (
    <>
      <p>
        {kept.place
          ? `Your last place, ${kept.place.lat.toFixed(4)}, ${kept.place.lon.toFixed(4)}, from ${momentText(kept.place.at, zone)}. Only the last one is kept, for ${kept.placesDays} days.`
          : 'No place of yours is kept.'}
      </p>
      <p>
        {kept.reports} reports of yours, with their times; what is done in the office is kept for{' '}
        {kept.logsDays} days. The dispatchers of your territories see both.
      </p>
    </>
  );
}
