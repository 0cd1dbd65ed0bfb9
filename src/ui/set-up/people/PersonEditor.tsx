import { useDraftContext } from '../draft/DraftContext';
import { Part, Sentence } from '../editors/Part';
import { CalendarFile } from '../hours/CalendarFile';
import { Rows } from '../rows/Rows';
import { FactsWord } from '../words/facts';
import { PlaceWord } from '../words/PlaceWord';
import { RefsWord, RefWord, ZoneWord } from '../words/refs';
import {
  ChoiceWord,
  ClockWord,
  DayWord,
  DistanceWord,
  FlagWord,
  MinutesWord,
  NameField,
  NumberWord,
  PriceWord,
  TextWord,
} from '../words/words';
import { PersonSpans } from './PersonSpans';

const STARTS = [
  { value: 'home', text: 'home' },
  { value: 'depot', text: 'the depot' },
  { value: 'last-position', text: 'where last seen' },
];
const RELATIONS = [
  { value: 'home', text: 'at home in' },
  { value: 'cover', text: 'as cover in' },
  { value: 'loan', text: 'on loan to' },
];

/** A technician or contractor, in sentences with words to change. */
export function PersonEditor({ today }: { readonly today: string }) {
  return (
    <>
      <NameField />
      <About />
      <PersonSpans today={today} />
      <Belongs today={today} />
      <Days today={today} />
      <Vehicle />
      <Money />
    </>
  );
}

function About() {
  const draft = useDraftContext();
  const needsDepot =
    draft.get('startsAt') === 'depot' || draft.get('endsAt') === 'depot' || draft.get('depotId') !== null;
  return (
    <>
      <Sentence>
        <ChoiceWord
          path="kind"
          label="Kind of person"
          options={[
            { value: 'employee', text: 'A technician of ours' },
            { value: 'contractor', text: 'A contractor' },
          ]}
        />{' '}
        who is <FlagWord path="active" label="Active" yes="active" no="switched off" /> and{' '}
        <FlagWord
          path="openToPlanning"
          label="Open to planning"
          yes="open to planning"
          no="planned by hand only"
        />
        . Lives at{' '}
        <PlaceWord label="Home" lat="homeLat" lon="homeLon" empty="a home that nobody knows yet" mayBeNone />.
      </Sentence>
      <Sentence>
        Starts at <ChoiceWord path="startsAt" label="Starts the day at" options={STARTS} /> and ends at{' '}
        <ChoiceWord path="endsAt" label="Ends the day at" options={STARTS.slice(0, 2)} />
        {needsDepot && (
          <>
            {' '}
            (<RefWord path="depotId" label="Depot" object="depots" none="no depot" />)
          </>
        )}
        . Works{' '}
        <RefWord path="weekPatternId" label="Working hours" object="week-patterns" none="no hours yet" /> in{' '}
        <ZoneWord path="zone" label="Time zone" />. May drive{' '}
        <MinutesWord path="travelBeforeMin" label="Own-time driving before the shift" /> before and{' '}
        <MinutesWord path="travelAfterMin" label="Own-time driving after the shift" /> after the shift on own
        time, and stay <MinutesWord path="overtimeLimitMin" label="Overtime a day, at most" /> over.
      </Sentence>
      <Sentence>
        No leg over <MinutesWord path="reachMin" label="Longest leg" none="any time" /> or{' '}
        <DistanceWord path="reachKm" label="Longest leg" none="any distance" />, the first no longer than{' '}
        <MinutesWord path="firstReachMin" label="Longest first leg" none="any time" /> or{' '}
        <DistanceWord path="firstReachKm" label="Longest first leg" none="any distance" />; at most{' '}
        <NumberWord
          path="mostVisits"
          label="Visits a day, at most"
          unit="visits"
          none="any number of visits"
        />{' '}
        and <MinutesWord path="mostDrivingMin" label="Driving a day, at most" none="any driving" /> a day.
        Works no more than{' '}
        <MinutesWord path="weekMostMin" label="Work a week, at most" none="any hours" step={60} /> a week,
        dearer beyond{' '}
        <MinutesWord
          path="weekDearerAfterMin"
          label="Work is dearer beyond, a week"
          none="no hour"
          step={60}
        />
        .
      </Sentence>
      <Part title="Breaks">
        <Rows
          path="breaks"
          one="break"
          blank={() => ({ lengthMin: 30, fromMin: 690, toMin: 810, dueAfterMin: null, isPaid: false })}
          empty="No break. "
        >
          {(row) => (
            <>
              <MinutesWord path={`${row}.lengthMin`} label="Length of the break" />, starting{' '}
              <ClockWord path={`${row}.fromMin`} label="Earliest beginning of the break" /> –{' '}
              <ClockWord path={`${row}.toMin`} label="Latest beginning of the break" />, due for who is out
              longer than <MinutesWord path={`${row}.dueAfterMin`} label="Due after" none="any time" />,{' '}
              <FlagWord path={`${row}.isPaid`} label="Paid" yes="paid" no="unpaid" />
            </>
          )}
        </Rows>
      </Part>
    </>
  );
}

