import { isInside } from '@/core/index';
import { useDraftContext } from '../draft/DraftContext';
import { useTerritories } from '../use-territories';

/** The territory that a place lies in, where it was given to another or to none: one click takes it there. */
export function LiesIn() {
  const draft = useDraftContext();
  const { territories } = useTerritories();
  const [lat, lon, given] = [draft.get('lat'), draft.get('lon'), draft.get('territoryId')];
  if (typeof lat !== 'number' || typeof lon !== 'number') return null;
  const around = territories.filter((t) =>
    isInside(
      { lat, lon },
      t.outline.map(([x, y]) => ({ lat: y, lon: x })),
    ),
  );
  if (around.some((t) => t.id === given)) return null;
  const [first] = around;
  if (!first)
    return territories.length > 0 ? (
      <span className="quiet">It lies in none of the territories. </span>
    ) : null;
  return (
    <span>
      It lies in {first.name}.{' '}
      <button
        type="button"
        className="link"
        onClick={() => {
          draft.set('territoryId', first.id);
          draft.set('zone', first.zone);
        }}
      >
        Take it into {first.name}
      </button>
    </span>
  );
}
