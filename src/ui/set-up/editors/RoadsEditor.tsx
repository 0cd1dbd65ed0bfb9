import { ROAD_CLASSES, ROAD_SPEED_KMH } from '@/core/index';
import { ROAD_CLASS_WORDS } from '../../messages/roads';
import { Rows } from '../rows/Rows';
import { ZoneWord } from '../words/refs';
import { ClockWord, NameField, NumberWord } from '../words/words';
import css from './Editor.module.css';
import { Part, Sentence } from './Part';

/** How a network is driven: km/h by class of road, and the hours in which it goes slower or faster. */
export function RoadsEditor() {
  return (
    <>
      <NameField />
      <Part title="Usual speeds">
        <Sentence>
          What vans reach on the whole, stops at crossings and all: rather less than the limit.
        </Sentence>
        <ul className={css.speeds}>
          {ROAD_CLASSES.map((c) => (
            <li key={c}>
              {ROAD_CLASS_WORDS[c]}{' '}
              <NumberWord
                path={`speedsKmh.${c}`}
                label={`Speed on ${ROAD_CLASS_WORDS[c]}`}
                unit="km/h"
                step={5}
                none={`${ROAD_SPEED_KMH[c]} km/h, as usual`}
              />
            </li>
          ))}
        </ul>
      </Part>
      <Part title="By the hour of the day">
        <Sentence>
          Hours are those of <ZoneWord path="zone" label="Zone of the roads" />.
        </Sentence>
        <Rows
          path="periods"
          one="change of speed"
          blank={() => ({ fromMin: 0, speeds: {} })}
          empty="The same speed all day."
        >
          {(path) => (
            <>
              From <ClockWord path={`${path}.fromMin`} label="From" />:{' '}
              {ROAD_CLASSES.map((c, i) => (
                <span key={c}>
                  {i > 0 && ', '}
                  {ROAD_CLASS_WORDS[c]} at{' '}
                  <NumberWord
                    path={`${path}.speeds.${c}`}
                    label={`${ROAD_CLASS_WORDS[c]} in percent of the usual speed`}
                    unit="%"
                    step={5}
                    none="100 %"
                  />
                </span>
              ))}
            </>
          )}
        </Rows>
      </Part>
    </>
  );
}
