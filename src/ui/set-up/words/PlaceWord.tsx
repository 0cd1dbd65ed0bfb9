import { NumberInput } from '@mantine/core';
import dynamic from 'next/dynamic';
import { useDraftContext, useField } from '../draft/DraftContext';
import css from './PlaceWord.module.css';
import { Word } from './Word';

const PlaceMap = dynamic(() => import('./PlaceMap'), { ssr: false });

interface Props {
  readonly label: string;
  /** Fields of latitude and longitude. */
  readonly lat: string;
  readonly lon: string;
  readonly empty: string;
  /** How the place is said where it has a name of its own. */
  readonly text?: string;
  readonly mayBeNone?: boolean;
}

/** A place: clicked on the map, or typed as coordinates. */
export function PlaceWord({ label, lat, lon, empty, text, mayBeNone }: Props) {
  const draft = useDraftContext();
  const [at, other] = [useField<number | null>(lat), useField<number | null>(lon)];
  const isThere = typeof at.value === 'number' && typeof other.value === 'number';
  const shown = isThere ? (text ?? `${at.value!.toFixed(4)}, ${other.value!.toFixed(4)}`) : null;
  return (
    <Word path={lat} label={label} text={shown} empty={empty} width={420}>
      {(close) => (
        <>
          <div className={css.typed}>
            <NumberInput
              label="Latitude"
              value={at.value ?? ''}
              onChange={(v) => at.set(v === '' ? null : Number(v))}
              decimalScale={6}
              hideControls
              data-autofocus
            />
            <NumberInput
              label="Longitude"
              value={other.value ?? ''}
              onChange={(v) => other.set(v === '' ? null : Number(v))}
              decimalScale={6}
              hideControls
            />
          </div>
          <PlaceMap
            at={isThere ? { lat: at.value!, lon: other.value! } : null}
            onPick={(p) => {
              draft.set(lat, p.lat);
              draft.set(lon, p.lon);
            }}
          />
          {mayBeNone && isThere && (
            <button
              type="button"
              className="link"
              onClick={() => {
                draft.set(lat, null);
                draft.set(lon, null);
                close();
              }}
            >
              not known
            </button>
          )}
        </>
      )}
    </Word>
  );
}
