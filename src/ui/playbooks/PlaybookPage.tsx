import Link from 'next/link';
import type { PlaybookContent } from '@/contract/playbooks/playbook';
import { inUnits, unitText } from '../messages/counting';
import { Acts } from './Acts';
import css from './PlaybookPage.module.css';

export interface PlaybookShown {
  readonly id: string;
  readonly playbookId: string;
  readonly name: string;
  readonly version: number;
  readonly note: string;
  readonly content: PlaybookContent;
}

const TERRITORY_WORDS = {
  home: 'Visits go only to people at home in their territory',
  'home-and-cover': 'Visits go to people at home in their territory; cover is allowed at its price',
  anybody: 'Visits go to anybody, whatever the territory',
} as const;

interface Price {
  readonly name: string;
  readonly unit: string;
  readonly price: number;
  /** How an amount of it is said: "3.2 h of driving". */
  readonly as: (amount: number) => string;
}

function pricesOf({ prices: p }: PlaybookContent): Price[] {
  const n = (x: number): string => (x >= 10 ? Math.round(x).toLocaleString('en') : x.toFixed(1));
  const each = (name: string) => (x: number) => `${n(x)} ${name}`;
  return [
    { name: 'Driving', unit: 'an hour', price: p.drivingHour, as: each('h of driving') },
    {
      name: 'Distance',
      unit: unitText() === 'mi' ? 'a mile' : 'a kilometre',
      price: p.drivingKm / inUnits(1),
      as: each(unitText()),
    },
    { name: 'Overtime', unit: 'an hour', price: p.overtimeHour, as: each('h of overtime') },
    { name: 'Late', unit: 'a minute', price: p.lateMinute, as: each('minutes late') },
    { name: 'Window missed', unit: 'each', price: p.missedWindow, as: each('missed windows') },
    { name: 'A day waited', unit: 'each', price: p.dayWaited, as: each('days waited') },
    { name: 'Favoured person missed', unit: 'each', price: p.favouredMissed, as: each('favoured persons') },
    { name: 'Cover visit', unit: 'each', price: p.coverVisit, as: each('cover visits') },
    { name: 'Person sent out', unit: 'a day', price: p.personOut, as: each('days sent out') },
    ...p.looseEnd.map((price, i) => ({
      name: `Loose end, priority ${i + 1}`,
      unit: 'each',
      price,
      as: each(`loose ends of priority ${i + 1}`),
    })),
  ];
}

/** Rules as sentences, prices with what they equal. Reading only. */
export function PlaybookPage({
  playbook,
  others,
  compareWith,
  livePlaybookId,
  mayChange,
}: {
  readonly playbook: PlaybookShown;
  readonly others: readonly PlaybookShown[];
  readonly compareWith: string;
  /** The one that prices the live plan. */
  readonly livePlaybookId: string;
  readonly mayChange: boolean;
}) {
  const { rules } = playbook.content;
  const prices = pricesOf(playbook.content);
  const unit = prices.find((p) => p.name === compareWith) ?? prices[2]!;
  const address = (name: string): string => `/playbooks/${playbook.id}?price=${encodeURIComponent(name)}`;
  return (
    <div className={css.page}>
      <header className={css.head}>
        <h1>{playbook.name}</h1>
        <span className="quiet">
          version {playbook.version} · {playbook.note}
        </span>
        <Acts
          versionId={playbook.id}
          playbookId={playbook.playbookId}
          name={playbook.name}
          isLive={playbook.playbookId === livePlaybookId}
          mayChange={mayChange}
        />
        <nav className={css.others} aria-label="Playbooks">
          {others.map((o) => (
            <Link
              key={o.id}
              href={`/playbooks/${o.id}`}
              aria-current={o.id === playbook.id ? 'page' : undefined}
              className={css.other}
            >
              {o.name}
            </Link>
          ))}
        </nav>
      </header>
      <div className={css.columns}>
        <section>
          <h2>Who may</h2>
          <p className="quiet">Hard rules. A plan that breaks one is never made.</p>
          <Rule
            on={rules.skills}
            text="People need every skill of the visit at its level, valid on the day"
            applies="all visits"
          />
          <Rule on text={TERRITORY_WORDS[rules.territory]} applies="all visits" />
          <Rule on={rules.persons} text="Must be and never of the customer hold" applies="all visits" />
          <Rule
            on
            text={
              rules.lateLimitMin > 0
                ? `Start inside the promised window, or up to ${rules.lateLimitMin} min late at a price; due dates and access hours hold`
                : 'Start inside the promised window; due dates and access hours hold'
            }
            applies="promised visits"
          />
          <Rule
            on
            text="Work stays inside working hours, overtime within each person’s limit; travel may run as each person allows"
            applies="all people"
          />
          <Rule
            on
            text="The break starts inside its window, when the day is longer than that"
            applies="all people with a break"
          />
          <Rule on text="Tied visits keep their person and time" applies="tied visits" />
        </section>
        <section>
          <h2>What is better</h2>
          <p className="quiet">One price list. Choose a line to see what it weighs.</p>
          <table className="figures">
            <tbody>
              {prices.map((p) => (
                <tr key={p.name} className={p.name === unit.name ? css.chosen : ''}>
                  <td>
                    <Link href={address(p.name)} scroll={false} className={css.price}>
                      {p.name}
                    </Link>
                  </td>
                  <td className="quiet">{p.unit}</td>
                  <td className="number">
                    <b>{p.price.toFixed(2)}</b>
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </section>
        <section>
          <h2>
            {unit.name}, {unit.unit}, at {unit.price.toFixed(2)}
          </h2>
          <p className="quiet">weighs as much as</p>
          <ul className={css.equal}>
            {prices
              .filter((p) => p.name !== unit.name && p.price > 0)
              .map((p) => (
                <li key={p.name}>{p.as(unit.price / p.price)}</li>
              ))}
          </ul>
        </section>
      </div>
    </div>
  );
}

function Rule({
  on,
  text,
  applies,
}: {
  readonly on: boolean;
  readonly text: string;
  readonly applies: string;
}) {
  return (
    <div className={css.rule} data-on={on}>
      <span className={css.dot} aria-hidden="true" />
      <div>
        {text}
        <div className="quiet">
          {applies}
          {on ? '' : ' · switched off'}
        </div>
      </div>
    </div>
  );
}
