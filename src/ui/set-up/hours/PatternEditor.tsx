import { TextInput } from '@mantine/core';
import { useState } from 'react';
import { useDraftContext, useField } from '../draft/DraftContext';
import { Part, Sentence } from '../editors/Part';
import { ZoneWord } from '../words/refs';
import { DayWord, NameField } from '../words/words';
import { DayTrack } from './DayTrack';
import { type Hours, hoursOfWeek, hoursText, readHours } from './day-hours';
import css from './Hours.module.css';
import { TakeOutCalendar } from './TakeOutCalendar';

const DAYS = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'];
const MOST_WEEKS = 8;
type Week = Hours[][];

/** Named hours of a week, or of several by turns: drawn, or typed. */
export function PatternEditor() {
  const draft = useDraftContext();
  const { value: weeks, set } = useField<Week[]>('weeks');
  const isOpen = draft.archivedAt === null;
  return (
    <>
      <NameField />
      <Sentence>
        By the clock of <ZoneWord path="zone" label="Time zone" none="whoever uses it" />
        {weeks.length > 1 && (
          <>
            ; {weeks.length} weeks by turns, the first of which holds{' '}
            <DayWord path="anchorDate" label="A day of the first week" />
          </>
        )}
        .
      </Sentence>
      <Part title="Hours">
        {weeks.map((week, w) => (
          <div className={css.week} key={w}>
            <div className={css.weekHead}>
              <b>{weeks.length > 1 ? `Week ${w + 1}` : 'Every week'}</b>
              <span className="quiet">{hoursOfWeek(week)} h</span>
              {isOpen && (
                <button
                  type="button"
                  className="link"
                  onClick={() =>
                    set(weeks.map((x, i) => (i === w ? x.map((d, j) => (j < 5 ? x[0]! : d)) : x)))
                  }
                >
                  Monday’s hours until Friday
                </button>
              )}
              {isOpen && weeks.length > 1 && (
                <button type="button" className="link" onClick={() => set(weeks.filter((_, i) => i !== w))}>
                  take this week out
                </button>
              )}
            </div>
            <div className={css.axis} aria-hidden="true">
              <span />
              <div>
                {[0, 6, 12, 18, 24, 30].map((h) => (
                  <span key={h} style={{ left: `${(h / 30) * 100}%` }}>
                    {h > 24 ? `+${h - 24}` : h}
                  </span>
                ))}
              </div>
              <i />
            </div>
            {week.map((_day, d) => (
              <DayRow key={DAYS[d]} path={`weeks.${w}.${d}`} name={`${DAYS[d]}`} />
            ))}
          </div>
        ))}
        {isOpen && weeks.length < MOST_WEEKS && (
          <button type="button" className="link" onClick={() => set([...weeks, weeks.at(-1)!])}>
            another week, by turns
          </button>
        )}
        <p className="quiet">
          <TakeOutCalendar />
        </p>
      </Part>
    </>
  );
}

function DayRow({ path, name }: { readonly path: string; readonly name: string }) {
  const draft = useDraftContext();
  const { value: day, set, wrong } = useField<Hours[]>(path);
  const [text, setText] = useState<string | null>(null);
  const isOpen = draft.archivedAt === null;
  const unread = text !== null && readHours(text) === null;
  return (
    <div className={css.day}>
      <span>{name}</span>
      <DayTrack day={day} name={name} isOpen={isOpen} onChange={set} />
      <TextInput
        size="xs"
        aria-label={`Hours on ${name}`}
        placeholder="off"
        disabled={!isOpen}
        value={text ?? hoursText(day)}
        onChange={(e) => {
          setText(e.currentTarget.value);
          const read = readHours(e.currentTarget.value);
          if (read) set(read);
        }}
        onBlur={() => setText(null)}
        error={unread ? 'as in 8–12, 13–17' : wrong}
      />
    </div>
  );
}
