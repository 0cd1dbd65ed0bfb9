'use client';

import { Button } from '@mantine/core';
import Link from 'next/link';
import { useEffect, useState } from 'react';
import type { PlaybookContent } from '@/contract/playbooks/playbook';
import { doubtText } from '../messages/playbooks/words';
import { Acts } from './Acts';
import { Effect } from './effect/Effect';
import { TriedOn, type TriedOnChoice } from './effect/TriedOn';
import { useTriedPlaybook } from './effect/use-tried';
import css from './PlaybookPage.module.css';
import { Equals } from './prices/Equals';
import { Exceptions } from './prices/Exceptions';
import { PriceList } from './prices/PriceList';
import { Sweep } from './prices/Sweep';
import { RuleList } from './rules/RuleList';
import { usePlaybook } from './use-playbook';
import { SaveVersion } from './versions/SaveVersion';
import { Versions } from './versions/Versions';

export interface PlaybookShown {
  readonly id: string;
  readonly playbookId: string;
  readonly name: string;
  readonly version: number;
  readonly note: string;
  readonly content: PlaybookContent;
}

interface Props {
  readonly playbook: PlaybookShown;
  readonly others: readonly PlaybookShown[];
  /** The line that is looked at first. */
  readonly compareWith: string;
  /** The one that prices the live plan. */
  readonly livePlaybookId: string;
  readonly mayChange: boolean;
  readonly mayRun: boolean;
}

/** Who may, what is better, and at once what that does. */
export function PlaybookPage({ playbook, others, compareWith, livePlaybookId, mayChange, mayRun }: Props) {
  const current = others.find((o) => o.playbookId === playbook.playbookId);
  const isCurrent = current?.id === playbook.id;
  const mayEdit = mayChange && isCurrent;
  const draft = usePlaybook(playbook.id, playbook.content);
  const [chosen, setChosen] = useState(compareWith);
  const [triedOn, setTriedOn] = useState<TriedOnChoice>({ planId: 'live', extent: null });
  const [open, setOpen] = useState<'save' | 'versions' | null>(null);
  const tried = useTriedPlaybook({
    content: draft.content,
    versionId: playbook.id,
    ...triedOn,
    isValid: draft.problems.length === 0,
  });
  useEffect(() => {
    if (!draft.isChanged) return;
    const warn = (e: BeforeUnloadEvent): void => e.preventDefault();
    window.addEventListener('beforeunload', warn);
    return () => window.removeEventListener('beforeunload', warn);
  }, [draft.isChanged]);
  const { answer } = tried;
  const doubts = answer?.doubts ?? [];
  const doubtsOf = (path: string): string[] => doubts.filter((d) => d.at === path).map(doubtText);
  const emptying = doubts.filter((d) => d.code === 'leaves-nobody');
  const removalOf = (steps: readonly string[]) => {
    if (!answer) return null;
    const own = answer.steps.filter((s) => steps.includes(s.ruleId ?? s.step));
    return {
      removed: own.reduce((sum, s) => sum + s.removed, 0),
      alone: own.reduce((sum, s) => sum + s.alone, 0),
    };
  };
  return (
    <div className={css.page}>
      <header className={css.head}>
        <h1>{playbook.name}</h1>
        <button type="button" className="link" onClick={() => setOpen('versions')}>
          version {playbook.version}
          {draft.isChanged ? ', changed, not saved' : ''}
        </button>
        {!draft.isChanged && <span className={`quiet ${css.note}`}>{playbook.note}</span>}
        {draft.isChanged && (
          <>
            {draft.undo && (
              <button type="button" className="link" onClick={draft.undo}>
                take back
              </button>
            )}
            <button type="button" className="link" onClick={draft.discard}>
              discard all
            </button>
          </>
        )}
        <Acts
          versionId={playbook.id}
          playbookId={playbook.playbookId}
          name={playbook.name}
          isLive={playbook.playbookId === livePlaybookId}
          mayChange={mayChange}
        />
        <span className={css.right}>
          <TriedOn choice={triedOn} answer={answer} onChange={setTriedOn} />
          {mayEdit && (
            <Button
              variant="default"
              size="compact-md"
              disabled={!draft.isChanged || draft.problems.length > 0}
              onClick={() => setOpen('save')}
            >
              Save version …
            </Button>
          )}
          {mayRun && (
            <Button
              component={Link}
              href={`/plan?optimize=${encodeURIComponent(playbook.id)}`}
              size="compact-md"
              {...(draft.isChanged ? { 'data-disabled': true, 'aria-disabled': true } : {})}
              title={
                draft.isChanged
                  ? 'Save the version first: a run keeps the version that it was made with'
                  : undefined
              }
              onClick={(e) => {
                if (draft.isChanged) e.preventDefault();
              }}
            >
              Optimize with this
            </Button>
          )}
        </span>
      </header>
      <nav className={css.others} aria-label="Playbooks">
        {others.map((o) => (
          <Link
            key={o.id}
            href={`/playbooks/${encodeURIComponent(o.id)}`}
            aria-current={o.id === playbook.id ? 'page' : undefined}
            className={css.other}
          >
            {o.name}
          </Link>
        ))}
        {!isCurrent && (
          <span className="bad">
            {current ? 'An earlier version: read it, compare it, copy it.' : 'This playbook was put away.'}{' '}
            {current && (
              <Link className="link" href={`/playbooks/${encodeURIComponent(current.id)}`}>
                Open the one that holds
              </Link>
            )}
          </span>
        )}
        <Link href="/playbooks/put-away" className={`quiet ${css.other}`}>
          put away …
        </Link>
      </nav>
      <div className={css.columns}>
        <section aria-labelledby="who-may">
          <h2 id="who-may">Who may</h2>
          <p className="quiet">
            Hard rules. Right: pairs of person and visit that each takes away, in this order
          </p>
          <RuleList draft={draft} removalOf={removalOf} doubtsOf={doubtsOf} mayChange={mayEdit} />
        </section>
        <section aria-labelledby="what-is-better">
          <h2 id="what-is-better">What is better</h2>
          <p className="quiet">One price list. Bars: share of what the plan costs by it</p>
          <PriceList
            draft={draft}
            parts={answer?.parts ?? null}
            chosen={chosen}
            onChoose={setChosen}
            doubtsOf={doubtsOf}
            mayChange={mayEdit}
          />
          <Exceptions draft={draft} doubtsOf={doubtsOf} mayChange={mayEdit} />
        </section>
        <section aria-labelledby="what-it-does" className={css.does}>
          <h2 id="what-it-does">What it does</h2>
          <Equals draft={draft} chosen={chosen} mayChange={mayEdit} />
          {emptying.map((d) => (
            <p key={d.at} className={css.doubt}>
              {doubtText(d)}
            </p>
          ))}
          {mayRun && (
            <Sweep draft={draft} chosen={chosen} extent={answer?.extent ?? null} mayChange={mayEdit} />
          )}
          <Effect {...tried} isChanged={draft.isChanged} />
        </section>
      </div>
      <SaveVersion
        playbookId={playbook.playbookId}
        name={playbook.name}
        version={playbook.version}
        versionId={playbook.id}
        stored={draft.stored}
        content={draft.content}
        opened={open === 'save'}
        onClose={() => setOpen(null)}
        onSaved={() => {
          setOpen(null);
          draft.discard();
        }}
      />
      <Versions
        playbookId={playbook.playbookId}
        name={playbook.name}
        versionId={playbook.id}
        opened={open === 'versions'}
        onClose={() => setOpen(null)}
      />
    </div>
  );
}
