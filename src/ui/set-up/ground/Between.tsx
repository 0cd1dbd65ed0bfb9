import Link from 'next/link';
import type { GroundView } from '@/contract/set-up/answers/ground';

/** Overlaps, gaps, and sites outside of their territory. */
export function Between({ view }: { readonly view: GroundView }) {
  const name = (id: string): string => view.territories.find((t) => t.id === id)?.name ?? id;
  const outside = view.sites.filter((s) => !s.isInside);
  if (view.overlaps.length + view.gaps.length + outside.length === 0) return null;
  return (
    <>
      <h3>Between them</h3>
      {view.overlaps.map((o) => (
        <p key={`${o.a} ${o.b}`}>
          {name(o.a)} and {name(o.b)} share {o.areaKm2} km².
        </p>
      ))}
      {view.gaps.length > 0 && (
        <p>
          {view.gaps.length === 1 ? 'One gap' : `${view.gaps.length} gaps`} between territories belong to
          none.
        </p>
      )}
      {outside.length > 0 && (
        <p>
          {outside.length === 1 ? 'One site lies' : `${outside.length} sites lie`} outside of the territory
          that they were given:{' '}
          {outside.slice(0, 3).map((s, i) => (
            <span key={s.id}>
              {i > 0 && ', '}
              <Link className="link" href={`/set-up/sites/${encodeURIComponent(s.id)}`}>
                {s.name}
              </Link>
            </span>
          ))}
          {outside.length > 3 ? ' …' : ''}
        </p>
      )}
    </>
  );
}
