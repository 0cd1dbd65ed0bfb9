'use client';

import Link from 'next/link';
import { usePathname } from 'next/navigation';
import type { Step } from '@/contract/set-up/answers/doubts';
import { WORK_PAGES } from '../listed';
import { STEP_LISTS, STEP_PATHS, STEP_WORDS } from '../specs';
import css from './Crumbs.module.css';

interface Props {
  readonly step: Step | null;
  readonly section?: 'work' | undefined;
  /** What this page is, where it is not the step itself. */
  readonly name?: string | undefined;
  readonly children?: React.ReactNode;
}

/** Set-up › the step › this: where one is, and beside it the other lists of the step. */
export function Crumbs({ step, section, name, children }: Props) {
  const path = usePathname();
  const lists = section === 'work' ? WORK_PAGES : step ? (STEP_LISTS[step] ?? []) : [];
  return (
    <div className={css.line}>
      <nav aria-label="Where you are">
        {section === 'work' ? <Link href="/work">Work</Link> : <Link href="/set-up">Set-up</Link>}
        {step && (
          <>
            <span aria-hidden="true"> › </span>
            {name ? <Link href={STEP_PATHS[step]}>{STEP_WORDS[step]}</Link> : <b>{STEP_WORDS[step]}</b>}
          </>
        )}
        {name && (
          <>
            <span aria-hidden="true"> › </span>
            <b>{name}</b>
          </>
        )}
      </nav>
      {lists.length > 0 && (
        <nav aria-label={section === 'work' ? 'In this section' : 'In this step'} className={css.lists}>
          {lists.map((l) => (
            <Link
              key={l.href}
              href={l.href}
              aria-current={
                path === l.href || (l.href !== '/work' && path.startsWith(`${l.href}/`)) ? 'page' : undefined
              }
            >
              {l.name}
            </Link>
          ))}
        </nav>
      )}
      <div className={css.rest}>{children}</div>
    </div>
  );
}
