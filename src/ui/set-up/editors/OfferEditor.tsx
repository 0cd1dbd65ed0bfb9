import { useQuery } from '@tanstack/react-query';
import { offeredAnswer } from '@/contract/set-up/answers/offered';
import { callApi } from '../../shared/api';
import { clockText } from '../../shared/quantities';
import { dayText } from '../../shared/time';
import { useDraftContext } from '../draft/DraftContext';
import { RefWord } from '../words/refs';
import { ClockWord, FlagWord, MinutesWord, NameField, NumberWord } from '../words/words';
import { Part, Sentence } from './Part';

/** Which windows of arrival are offered, for what, and how soon. */
export function OfferEditor() {
  return (
    <>
      <NameField />
      <Sentence>
        For <RefWord path="jobKindId" label="Job kind" object="job-kinds" none="every kind of work" /> in{' '}
        <RefWord path="territoryId" label="Territory" object="territories" none="every territory" />: windows
        of <MinutesWord path="widthMin" label="Width of a window" step={15} /> that begin every{' '}
        <MinutesWord path="gridMin" label="Windows begin every" step={15} /> between{' '}
        <ClockWord path="fromMin" label="The first begins" /> and{' '}
        <ClockWord path="toMin" label="The last ends" />.
      </Sentence>
      <Sentence>
        No sooner than <MinutesWord path="soonestMin" label="No sooner than" step={60} /> after somebody
        asked, up to <NumberWord path="aheadDays" label="Days ahead" unit="days" /> ahead; on the same day for
        those who ask until <ClockWord path="sameDayUntilMin" label="Same day until" none="never" />.
      </Sentence>
      <Sentence>
        For it, what is planned already{' '}
        <FlagWord
          path="mayPush"
          label="May push others"
          yes="may begin later, inside of what was promised"
          no="stays where it is"
        />
        .
      </Sentence>
      <Offered />
    </>
  );
}

/** The windows that would be held out to somebody who asks now. */
function Offered() {
  const draft = useDraftContext();
  // A name is not needed to see what it would offer.
  const isRight = draft.problems.every((p) => p.path === 'name');
  const asked = { ...draft.value, name: String(draft.value.name) || 'New' };
  const { data } = useQuery({
    queryKey: ['offered', asked],
    queryFn: ({ signal }) =>
      callApi('/api/set-up/offered', offeredAnswer, { method: 'POST', body: asked, signal }),
    enabled: isRight,
    placeholderData: (before) => before,
  });
  if (!isRight || !data) return null;
  const days = [...new Set(data.windows.map((w) => w.date))];
  return (
    <Part title="Held out to somebody who asks now">
      {days.length === 0 && (
        <p className="bad">No window at all: look at the hours of the territory and of the kind.</p>
      )}
      {days.slice(0, 5).map((date) => (
        <p key={date} style={{ margin: '3px 0' }}>
          <b>{dayText(date)}</b>{' '}
          {data.windows
            .filter((w) => w.date === date)
            .map((w) => `${clockText(w.startMin)}–${clockText(w.endMin)}`)
            .join(' · ')}
        </p>
      ))}
      {days.length > 5 && <p className="quiet">and {days.length - 5} more days</p>}
      <p className="quiet">Whether each can be kept is worked out from the plan when somebody asks.</p>
    </Part>
  );
}