function Belongs({ today }: { readonly today: string }) {
  return (
    <Part title="Territories and skills">
      <Rows
        path="territories"
        one="territory"
        blank={() => ({ territoryId: '', relation: 'home', validFrom: today, validTo: null })}
        empty="In no territory. "
        add="add a territory"
      >
        {(row) => (
          <>
            <ChoiceWord path={`${row}.relation`} label="How they belong" options={RELATIONS} />{' '}
            <RefWord path={`${row}.territoryId`} label="Territory" object="territories" /> from{' '}
            <DayWord path={`${row}.validFrom`} label="From" /> until{' '}
            <DayWord path={`${row}.validTo`} label="Until" none="further notice" />
          </>
        )}
      </Rows>
      <Rows
        path="skills"
        one="skill"
        blank={() => ({ skillId: '', level: 3, validFrom: today, validTo: null })}
        empty="No skill. "
        add="add a skill"
      >
        {(row) => (
          <>
            <RefWord path={`${row}.skillId`} label="Skill" object="skills" /> at level{' '}
            <NumberWord path={`${row}.level`} label="Level, 1 to 5" min={1} max={5} /> from{' '}
            <DayWord path={`${row}.validFrom`} label="From" /> until{' '}
            <DayWord path={`${row}.validTo`} label="Until" none="further notice" />
          </>
        )}
      </Rows>
    </Part>
  );
}

function Days({ today }: { readonly today: string }) {
  return (
    <Part title="Days that differ">
      <Rows
        path="exceptions"
        one="day"
        blank={() => ({ date: today, kind: 'off', startMin: 0, endMin: 1440, reason: '' })}
        empty="No time off and no changed day. "
        add="add a day"
      >
        {(row) => (
          <>
            <DayWord path={`${row}.date`} label="Day" />:{' '}
            <ChoiceWord
              path={`${row}.kind`}
              label="What differs"
              options={[
                { value: 'off', text: 'off' },
                { value: 'hours', text: 'works instead' },
              ]}
            />{' '}
            <ClockWord path={`${row}.startMin`} label="From" /> –{' '}
            <ClockWord path={`${row}.endMin`} label="To" />,{' '}
            <TextWord path={`${row}.reason`} label="Reason" empty="no reason given" />
          </>
        )}
      </Rows>
      <CalendarFile today={today} />
    </Part>
  );
}

function Vehicle() {
  return (
    <Part title="Vehicle, parts, pace">
      <Sentence>
        Reached at <TextWord path="phone" label="Phone" empty="no phone number" />. Drives{' '}
        <TextWord path="vehicle" label="Vehicle" empty="no vehicle named" /> with room for{' '}
        <NumberWord path="loadCapacity" label="Room aboard" unit="units" none="any load" />. Has{' '}
        <RefsWord path="parts" label="Parts aboard" object="parts" field="partId" empty="no parts" /> aboard
        and fetches others at{' '}
        <RefWord path="partsDepotId" label="Fetches parts at" object="depots" none="no depot" />. Other facts:{' '}
        <FactsWord path="attributes" label="Other facts" empty="none" />.
      </Sentence>
      <Rows
        path="paces"
        one="pace"
        blank={() => ({ jobKindId: '', percent: 100 })}
        empty="Takes the usual time for everything. "
        add="another time for a kind"
      >
        {(row) => (
          <>
            Takes <NumberWord path={`${row}.percent`} label="Percent of the usual time" unit="%" step={5} />{' '}
            of the usual time for <RefWord path={`${row}.jobKindId`} label="Job kind" object="job-kinds" />
          </>
        )}
      </Rows>
    </Part>
  );
}

function Money() {
  return (
    <Part title="What they cost">
      <Sentence>
        Costs <PriceWord path="payPerHour" label="Pay an hour" per="an hour" none="nothing counted" /> an hour
        of work, <PriceWord path="outPrice" label="Price of going out" none="nothing more" /> for going out at
        all, and{' '}
        <PriceWord
          path="overtimePricePerHour"
          label="Price of overtime"
          per="an hour"
          none="the playbook’s price"
        />{' '}
        an hour of overtime.
      </Sentence>
    </Part>
  );
}
