import { NativeSelect } from '@mantine/core';
import { OWN_PRICES } from '@/contract/set-up/own-prices';
import { useDraftContext } from '../draft/DraftContext';
import { Rows } from '../rows/Rows';
import { FactsWord, LinesWord } from '../words/facts';
import { RefsWord, RefWord } from '../words/refs';
import { ChoiceWord, MinutesWord, NameField, NumberWord, PriceWord, TextWord } from '../words/words';
import { Followers } from './Followers';
import { Part, Sentence } from './Part';

const PRICE_WORDS: Readonly<Record<(typeof OWN_PRICES)[number], string>> = {
  lateMinute: 'a minute late',
  missedWindow: 'a missed window',
  dayWaited: 'a day waited',
  favouredMissed: 'a favoured person missed',
  coverVisit: 'going to somebody as cover',
  loanVisit: 'going to somebody on loan',
  avoidedUsed: 'an avoided person',
  levelToSpare: 'a level to spare',
  changed: 'somebody else or another day than published',
  moved: 'another time than published',
  marginMinute: 'a minute of margin lost',
  siteTrip: 'a trip to its site',
  looseEnd: 'being left a loose end',
};

/** What work of a kind is and needs. */
export function KindEditor() {
  const draft = useDraftContext();
  const prices = (draft.get('prices') ?? {}) as Record<string, number>;
  const unused = OWN_PRICES.filter((p) => prices[p] === undefined);
  return (
    <>
      <NameField />
      <Sentence>
        Usually takes <MinutesWord path="durationMin" label="Usual duration" />, at best{' '}
        <MinutesWord path="durationBestMin" label="Duration at best" none="not said" />, at worst{' '}
        <MinutesWord path="durationWorstMin" label="Duration at worst" none="not said" />, with{' '}
        <MinutesWord path="bufferBeforeMin" label="Time at the site before" /> before and{' '}
        <MinutesWord path="bufferAfterMin" label="Time at the site after" /> after it. Of a long job at most{' '}
        <MinutesWord path="mostDayMin" label="Most of it on one day" none="all of it" /> on one day.
      </Sentence>
      <Sentence>
        New work of it has priority{' '}
        <NumberWord path="priority" label="Priority, 1 is the most urgent" min={1} max={5} /> and is due
        within <NumberWord path="promiseDays" label="Due within, days" unit="days" />. It is done no sooner
        than <MinutesWord path="leadTimeMin" label="Lead time" step={60} /> after it came in, in{' '}
        <RefWord path="allowedPatternId" label="Weekdays and hours" object="week-patterns" none="any hours" />
        . A promised window is for its{' '}
        <ChoiceWord
          path="windowOn"
          label="What lies in the window"
          options={[
            { value: 'start', text: 'start' },
            { value: 'finish', text: 'finish' },
          ]}
        />
        .
      </Sentence>
      <Followers />
      <Part title="Who does it">
        <Sentence>
          <NumberWord
            path="people"
            label="People at once"
            say={(n) => (n === 1 ? 'One person' : `${n} people at once`)}
          />
          , or{' '}
          <NumberWord
            path="crewOf"
            label="Crew of at least"
            none="no crew"
            say={(n) => `a crew of at least ${n}`}
          />
          , with{' '}
          <ChoiceWord
            path="skillMode"
            label="All skills or any"
            options={[
              { value: 'all', text: 'all' },
              { value: 'any', text: 'any' },
            ]}
          />{' '}
          of these skills, out of{' '}
          <RefWord path="groupId" label="Group of people" object="groups" none="everybody" />.
        </Sentence>
        <Rows
          path="skills"
          one="skill"
          blank={() => ({ skillId: '', level: 1 })}
          empty="Asks for no skill. "
          add="add a skill"
        >
          {(row) => (
            <>
              <RefWord path={`${row}.skillId`} label="Skill" object="skills" /> at level{' '}
              <NumberWord path={`${row}.level`} label="Least level, 1 to 5" min={1} max={5} /> or more
            </>
          )}
        </Rows>
      </Part>
      <Part title="With what, and where">
        <Rows
          path="equipment"
          one="kind of equipment"
          blank={() => ({ equipmentKindId: '', units: 1 })}
          empty="Needs no shared equipment. "
          add="add equipment"
        >
          {(row) => (
            <>
              <NumberWord path={`${row}.units`} label="Units" /> ×{' '}
              <RefWord path={`${row}.equipmentKindId`} label="Kind of equipment" object="equipment-kinds" />
            </>
          )}
        </Rows>
        <Sentence>
          Needs <RefsWord path="parts" label="Parts" object="parts" field="partId" empty="no parts" /> and
          takes up <NumberWord path="load" label="Load" unit="units" /> aboard. Is done at{' '}
          <RefsWord
            path="premises"
            label="At our own premises"
            object="depots"
            field="depotId"
            empty="the customer’s site"
          />
          . Tasks: <LinesWord path="tasks" label="Tasks" empty="none listed" />. Other facts:{' '}
          <FactsWord path="attributes" label="Other facts" empty="none" />.
        </Sentence>
      </Part>
      <Part title="Customers">
        <Sentence>
          They{' '}
          <ChoiceWord
            path="bookable"
            label="Customers book it alone"
            options={[
              { value: 'no', text: 'call for it' },
              { value: 'request', text: 'ask for it on the page for customers' },
              { value: 'at-once', text: 'book a time for it alone, at once' },
            ]}
          />
          , under the name <TextWord path="publicName" label="Name for customers" empty="that it has here" />.
        </Sentence>
      </Part>
      <Part title="Prices of its own">
        <ul style={{ listStyle: 'none', margin: 0, padding: 0 }}>
          {OWN_PRICES.filter((p) => prices[p] !== undefined).map((p) => (
            <li key={p} style={{ padding: '3px 0' }}>
              <PriceWord path={`prices.${p}`} label={PRICE_WORDS[p]} /> for {PRICE_WORDS[p]}{' '}
              <button
                type="button"
                className="link"
                onClick={() =>
                  draft.set('prices', Object.fromEntries(Object.entries(prices).filter(([key]) => key !== p)))
                }
              >
                as the playbook says
              </button>
            </li>
          ))}
        </ul>
        {unused.length > 0 && (
          <NativeSelect
            size="xs"
            maw={260}
            label="Another price of its own"
            value=""
            onChange={(e) => e.currentTarget.value && draft.set(`prices.${e.currentTarget.value}`, 0)}
            data={[
              { value: '', label: 'for …' },
              ...unused.map((p) => ({ value: p, label: PRICE_WORDS[p] })),
            ]}
          />
        )}
      </Part>
    </>
  );
}
