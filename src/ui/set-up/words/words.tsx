import { Checkbox, NumberInput, Radio, Stack, Textarea, TextInput } from '@mantine/core';
import { DatePicker } from '@mantine/dates';
import { clockText, readClock, spanText } from '../../shared/quantities';
import { dayText } from '../../shared/time';
import { useDraftContext, useField } from '../draft/DraftContext';
import { useCompany } from '../use-company';
import { Word, type WordProps } from './Word';

interface MaybeProps extends WordProps {
  /** What stands there for nothing, where nothing is allowed: "no limit". */
  readonly none?: string;
}

interface NumberProps extends MaybeProps {
  readonly unit?: string;
  readonly step?: number;
  readonly decimals?: number;
  readonly min?: number;
  readonly max?: number;
  /** How a value is said; by default with its unit. */
  readonly say?: (value: number) => string;
}

/** A number. Anything may be typed; what is not right is told, not corrected. */
export function NumberWord({ path, label, none, unit, step = 1, decimals = 0, min, max, say }: NumberProps) {
  const { value, set, wrong } = useField<number | null>(path);
  const told =
    value === null || value === undefined ? null : say ? say(value) : `${value}${unit ? ` ${unit}` : ''}`;
  return (
    <Word path={path} label={label} text={told} empty={none ?? 'how many?'} none={none}>
      {() => (
        <NumberInput
          label={unit ? `${label}, ${unit}` : label}
          value={value ?? ''}
          onChange={(v) => set(v === '' ? null : Number(v))}
          step={step}
          decimalScale={decimals}
          {...(min === undefined ? {} : { min })}
          {...(max === undefined ? {} : { max })}
          clampBehavior="none"
          error={wrong !== null}
          data-autofocus
        />
      )}
    </Word>
  );
}

/** Minutes, said as people say them: "45 min", "1 h 20". */
export function MinutesWord(props: Omit<NumberProps, 'unit' | 'say'>) {
  return <NumberWord {...props} unit="min" step={props.step ?? 5} say={spanText} />;
}

/** A distance, in the unit that the company counts in. */
export function DistanceWord({ path, label, none }: MaybeProps) {
  const { value, set, wrong } = useField<number | null>(path);
  const { distanceUnit } = useCompany();
  const factor = distanceUnit === 'mi' ? 1.609344 : 1;
  const shown = value === null ? null : Math.round((value / factor) * 10) / 10;
  return (
    <Word
      path={path}
      label={label}
      text={shown === null ? null : `${shown} ${distanceUnit}`}
      empty={none ?? 'how far?'}
      none={none}
    >
      {() => (
        <NumberInput
          label={`${label}, ${distanceUnit}`}
          value={shown ?? ''}
          onChange={(v) => set(v === '' ? null : Math.round(Number(v) * factor * 1000) / 1000)}
          decimalScale={1}
          clampBehavior="none"
          error={wrong !== null}
          data-autofocus
        />
      )}
    </Word>
  );
}

/** An amount in the company's currency. */
export function PriceWord({ path, label, none, per }: MaybeProps & { readonly per?: string }) {
  const { currency } = useCompany();
  return (
    <NumberWord
      path={path}
      label={label}
      {...(none === undefined ? {} : { none })}
      unit={per ? `${currency} ${per}` : currency}
      decimals={2}
      say={(v) => `${currency} ${v.toFixed(2)}`}
    />
  );
}

interface ChoiceProps extends WordProps {
  readonly options: readonly { readonly value: string | number | boolean; readonly text: string }[];
}

export function ChoiceWord({ path, label, options }: ChoiceProps) {
  const { value, set } = useField<string | number | boolean>(path);
  const chosen = options.find((o) => o.value === value);
  return (
    <Word path={path} label={label} text={chosen?.text ?? null} empty="choose">
      {(close) => (
        <Radio.Group
          label={label}
          value={String(value)}
          onChange={(v) => set(options.find((o) => String(o.value) === v)?.value)}
        >
          <Stack gap={6} mt={6}>
            {options.map((o, i) => (
              <Radio
                key={String(o.value)}
                value={String(o.value)}
                label={o.text}
                onClick={close}
                {...(o.value === value || (!chosen && i === 0) ? { 'data-autofocus': true } : {})}
              />
            ))}
          </Stack>
        </Radio.Group>
      )}
    </Word>
  );
}

