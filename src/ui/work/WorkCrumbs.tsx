'use client';

import Link from 'next/link';
import { usePathname } from 'next/navigation';
import css from '../set-up/frame/Crumbs.module.css';
import { WORK_PAGES } from '../set-up/listed';

/** Work › this, and the other pages of the section. */
export function WorkCrumbs({
  name,
  children,
}: {
  readonly name?: string;
  readonly children?: React.ReactNode;
}) {
  const path = usePathname();
  return (
    <div className={css.line}>
      <nav aria-label="Where you are">
        {name ? <Link href="/work">Work</Link> : <b>Work</b>}
        {name && (
          <>
            <span aria-hidden="true"> › </span>
            <b>{name}</b>
          </>
        )}
      </nav>
      <nav aria-label="In this section" className={css.lists}>
        {WORK_PAGES.map((p) => (
          <Link key={p.href} href={p.href} aria-current={path === p.href ? 'page' : undefined}>
            {p.name}
          </Link>
        ))}
      </nav>
      <div className={css.rest}>{children}</div>
    </div>
  );
}
