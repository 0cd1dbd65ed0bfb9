import { WhoIsIn } from '../crews/WhoIsIn';
import { useDraftContext } from '../draft/DraftContext';
import { CalendarFile } from '../hours/CalendarFile';
import { Rows } from '../rows/Rows';
import { FactsWord } from '../words/facts';
import { MomentWord } from '../words/MomentWord';
import { PlaceWord } from '../words/PlaceWord';
import { RefsWord, RefWord, ZoneWord } from '../words/refs';
import {
  ChoiceWord,
  ClockWord,
  DayWord,
  FlagWord,
  MinutesWord,
  NameField,
  NumberWord,
  PriceWord,
  TextWord,
  WeekdaysWord,
} from '../words/words';
import { Doubles } from './Doubles';
import { Here } from './Here';
import { LiesIn } from './LiesIn';
import { Part, Sentence } from './Part';

export function SkillEditor() {
  return (
    <>
      <NameField />
      <Sentence>
        Belongs to <TextWord path="groupName" label="Group" empty="no group" />. It is{' '}
        <FlagWord
          path="expires"
          label="Is a certificate"
          yes="a certificate that ends on a day"
          no="held for good"
        />
        .
      </Sentence>
    </>
  );
}

export function NameOnly() {
  return <NameField />;
}

export function DepotEditor() {
  return (
    <>
      <NameField />
      <Sentence>
        Lies at <PlaceWord label="Place" lat="lat" lon="lon" empty="choose the place" /> (
        <TextWord path="address" label="Address" empty="no address" />) in{' '}
        <RefWord path="territoryId" label="Territory" object="territories" />. Parts that can be fetched
        there: <RefsWord path="parts" label="Parts here" object="parts" field="partId" empty="none" />.
      </Sentence>
      <Here />
    </>
  );
}

const WISHES = [
  { value: 'must', text: 'only' },
  { value: 'favoured', text: 'gladly' },
  { value: 'avoid', text: 'rather not' },
  { value: 'never', text: 'never' },
];

export function SiteEditor() {
  return (
    <>
      <NameField />
      <Sentence>
        Lies at{' '}
        <PlaceWord label="Place" lat="lat" lon="lon" empty="a place that nobody knows yet" mayBeNone /> (
        <TextWord path="address" label="Address" empty="no address" />) in{' '}
        <RefWord path="territoryId" label="Territory" object="territories" none="no territory" />, in the zone{' '}
        <ZoneWord path="zone" label="Time zone" />. Lets people in{' '}
        <RefWord path="accessPatternId" label="Access hours" object="week-patterns" none="at any time" />.
      </Sentence>
      <LiesIn />
      <Sentence>
        Belongs to <RefWord path="customerId" label="Customer" object="customers" none="no customer" />. They
        like <WeekdaysWord path="bestDays" label="Best on" /> best, from{' '}
        <ClockWord path="bestFromMin" label="Best from" none="any time" /> to{' '}
        <ClockWord path="bestToMin" label="Best to" none="any time" />.
      </Sentence>
      <Part title="Whom they want">
        <Rows
          path="wishes"
          one="wish"
          blank={() => ({ technicianId: '', wish: 'favoured' })}
          empty="Whoever it is. "
          add="add a wish about somebody"
        >
          {(row) => (
            <>
              <ChoiceWord path={`${row}.wish`} label="Wish" options={WISHES} />{' '}
              <RefWord path={`${row}.technicianId`} label="Person" object="technicians" />
            </>
          )}
        </Rows>
      </Part>
      <Sentence>
        For whoever goes there: <TextWord path="notes" label="Notes" empty="no notes" isLong />
      </Sentence>
      <Doubles />
    </>
  );
}

export function TerritoryEditor({ today }: { readonly today: string }) {
  const draft = useDraftContext();
  const corners = (draft.get('outline') as unknown[] | undefined)?.length ?? 0;
  return (
    <>
      <NameField />
      <Sentence>
        Its clock is that of <ZoneWord path="zone" label="Time zone" />. Work is done there{' '}
        <RefWord path="weekPatternId" label="Hours" object="week-patterns" none="at any time" />. People of{' '}
        <RefsWord
          path="neighbours"
          label="Helped by"
          object="territories"
          field="neighbourId"
          empty="no other territory"
        />{' '}
        may cover here. Its outline has {corners} corners (drawn on the map).
      </Sentence>
      <Part title="Holidays">
        <Rows
          path="holidays"
          one="holiday"
          blank={() => ({ date: '', name: '' })}
          empty="None. "
          add="add a holiday"
        >
          {(row) => (
            <>
              <DayWord path={`${row}.date`} label="Day" />{' '}
              <TextWord path={`${row}.name`} label="Name" empty="name" />
            </>
          )}
        </Rows>
        <CalendarFile today={today} />
      </Part>
      <Part title="Quiet hours">
        <Rows
          path="quietHours"
          one="rule"
          blank={() => ({ jobKindId: '', weekdays: [1, 2, 3, 4, 5], startMin: 720, endMin: 840 })}
          empty="Every kind of work may be done in all of its hours. "
          add="keep a kind of work out of some hours"
        >
          {(row) => (
            <>
              No <RefWord path={`${row}.jobKindId`} label="Job kind" object="job-kinds" /> on{' '}
              <WeekdaysWord path={`${row}.weekdays`} label="Weekdays" /> from{' '}
              <ClockWord path={`${row}.startMin`} label="From" /> to{' '}
              <ClockWord path={`${row}.endMin`} label="To" />
            </>
          )}
        </Rows>
      </Part>
    </>
  );
}

