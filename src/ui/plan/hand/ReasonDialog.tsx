import { Button, Group, Modal, TextInput } from '@mantine/core';
import { useState } from 'react';
import type { PlanView } from '@/contract/plan/plan-view';
import { RULE_WORDS } from '../../messages/rules';
import type { AskedReason } from './use-hand';

interface Props {
  readonly asked: AskedReason | null;
  readonly view: PlanView;
  readonly onGive: (reason: string | null) => void;
}

const LEAST = 3;

/** Asks why something is done against a rule: it is marked with that until it is solved. */
export function ReasonDialog({ asked, view, onGive }: Props) {
  return (
    <Modal
      opened={asked !== null}
      onClose={() => onGive(null)}
      title="Put it there against a rule?"
      closeButtonProps={{ 'aria-label': 'Close' }}
    >
      {asked && <Ask key={asked.grip.visits[0]?.visitId} asked={asked} view={view} onGive={onGive} />}
    </Modal>
  );
}

function Ask({ asked, view, onGive }: Props & { readonly asked: AskedReason }) {
  const [reason, setReason] = useState('');
  const broken = asked.outcome?.broken ?? [];
  const labelOf = (id: string | undefined): string => view.visits.find((v) => v.id === id)?.label ?? '';
  const isShort = reason.trim().length < LEAST;
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        if (!isShort) onGive(reason.trim());
      }}
    >
      {broken.length > 0 && (
        <ul style={{ margin: '0 0 12px', paddingLeft: 18 }}>
          {broken.slice(0, 5).map((v) => (
            <li key={`${v.rule}${v.visitId}${v.shiftId}`} className="bad">
              {RULE_WORDS[v.rule]}
              {v.visitId === undefined ? '' : `: ${labelOf(v.visitId)}`}
            </li>
          ))}
        </ul>
      )}
      <TextInput
        label="Reason"
        description="It stands with the visit, and the rule counts as broken until somebody solves it."
        value={reason}
        onChange={(e) => setReason(e.currentTarget.value)}
        maxLength={300}
        data-autofocus
      />
      <Group justify="flex-end" mt="md">
        <Button variant="default" onClick={() => onGive(null)}>
          Leave it
        </Button>
        <Button type="submit" disabled={isShort}>
          Put it there
        </Button>
      </Group>
    </form>
  );
}
