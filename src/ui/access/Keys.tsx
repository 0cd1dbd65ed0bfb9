import { Button, Checkbox, CopyButton, MultiSelect, TextInput } from '@mantine/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import Link from 'next/link';
import { useState } from 'react';
import { z } from 'zod';
import { keyMade, keyView } from '@/contract/access/keys';
import { type Role, roleMay } from '@/contract/access/permissions';
import { OBJECT_NAMES } from '@/contract/shared/fields';
import type { FieldProblem } from '@/contract/shared/problems';
import { OBJECT_WORDS } from '../messages/commands';
import { errorText } from '../messages/errors';
import { problemText } from '../messages/problems';
import { ApiError, callApi, done } from '../shared/api';
import { dayText, momentText } from '../shared/time';

const DAYS = 90;

function inDays(days: number): string {
  return new Date(Date.now() + days * 86_400_000).toISOString().slice(0, 10);
}

/** Keys by which programs act in one's name: made with a scope and an end, told once, ended here. */
export function Keys({ role }: { readonly role: Role }) {
  const client = useQueryClient();
  const { data, error } = useQuery({
    queryKey: ['keys'],
    queryFn: () => callApi('/api/account/keys', z.object({ keys: z.array(keyView) })),
  });
  const end = useMutation({
    mutationFn: (id: string) => callApi(`/api/account/keys/${id}`, done, { method: 'DELETE', body: {} }),
    onSettled: () => client.invalidateQueries({ queryKey: ['keys'] }),
  });
  const zone = Intl.DateTimeFormat().resolvedOptions().timeZone;
  return (
    <section>
      <h2>Keys for programs</h2>
      <p className="quiet">
        A program that has one acts in your name, as far as the key goes.{' '}
        <Link className="link" href="/set-up/programs">
          What programs can do
        </Link>
      </p>
      {error && <p className="bad">{errorText(error)}</p>}
      {end.error && <p className="bad">{errorText(end.error)}</p>}
      <table className="figures">
        <tbody>
          {(data?.keys ?? []).map((k) => (
            <tr key={k.id}>
              <td>
                <b>{k.name}</b>
                {!k.isOwn && <span className="quiet"> of {k.owner}</span>}
              </td>
              <td>
                {k.mayChange ? 'reads and changes' : 'reads'}{' '}
                {k.objects.length === 0
                  ? 'everything'
                  : k.objects.map((o) => OBJECT_WORDS[o as keyof typeof OBJECT_WORDS] ?? o).join(', ')}
              </td>
              <td className="quiet">
                {k.isOver ? 'over since' : 'until'} {dayText(k.endsOn, true)},{' '}
                {k.lastUsedAt ? `last used ${momentText(k.lastUsedAt, zone)}` : 'never used'}
              </td>
              <td>
                <button type="button" className="link" onClick={() => end.mutate(k.id)}>
                  end it
                </button>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {data?.keys.length === 0 && <p className="quiet">None yet.</p>}
      <NewKey role={role} />
    </section>
  );
}

function NewKey({ role }: { readonly role: Role }) {
  const client = useQueryClient();
  const [name, setName] = useState('');
  const [endsOn, setEndsOn] = useState(inDays(DAYS));
  const [mayChange, setMayChange] = useState(false);
  const [objects, setObjects] = useState<string[]>([]);
  const make = useMutation({
    mutationFn: () =>
      callApi('/api/account/keys', keyMade, {
        method: 'POST',
        body: { name, endsOn, mayChange, objects },
      }),
    onSuccess: () => {
      setName('');
      void client.invalidateQueries({ queryKey: ['keys'] });
    },
  });
  const problems =
    make.error instanceof ApiError ? ((make.error.facts.problems ?? []) as FieldProblem[]) : [];
  const wrong = (path: string): string | null => {
    const problem = problems.find((p) => p.path === path || p.path.startsWith(`${path}.`));
    return problem ? problemText({ ...problem, path: 'This' }) : null;
  };
  const offered = OBJECT_NAMES.filter((o) => roleMay(role, mayChange ? 'change' : 'read', o));
  return (
    <form
      style={{ display: 'grid', gap: 8, maxWidth: 420, marginTop: 12 }}
      onSubmit={(e) => {
        e.preventDefault();
        make.mutate();
      }}
    >
      <TextInput
        label="Name of the program"
        value={name}
        onChange={(e) => setName(e.currentTarget.value)}
        error={wrong('name')}
      />
      <TextInput
        label="Works until"
        placeholder="2026-12-31"
        value={endsOn}
        onChange={(e) => setEndsOn(e.currentTarget.value)}
        error={wrong('endsOn')}
      />
      <MultiSelect
        label="Reaches"
        placeholder={objects.length === 0 ? 'everything that you reach' : ''}
        data={offered.map((o) => ({ value: o, label: OBJECT_WORDS[o] }))}
        value={objects}
        onChange={setObjects}
        error={wrong('objects')}
        searchable
        clearable
      />
      <Checkbox
        label="may change things, not only read them"
        checked={mayChange}
        onChange={(e) => setMayChange(e.currentTarget.checked)}
      />
      {make.error && problems.length === 0 && <p className="bad">{errorText(make.error)}</p>}
      <Button
        type="submit"
        variant="default"
        size="xs"
        loading={make.isPending}
        style={{ justifySelf: 'start' }}
      >
        Make a key
      </Button>
      {make.data && (
        <div role="status">
          <p>This is the key. It is shown this once; whoever has it can act in your name.</p>
          <code style={{ overflowWrap: 'anywhere' }}>{make.data.text}</code>{' '}
          <CopyButton value={make.data.text}>
            {({ copied, copy }) => (
              <button type="button" className="link" onClick={copy}>
                {copied ? 'copied' : 'copy'}
              </button>
            )}
          </CopyButton>
        </div>
      )}
    </form>
  );
}
