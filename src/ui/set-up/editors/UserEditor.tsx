import { Button, CopyButton, TextInput } from '@mantine/core';
import { useMutation } from '@tanstack/react-query';
import Link from 'next/link';
import { z } from 'zod';
import { ROLES } from '@/contract/access/permissions';
import { errorText } from '../../messages/errors';
import { callApi } from '../../shared/api';
import { useDraftContext, useField } from '../draft/DraftContext';
import { Rows } from '../rows/Rows';
import { RefWord } from '../words/refs';
import { ChoiceWord, FlagWord, NameField } from '../words/words';
import { Part, Sentence } from './Part';

const ROLE_WORDS: Readonly<Record<(typeof ROLES)[number], string>> = {
  administrator: 'administrator: everything, users too',
  analyst: 'analyst: all settings, runs and publishing',
  dispatcher: 'dispatcher: plan and day',
  agent: 'phone agent: requests, work and booking',
  technician: 'technician: their own day',
  manager: 'manager: reads',
};

/** Who may come in, as what, and which territories they see. */
export function UserEditor() {
  const draft = useDraftContext();
  const email = useField<string>('email');
  const isEverywhere = draft.get('role') === 'administrator';
  return (
    <>
      <NameField />
      <TextInput
        label="E-mail"
        value={email.value ?? ''}
        onChange={(e) => email.set(e.currentTarget.value)}
        error={email.wrong}
        maw={360}
        mt={8}
      />
      <Sentence>
        Is{' '}
        <ChoiceWord
          path="role"
          label="Role"
          options={ROLES.map((r) => ({ value: r, text: ROLE_WORDS[r] }))}
        />{' '}
        and <FlagWord path="active" label="May come in" yes="may come in" no="may not come in" />. In the plan{' '}
        <FlagWord
          path="mayForce"
          label="Against a rule"
          yes="may place visits against a rule, with a reason"
          no="may not place visits against a rule"
        />
        . In the field they are{' '}
        <RefWord path="technicianId" label="Which technician" object="technicians" none="nobody" />.
      </Sentence>
      <Part title="Territories">
        {isEverywhere ? (
          <p className="quiet">Administrators see and change all of them.</p>
        ) : (
          <Rows
            path="territories"
            one="territory"
            blank={() => ({ territoryId: '', mayChange: true })}
            empty="Sees none yet. "
            add="add a territory"
          >
            {(row) => (
              <>
                <FlagWord
                  path={`${row}.mayChange`}
                  label="May change"
                  yes="Sees and changes"
                  no="Only sees"
                />{' '}
                <RefWord path={`${row}.territoryId`} label="Territory" object="territories" />
              </>
            )}
          </Rows>
        )}
      </Part>
      {draft.id !== null && <Invitation id={draft.id} />}
    </>
  );
}

/** A link by which somebody chooses their password, once; sent through the mail stand-in, shown here. */
function Invitation({ id }: { readonly id: string }) {
  const make = useMutation({
    mutationFn: () =>
      callApi(`/api/users/${encodeURIComponent(id)}/entry-link`, z.object({ link: z.string() }), {
        method: 'POST',
        body: {},
      }),
  });
  const link = make.data ? `${window.location.origin}${make.data.link}` : null;
  return (
    <Part title="Invitation">
      <p className="quiet">
        A link by which they choose their own password. It works once, within a day, and goes to them by{' '}
        <Link className="link" href="/stand-ins/mail">
          mail
        </Link>
        .
      </p>
      {link && (
        <p>
          <code style={{ overflowWrap: 'anywhere' }}>{link}</code>{' '}
          <CopyButton value={link}>
            {({ copied, copy }) => (
              <button type="button" className="link" onClick={copy}>
                {copied ? 'copied' : 'copy'}
              </button>
            )}
          </CopyButton>
        </p>
      )}
      {make.error && <p className="bad">{errorText(make.error)}</p>}
      <Button variant="default" size="xs" loading={make.isPending} onClick={() => make.mutate()}>
        {link ? 'Invite again' : 'Invite'}
      </Button>
    </Part>
  );
}
