import { DateInput } from '@mantine/dates';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import Link from 'next/link';
import { z } from 'zod';
import { tryAnswer } from '@/contract/set-up/answers/effect';
import type { MatrixView } from '@/contract/set-up/answers/matrix';
import type { ObjectValue } from '@/contract/shared/object';
import { errorText } from '../../messages/errors';
import { callApi } from '../../shared/api';
import { dayText } from '../../shared/time';
import { Effect } from '../side/Effect';
import side from '../side/Side.module.css';
import type { Cell, Held } from './cell';
import { heldOn, withDates } from './holdings';

/** Common practice: beyond so many skills on one person nobody keeps them true. */
const MANY_SKILLS = 50;

interface Props {
  readonly view: MatrixView;
  readonly edits: ReadonlyMap<string, readonly Held[]>;
  readonly cell: Cell | null;
  readonly mayChange: boolean;
  readonly onEdit: (personId: string, skills: readonly Held[]) => void;
}

/** What the chosen cell says, what the change of its person opens up, and what hangs on one person. */
export function MatrixSide({ view, edits, cell, mayChange, onEdit }: Props) {
  const person = view.people.find((p) => p.id === cell?.personId);
  const skill = view.skills.find((s) => s.id === cell?.skillId);
  const deep = view.skills.filter((s) => s.only !== null);
  return (
    <aside className={side.side} aria-label="What it does">
      {person && skill ? (
        <>
          <h2>{person.name}</h2>
          <Chosen
            key={`${person.id} ${skill.id}`}
            person={person}
            skill={skill}
            date={view.date}
            skills={edits.get(person.id) ?? person.skills}
            isOpen={mayChange && person.mayChange}
            onEdit={onEdit}
          />
          {(edits.get(person.id) ?? person.skills).length > MANY_SKILLS && (
            <p className="quiet">More than {MANY_SKILLS} skills: nobody keeps so many true for long.</p>
          )}
          {edits.has(person.id) && <WithThis id={person.id} skills={edits.get(person.id)!} />}
          <h3>{skill.name}</h3>
          <p>
            {skill.visits === 0 ? (
              'Not asked for in the next 14 days.'
            ) : (
              <>
                {skill.askedHours} h asked for by {skill.visits} visits, up to level {skill.topLevel}:{' '}
                {skill.kinds.map((k, i) => (
                  <span key={k.id}>
                    {i > 0 && ', '}
                    <Link className="link" href={`/set-up/job-kinds/${encodeURIComponent(k.id)}`}>
                      {k.name}
                    </Link>
                  </span>
                ))}
                .
              </>
            )}
          </p>
        </>
      ) : (
        <p className="quiet">Choose a cell: what it says, and what a change of it does, stands here.</p>
      )}
      <h3>One deep</h3>
      {deep.length === 0 && <p className="quiet">No skill that is asked for hangs on a single person.</p>}
      {deep.map((s) => (
        <p key={s.id}>
          If {s.only} is away,{' '}
          <b>
            {s.name} {s.topLevel}
          </b>{' '}
          is gone.
        </p>
      ))}
    </aside>
  );
}

interface ChosenProps {
  readonly person: MatrixView['people'][number];
  readonly skill: MatrixView['skills'][number];
  readonly date: string;
  readonly skills: readonly Held[];
  readonly isOpen: boolean;
  readonly onEdit: Props['onEdit'];
}

function Chosen({ person, skill, date, skills, isOpen, onEdit }: ChosenProps) {
  const held = heldOn(skills, skill.id, date);
  const was = heldOn(person.skills, skill.id, date);
  const change = (span: Partial<Pick<Held, 'validFrom' | 'validTo'>>): void => {
    if (held)
      onEdit(
        person.id,
        withDates(skills, skill.id, date, { validFrom: held.validFrom, validTo: held.validTo, ...span }),
      );
  };
  return (
    <>
      <p>
        {skill.name}, {held ? `level ${held.level}` : 'not held'}
        {(held?.level ?? 0) !== (was?.level ?? 0) && (
          <span className="quiet"> (was: {was ? `level ${was.level}` : 'none'})</span>
        )}
      </p>
      {held && (
        <>
          <DateInput
            label="From"
            size="xs"
            value={held.validFrom}
            onChange={(d) => d && change({ validFrom: d })}
            valueFormat="ddd D MMM YYYY"
            disabled={!isOpen}
          />
          <DateInput
            label="Until"
            size="xs"
            value={held.validTo}
            placeholder="further notice"
            clearable
            onChange={(d) => change({ validTo: d })}
            valueFormat="ddd D MMM YYYY"
            disabled={!isOpen}
            mt={4}
          />
          {held.validTo === null && skill.expires && (
            <p className="quiet">A certificate: it should end on a day.</p>
          )}
          {held.validTo !== null && <p className="quiet">ends {dayText(held.validTo, true)}</p>}
        </>
      )}
    </>
  );
}

/** What the changes of one person would do. */
function WithThis({ id, skills }: { readonly id: string; readonly skills: readonly Held[] }) {
  const { data, error } = useQuery({
    queryKey: ['tried', 'matrix', id, skills],
    queryFn: async ({ signal }) => {
      const stored = await callApi(
        `/api/objects/technicians/${encodeURIComponent(id)}`,
        z.custom<ObjectValue>(),
        { signal },
      );
      const { id: _id, version: _version, archivedAt: _archived, ...value } = stored;
      return callApi('/api/set-up/try', tryAnswer, {
        method: 'POST',
        body: { object: 'technicians', id, value: { ...value, skills } },
        signal,
      });
    },
    placeholderData: keepPreviousData,
    staleTime: 30_000,
  });
  return (
    <>
      <h3>With this</h3>
      {error && <p className="bad">{errorText(error)}</p>}
      <div aria-live="polite" data-effect="true">
        {data?.effect ? (
          <Effect effect={data.effect} />
        ) : (
          <p className="quiet">{data ? 'Something is not right with the dates.' : 'Working it out …'}</p>
        )}
      </div>
    </>
  );
}
