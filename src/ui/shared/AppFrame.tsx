'use client';

import { ActionIcon, useComputedColorScheme, useMantineColorScheme } from '@mantine/core';
import { useMounted } from '@mantine/hooks';
import { IconMoon, IconSun } from '@tabler/icons-react';
import Link from 'next/link';
import { usePathname } from 'next/navigation';
import { type Counting, countIn } from '../messages/counting';
import css from './AppFrame.module.css';
import { callApi, done } from './api';
import { FindBox } from './find/FindBox';
import { useCallKey } from './find/use-call-key';
import { Mark } from './Mark';
import { UndoButtons } from './UndoButtons';
import { useLiveEvents } from './use-live-events';

const SECTIONS = [
  { href: '/set-up', name: 'Set-up' },
  { href: '/playbooks', name: 'Playbooks' },
  { href: '/work', name: 'Work' },
  { href: '/plan', name: 'Plan' },
  { href: '/day', name: 'Day' },
] as const;

interface Props {
  readonly userName: string;
  readonly role: string;
  readonly counting: Counting;
  readonly children: React.ReactNode;
}

/** The bar on top and what is under it. */
export function AppFrame({ userName, role, counting, children }: Props) {
  countIn(counting);
  const path = usePathname();
  useLiveEvents();
  useCallKey();
  const leave = async (): Promise<void> => {
    await callApi('/api/session', done, { method: 'DELETE' }).catch(() => undefined);
    window.location.assign('/sign-in');
  };
  return (
    <div className={css.frame}>
      <header className={css.bar}>
        <Link href="/plan" className={css.mark} aria-label="Lime Knot, to the plan">
          <Mark />
          Lime Knot
        </Link>
        <nav aria-label="Sections" style={{ display: 'flex', gap: 28 }}>
          {SECTIONS.map((s) => (
            <Link
              key={s.href}
              href={s.href}
              className={css.section}
              aria-current={path.startsWith(s.href) ? 'page' : undefined}
            >
              {s.name}
            </Link>
          ))}
        </nav>
        <div className={css.person}>
          <FindBox />
          <Link href="/account" className={css.own}>
            {userName} <span className="quiet">{role}</span>
          </Link>
          <UndoButtons />
          <Theme />
          <button type="button" className="link" onClick={() => void leave()}>
            Sign out
          </button>
        </div>
      </header>
      <main>{children}</main>
    </div>
  );
}

function Theme() {
  const scheme = useComputedColorScheme('light');
  const { setColorScheme } = useMantineColorScheme();
  // The server cannot know what this browser keeps.
  const isReady = useMounted();
  const isDark = isReady && scheme === 'dark';
  return (
    <ActionIcon
      variant="subtle"
      color="gray"
      aria-label={isDark ? 'Light theme' : 'Dark theme'}
      onClick={() => setColorScheme(isDark ? 'light' : 'dark')}
    >
      {isDark ? <IconSun size={17} /> : <IconMoon size={17} />}
    </ActionIcon>
  );
}
