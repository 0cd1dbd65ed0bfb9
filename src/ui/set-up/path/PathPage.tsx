'use client';

import { useQuery } from '@tanstack/react-query';
import Link from 'next/link';
import { useState } from 'react';
import { type DoubtView, type PathView, pathView, type Step } from '@/contract/set-up/answers/doubts';
import { errorText } from '../../messages/errors';
import { callApi } from '../../shared/api';
import { STEP_PATHS, STEP_WORDS } from '../specs';
import { useCompany } from '../use-company';
import { DoubtRow } from './DoubtRow';
import { PathCord } from './PathCord';
import css from './PathPage.module.css';

/** The way through set-up as a cord, and beside it what holds work up, dearest first. */
export function PathPage({ mayChange }: { readonly mayChange: boolean }) {
  const { data, error } = useQuery({
    queryKey: ['path'],
    queryFn: ({ signal }) => callApi('/api/set-up/path', pathView, { signal }),
  });
  const [step, setStep] = useState<Step | null>(null);
  const company = useCompany();
  if (error) return <p className="page bad">{errorText(error)}</p>;
  if (!data) return <p className="page quiet">Looking at what there is, and what holds work up …</p>;
  return (
    <div className={css.page}>
      <section className={css.path}>
        <h1>Set-up</h1>
        <p className="quiet">
          In the order in which it is needed. {inOrder(data)} of {data.steps.length} are in order.
        </p>
        <p>
          <Link className="link" href="/set-up/company/company">
            {company.name ?? 'The company'}
          </Link>{' '}
          <span className="quiet">
            {company.currency}, {company.distanceUnit}, {company.homeZone}
          </span>
        </p>
        <PathCord
          steps={data.steps}
          chosen={step}
          onChoose={(s) => setStep((now) => (now === s ? null : s))}
        />
      </section>
      <Doubts path={data} step={step} mayChange={mayChange} onAll={() => setStep(null)} />
    </div>
  );
}

function inOrder({ steps }: PathView): number {
  return steps.filter((s) => s.doubts === 0 && !s.isEmpty).length;
}

interface Props {
  readonly path: PathView;
  readonly step: Step | null;
  readonly mayChange: boolean;
  readonly onAll: () => void;
}

function Doubts({ path, step, mayChange, onAll }: Props) {
  const [showAside, setShowAside] = useState(false);
  const shown = path.doubts.filter(
    (d) => (step === null || d.step === step) && (d.aside === null) === !showAside,
  );
  const aside = path.doubts.filter((d) => d.aside !== null).length;
  return (
    <section className={css.doubts}>
      <div className={css.head}>
        <h2>{showAside ? 'Put aside' : 'What holds work up'}</h2>
        <span className="quiet" aria-live="polite">
          {path.firstDate === null
            ? 'nothing to check yet'
            : `checked now against the next 14 days, ${path.openVisits.toLocaleString('en')} visits`}
        </span>
        {step !== null && (
          <button type="button" className="link" onClick={onAll}>
            all steps
          </button>
        )}
        {(aside > 0 || showAside) && (
          <button type="button" className={`link ${css.aside}`} onClick={() => setShowAside((s) => !s)}>
            {showAside ? 'back to what holds up' : `${aside} put aside`}
          </button>
        )}
      </div>
      {shown.length === 0 ? (
        <Nothing path={path} step={step} />
      ) : (
        <Table doubts={shown} mayChange={mayChange} />
      )}
      <p className={css.files}>
        <Link className="link" href="/set-up/data">
          Bring data in, take data out
        </Link>{' '}
        <span className="quiet">CSV and JSON</span> ·{' '}
        <Link className="link" href="/set-up/programs">
          for programs
        </Link>
      </p>
    </section>
  );
}

/** What to do next where nothing is in doubt. */
function Nothing({ path, step }: { readonly path: PathView; readonly step: Step | null }) {
  const next = path.steps.find((s) => s.isEmpty && (step === null || s.step === step));
  if (!next)
    return <p className={css.calm}>Nothing. Every visit of the next 14 days has somebody who could do it.</p>;
  return (
    <div className={css.calm}>
      {next.step === 'territories' && <CompanyFirst />}
      <p>
        Next: <b>{STEP_WORDS[next.step]}</b>.{' '}
        <Link className="link" href={STEP_PATHS[next.step]}>
          {NEXT[next.step] ?? 'Go there'}
        </Link>
      </p>
    </div>
  );
}

/** New things begin with the company's clock and currency: said late, they would have to be changed one by one. */
function CompanyFirst() {
  const { homeZone } = useCompany();
  const own = Intl.DateTimeFormat().resolvedOptions().timeZone;
  if (homeZone !== 'UTC' || own === 'UTC') return null;
  return (
    <p>
      First: <b>The company</b>.{' '}
      <Link className="link" href="/set-up/company/company">
        Say what it is called, its currency and its clock
      </Link>{' '}
      <span className="quiet">It is UTC now; where you are it is {own}.</span>
    </p>
  );
}

const NEXT: Partial<Record<Step, string>> = {
  territories: 'Draw the first territory on the map',
  skills: 'Name a few skills',
  'job-kinds': 'Say what work there is',
  people: 'Add the first people, or bring them in from a file',
  hours: 'Name the hours that people work',
  sites: 'Add sites, or bring work in from a file',
  promises: 'Say which windows customers are offered',
  playbook: 'Choose a playbook',
  'first-run': 'Open the plan and optimize',
};

function Table({
  doubts,
  mayChange,
}: {
  readonly doubts: readonly DoubtView[];
  readonly mayChange: boolean;
}) {
  return (
    <table className={css.table}>
      <thead>
        <tr>
          <th>Holds up</th>
          <th>What is doubtful</th>
          <th>What would mend it</th>
        </tr>
      </thead>
      <tbody>
        {doubts.map((d) => (
          <DoubtRow key={d.key} doubt={d} mayChange={mayChange} />
        ))}
      </tbody>
    </table>
  );
}
