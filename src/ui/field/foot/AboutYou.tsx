import { useEffect, useState } from 'react';
import type { OwnDay } from '@/contract/day/own-day';
import { momentText } from '../../shared/time';
import css from '../Field.module.css';
import { sendsPlace, setSendsPlace } from '../place';

/** What is kept about somebody beside their work, and for how long; whether their place is sent is up to them. */
export function AboutYou({ day: { kept, zone } }: { readonly day: OwnDay }) {
  const [sends, setSends] = useState(false);
  useEffect(() => {
    void sendsPlace().then(setSends);
  }, []);
  return (
    <>
      <p>
        {kept.place
          ? `Your last place, ${kept.place.lat.toFixed(4)}, ${kept.place.lon.toFixed(4)}, from ${momentText(kept.place.at, zone)}. Only the last one is kept, for ${kept.placesDays} days.`
          : 'No place of yours is kept.'}
      </p>
      <label className={css.check}>
        <input
          type="checkbox"
          checked={sends}
          onChange={(e) => {
            setSends(e.currentTarget.checked);
            void setSendsPlace(e.currentTarget.checked);
          }}
        />
        Send my place with what I report
      </label>
      <p>
        {kept.reports} reports of yours, with their times. They, what you were written, and what is done in
        the office are kept for {kept.logsDays} days. The dispatchers of your territories see both.
      </p>
    </>
  );
}
