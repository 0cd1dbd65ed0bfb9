import css from './Field.module.css';

const WIDTH = 320;
const HEIGHT = 120;
const EDGE = 10;

/** Corners of a way as a line in a small drawing that keeps its shape: north is up. */
export function wayPath(way: readonly (readonly [number, number])[]): string {
  const lats = way.map(([lat]) => lat);
  const lons = way.map(([, lon]) => lon);
  // A degree of longitude is shorter than one of latitude, but for the equator.
  const squeeze = Math.cos(((Math.min(...lats) + Math.max(...lats)) / 2) * (Math.PI / 180));
  const [west, north] = [Math.min(...lons), Math.max(...lats)];
  const across = (Math.max(...lons) - west) * squeeze;
  const down = north - Math.min(...lats);
  const scale = Math.min(
    (WIDTH - 2 * EDGE) / Math.max(across, 1e-9),
    (HEIGHT - 2 * EDGE) / Math.max(down, 1e-9),
  );
  const [left, top] = [(WIDTH - across * scale) / 2, (HEIGHT - down * scale) / 2];
  return way
    .map(
      ([lat, lon], i) =>
        `${i === 0 ? 'M' : 'L'}${(left + (lon - west) * squeeze * scale).toFixed(1)} ${(top + (north - lat) * scale).toFixed(1)}`,
    )
    .join(' ');
}

/** The way to a visit along the roads, from where they are before it. */
export function Way({ way }: { readonly way: readonly (readonly [number, number])[] }) {
  const path = wayPath(way);
  const end = path
    .split(' ')
    .slice(-2)
    .map((n) => Number(n.replace(/[ML]/, '')));
  return (
    <svg
      className={css.map}
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      role="img"
      aria-label="The way there along the roads, north is up"
    >
      <path d={path} />
      <circle cx={end[0]} cy={end[1]} r={5} />
    </svg>
  );
}
