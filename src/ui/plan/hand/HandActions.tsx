import { Button, Checkbox, Group, NumberInput } from '@mantine/core';
import { useState } from 'react';
import type { PlanView, VisitView } from '@/contract/plan/plan-view';
import { changeText, priceText } from '../../messages/figures';
import { deeds } from './deeds';
import { seatsOf } from './grip';
import type { Hand } from './use-hand';

interface Props {
  readonly hand: Hand;
  readonly view: PlanView;
  readonly visit: VisitView;
  readonly durationMin: number;
  readonly canTie: boolean;
}

/** What a hand can do with a visit, by button. */
export function HandActions({ hand, view, visit, durationMin, canTie }: Props) {
  const seats = seatsOf(view, visit.id);
  const isPlanned = seats.length > 0;
  const tie = (person: boolean, time: boolean): void =>
    void hand.make(
      { visits: [{ visitId: visit.id, tie: { person, time } }] },
      person || time ? 'tie' : 'untie',
    );
  return (
    <section aria-label="By hand">
      <Group gap={6} my={8}>
        {deeds(hand, view, visit)
          .filter((d) => d.key !== 't')
          .map((d) => (
            <Button key={d.key} size="compact-xs" variant="default" onClick={d.do} title={d.key}>
              {d.name}
            </Button>
          ))}
      </Group>
      {isPlanned && canTie && (
        <Group gap={14} my={6}>
          <Checkbox
            size="xs"
            label="Time tied"
            checked={visit.tiedTime === true}
            onChange={(e) => tie(visit.tiedPerson === true, e.currentTarget.checked)}
          />
          {(visit.people ?? 1) === 1 && (
            <Checkbox
              size="xs"
              label="Person tied"
              checked={visit.tiedPerson === true}
              onChange={(e) => tie(e.currentTarget.checked, visit.tiedTime === true)}
            />
          )}
        </Group>
      )}
      <Duration key={`${visit.id} ${durationMin}`} hand={hand} visitId={visit.id} durationMin={durationMin} />
    </section>
  );
}

/** How long it takes, with what another duration would cost before it is kept. */
function Duration({
  hand,
  visitId,
  durationMin,
}: {
  readonly hand: Hand;
  readonly visitId: string;
  readonly durationMin: number;
}) {
  const [minutes, setMinutes] = useState<number | string>(durationMin);
  const [said, setSaid] = useState<string | null>(null);
  const wanted = Number(minutes);
  const isOther = Number.isInteger(wanted) && wanted > 0 && wanted !== durationMin;
  const grip = { visits: [{ visitId, durationMin: wanted }] };
  const ask = (value: number | string): void => {
    setMinutes(value);
    setSaid(null);
    const next = Number(value);
    if (!Number.isInteger(next) || next <= 0 || next === durationMin) return;
    void hand.outcome({ visits: [{ visitId, durationMin: next }] }).then(
      (o) =>
        setSaid(
          `${changeText(o.price, priceText)}${o.pushed.length > 0 ? `, ${o.pushed.length} pushed later` : ''}${o.broken.length > 0 ? ', against a rule' : ''}`,
        ),
      () => setSaid(null),
    );
  };
  return (
    <Group gap={8} align="end">
      <NumberInput
        size="xs"
        w={92}
        label="Minutes"
        min={1}
        max={14400}
        step={15}
        value={minutes}
        onChange={ask}
      />
      {isOther && (
        <Button size="compact-xs" mb={4} onClick={() => void hand.make(grip, 'stretch')}>
          Keep{said === null ? '' : `: ${said}`}
        </Button>
      )}
    </Group>
  );
}
