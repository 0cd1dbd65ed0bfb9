import { RefWord, ZoneWord } from '../words/refs';
import { ChoiceWord, FlagWord, MinutesWord, NameField, NumberWord, TextWord } from '../words/words';
import { Part, Sentence } from './Part';

const DAYS = ['Sunday', 'Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday'];

/** How the company counts, and what holds everywhere. */
export function CompanyEditor() {
  return (
    <>
      <NameField />
      <Sentence>
        Prices are in{' '}
        <TextWord path="currency" label="Currency, a code of three letters" empty="a currency" />, distances
        in{' '}
        <ChoiceWord
          path="distanceUnit"
          label="Distances in"
          options={[
            { value: 'km', text: 'kilometres' },
            { value: 'mi', text: 'miles' },
          ]}
        />
        . The week begins on{' '}
        <ChoiceWord
          path="weekStartsOn"
          label="First day of the week"
          options={DAYS.map((text, value) => ({ value, text }))}
        />
        . New things are in the zone <ZoneWord path="homeZone" label="Home zone" />.
      </Sentence>
      <Part title="Runs">
        <Sentence>
          A run moves nothing that begins within{' '}
          <MinutesWord path="holdMin" label="Runs hold still what begins within" /> from now.
        </Sentence>
      </Part>
      <Part title="Promises">
        <Sentence>
          A time is held for <MinutesWord path="bookingHoldMin" label="A time is held for" /> while somebody
          decides. Customers{' '}
          <FlagWord path="bookingOpen" label="Customers book alone" yes="book alone" no="do not book alone" />{' '}
          on the page <code>/book</code>, change it until{' '}
          <MinutesWord path="bookingUntilMin" label="Changed until, before it begins" /> before, and are{' '}
          <FlagWord
            path="bookingNames"
            label="They are told who comes"
            yes="told who comes"
            no="not told who comes"
          />
          . Whoever is planned outside of what was promised is told once that has stood for{' '}
          <MinutesWord path="tellMovedMin" label="Told of a move after" none="nobody is told on its own" />.
        </Sentence>
      </Part>
      <Part title="The day">
        <Sentence>
          After an early finish what follows is{' '}
          <FlagWord
            path="pullForward"
            label="After an early finish"
            yes="expected sooner, inside of what was promised"
            no="expected as planned"
          />
          . Whoever is at work and was not heard of for <MinutesWord path="silentMin" label="Silent after" />{' '}
          is silent.
        </Sentence>
      </Part>
      <Part title="Travel">
        <Sentence>
          It goes by{' '}
          <RefWord
            path="roadsId"
            label="Road network"
            object="roads"
            none="straight lines, no road network"
          />
          . Straight lines are longer by a factor of{' '}
          <NumberWord path="straightFactor" label="Factor on straight lines" decimals={2} step={0.1} />, at{' '}
          <NumberWord path="straightKmh" label="Speed on straight lines" unit="km/h" step={5} />.
        </Sentence>
      </Part>
      <Part title="What is kept">
        <Sentence>
          Where somebody was last seen is forgotten after{' '}
          <NumberWord path="keepPositionsDays" label="Positions are kept, days" unit="days" />; what was done
          and undone, after <NumberWord path="keepLogsDays" label="Logs are kept, days" unit="days" />.
        </Sentence>
      </Part>
    </>
  );
}
