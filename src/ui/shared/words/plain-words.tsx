import { NumberInput, Radio, Stack } from '@mantine/core';
import { spanText } from '../quantities';
import { OpenWord } from './OpenWord';
import css from './Word.module.css';

interface Common {
  readonly label: string;
  readonly disabled?: boolean | undefined;
}

interface NumberProps extends Common {
  readonly value: number | null;
  readonly onChange: (value: number | null) => void;
  /** What stands there for nothing, where nothing is allowed. */
  readonly none?: string | undefined;
  readonly unit?: string | undefined;
  readonly step?: number | undefined;
  readonly decimals?: number | undefined;
  readonly min?: number | undefined;
  readonly max?: number | undefined;
  readonly say?: ((value: number) => string) | undefined;
}

/** A number in a sentence. */
export function NumberPlain(props: NumberProps) {
  const { label, value, onChange, none, unit, step = 1, decimals = 0, min = 0, max, say, disabled } = props;
  const text = value === null ? null : say ? say(value) : `${value}${unit ? ` ${unit}` : ''}`;
  const isOut = value !== null && (value < min || (max !== undefined && value > max));
  const wrong = isOut ? `between ${min} and ${max ?? '…'}` : null;
  return (
    <OpenWord label={label} text={text} empty={none ?? 'how many?'} wrong={wrong} disabled={disabled}>
      {(close) => (
        <>
          <NumberInput
            label={unit ? `${label}, ${unit}` : label}
            value={value ?? ''}
            onChange={(v) => {
              if (v === '' && none === undefined) return;
              onChange(v === '' ? null : Number(v));
            }}
            step={step}
            decimalScale={decimals}
            min={min}
            {...(max === undefined ? {} : { max })}
            clampBehavior="none"
            data-autofocus
          />
          {none !== undefined && value !== null && (
            <button
              type="button"
              className={`link ${css.none}`}
              onClick={() => {
                onChange(null);
                close();
              }}
            >
              {none}
            </button>
          )}
        </>
      )}
    </OpenWord>
  );
}

/** Minutes, said as people say them. */
export function MinutesPlain(props: Omit<NumberProps, 'unit' | 'say'>) {
  return <NumberPlain {...props} unit="min" step={props.step ?? 5} say={spanText} />;
}

interface ChoiceProps<V extends string> extends Common {
  readonly value: V;
  readonly onChange: (value: V) => void;
  readonly options: readonly { readonly value: V; readonly text: string }[];
}

export function ChoicePlain<V extends string>({ label, value, onChange, options, disabled }: ChoiceProps<V>) {
  const chosen = options.find((o) => o.value === value);
  return (
    <OpenWord label={label} text={chosen?.text ?? null} empty="choose" disabled={disabled} width={280}>
      {(close) => (
        <Radio.Group label={label} value={value} onChange={(v) => onChange(v as V)}>
          <Stack gap={6} mt={6}>
            {options.map((o) => (
              <Radio
                key={o.value}
                value={o.value}
                label={o.text}
                onClick={close}
                {...(o.value === value ? { 'data-autofocus': true } : {})}
              />
            ))}
          </Stack>
        </Radio.Group>
      )}
    </OpenWord>
  );
}