const ENDS = [
  { value: 'home', text: 'the leader’s home' },
  { value: 'depot', text: 'the depot' },
];

export function CrewEditor({ today }: { readonly today: string }) {
  const draft = useDraftContext();
  const needsDepot =
    draft.get('startsAt') === 'depot' || draft.get('endsAt') === 'depot' || draft.get('depotId') !== null;
  return (
    <>
      <NameField />
      <Sentence>
        Led by <RefWord path="leaderId" label="Leader" object="technicians" />, with{' '}
        <RefsWord
          path="members"
          label="Members"
          object="technicians"
          field="technicianId"
          empty="nobody else yet"
        />
        . Works in <RefWord path="territoryId" label="Territory" object="territories" /> from{' '}
        <DayWord path="validFrom" label="From" /> until{' '}
        <DayWord path="validTo" label="Until" none="further notice" />, in{' '}
        <RefWord path="weekPatternId" label="Hours" object="week-patterns" none="the leader’s hours" />.
      </Sentence>
      <Sentence>
        Starts at <ChoiceWord path="startsAt" label="Starts at" options={ENDS} /> and ends at{' '}
        <ChoiceWord path="endsAt" label="Ends at" options={ENDS} />
        {needsDepot && (
          <>
            {' '}
            (<RefWord path="depotId" label="Depot" object="depots" none="no depot" />)
          </>
        )}
        , may stay <MinutesWord path="overtimeLimitMin" label="Overtime a day, at most" /> over. Drives{' '}
        <TextWord path="vehicle" label="Vehicle" empty="no vehicle named" /> with room for{' '}
        <NumberWord path="loadCapacity" label="Room aboard" unit="units" none="any load" />. Costs{' '}
        <PriceWord path="payPerHour" label="Pay an hour" per="an hour" none="what its people cost" /> an hour
        and <PriceWord path="outPrice" label="Price of going out" none="nothing more" /> for going out. Other
        facts: <FactsWord path="attributes" label="Other facts" empty="none" />.
      </Sentence>
      <WhoIsIn />
      <Part title="Changes for a time">
        <Rows
          path="changes"
          one="change"
          blank={() => ({ technicianId: '', change: 'away', validFrom: today, validTo: today })}
          empty="None. "
          add="add a change"
        >
          {(row) => (
            <>
              <RefWord path={`${row}.technicianId`} label="Person" object="technicians" />{' '}
              <ChoiceWord
                path={`${row}.change`}
                label="What changes"
                options={[
                  { value: 'away', text: 'is away' },
                  { value: 'leads', text: 'leads' },
                  { value: 'extra', text: 'comes along' },
                ]}
              />{' '}
              from <DayWord path={`${row}.validFrom`} label="From" /> until{' '}
              <DayWord path={`${row}.validTo`} label="Until" />
            </>
          )}
        </Rows>
      </Part>
      <Part title="Skills of the crew as such">
        <Rows
          path="skills"
          one="skill"
          blank={() => ({ skillId: '', level: 3 })}
          empty="Only those of its people. "
          add="add a skill"
        >
          {(row) => (
            <>
              <RefWord path={`${row}.skillId`} label="Skill" object="skills" /> at level{' '}
              <NumberWord path={`${row}.level`} label="Level, 1 to 5" min={1} max={5} />
            </>
          )}
        </Rows>
      </Part>
    </>
  );
}

export function EquipmentEditor() {
  return (
    <>
      <NameField />
      <Sentence>
        A unit of <RefWord path="kindId" label="Kind of equipment" object="equipment-kinds" />, kept at{' '}
        <RefWord path="depotId" label="Depot" object="depots" />. It{' '}
        <FlagWord
          path="staysAtDepot"
          label="Stays at its depot"
          yes="is used only there"
          no="is taken along"
        />
        .
      </Sentence>
      <Part title="Out of service">
        <Rows
          path="outages"
          one="outage"
          blank={() => ({ startsAt: '', endsAt: '', reason: '' })}
          empty="Always in service. "
          add="add a time"
        >
          {(row) => (
            <>
              from <MomentWord path={`${row}.startsAt`} label="From" /> to{' '}
              <MomentWord path={`${row}.endsAt`} label="To" />,{' '}
              <TextWord path={`${row}.reason`} label="Reason" empty="no reason given" />
            </>
          )}
        </Rows>
      </Part>
    </>
  );
}

export function GroupEditor() {
  return (
    <>
      <NameField />
      <Sentence>
        Work may ask for one of{' '}
        <RefsWord
          path="members"
          label="People"
          object="technicians"
          field="technicianId"
          empty="nobody yet"
        />
        .
      </Sentence>
    </>
  );
}