export function FlagWord({
  path,
  label,
  yes,
  no,
}: WordProps & { readonly yes: string; readonly no: string }) {
  const options = [
    { value: true, text: yes },
    { value: false, text: no },
  ];
  return <ChoiceWord path={path} label={label} options={options} />;
}

interface TextProps extends WordProps {
  readonly empty: string;
  readonly isLong?: boolean;
}

export function TextWord({ path, label, empty, isLong }: TextProps) {
  const { value, set, wrong } = useField<string>(path);
  const Input = isLong ? Textarea : TextInput;
  return (
    <Word path={path} label={label} text={value} empty={empty} width={isLong ? 380 : 260}>
      {() => (
        <Input
          label={label}
          value={value ?? ''}
          onChange={(e: React.ChangeEvent<HTMLInputElement & HTMLTextAreaElement>) =>
            set(e.currentTarget.value)
          }
          error={wrong !== null}
          {...(isLong ? { autosize: true, minRows: 4 } : {})}
          data-autofocus
        />
      )}
    </Word>
  );
}

/** A time of day, kept as minutes past midnight; beyond 24:00 is the next day. */
export function ClockWord({ path, label, none }: MaybeProps) {
  const { value, set, wrong } = useField<number | null>(path);
  return (
    <Word
      path={path}
      label={label}
      text={typeof value === 'number' ? clockText(value) : null}
      empty={none ?? 'when?'}
      none={none}
    >
      {() => (
        <TextInput
          label={label}
          placeholder="08:00"
          defaultValue={typeof value === 'number' ? clockText(value) : ''}
          onChange={(e) => {
            const read = readClock(e.currentTarget.value);
            if (read !== null) set(read);
          }}
          error={wrong !== null}
          data-autofocus
        />
      )}
    </Word>
  );
}

export function DayWord({ path, label, none }: MaybeProps) {
  const { value, set } = useField<string | null>(path);
  const { weekStartsOn } = useCompany();
  return (
    <Word
      path={path}
      label={label}
      text={value ? dayText(value, true) : null}
      empty={none ?? 'which day?'}
      none={none}
      width={290}
    >
      {(close) => (
        <>
          <TextInput
            label={label}
            placeholder="2026-06-09"
            defaultValue={value ?? ''}
            onChange={(e) => {
              const text = e.currentTarget.value.trim();
              if (/^\d{4}-\d{2}-\d{2}$/.test(text)) set(text);
            }}
            data-autofocus
          />
          <DatePicker
            value={value}
            {...(value ? { defaultDate: value } : {})}
            onChange={(d) => {
              set(d);
              close();
            }}
            firstDayOfWeek={weekStartsOn as 0}
            size="xs"
          />
        </>
      )}
    </Word>
  );
}

const WEEKDAYS = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'];

export function WeekdaysWord({ path, label }: WordProps) {
  const { value, set } = useField<number[]>(path);
  const text = WEEKDAYS.filter((_, i) => value?.includes(i + 1))
    .map((d) => d.slice(0, 3))
    .join(', ');
  return (
    <Word path={path} label={label} text={text} empty="which days?">
      {() => (
        <Checkbox.Group
          label={label}
          value={(value ?? []).map(String)}
          onChange={(v) => set(v.map(Number).sort((a, b) => a - b))}
        >
          <Stack gap={6} mt={6}>
            {WEEKDAYS.map((d, i) => (
              <Checkbox
                key={d}
                value={String(i + 1)}
                label={d}
                {...(i === 0 ? { 'data-autofocus': true } : {})}
              />
            ))}
          </Stack>
        </Checkbox.Group>
      )}
    </Word>
  );
}

/** One line for one thing that has a name. */
export function NameField({ label = 'Name' }: { readonly label?: string }) {
  const draft = useDraftContext();
  const { value, set, wrong } = useField<string>('name');
  return (
    <TextInput
      label={label}
      value={value ?? ''}
      onChange={(e) => set(e.currentTarget.value)}
      error={wrong}
      disabled={draft.archivedAt !== null}
      maw={360}
      {...(draft.id === null ? { 'data-autofocus': true, autoFocus: true } : {})}
    />
  );
}
