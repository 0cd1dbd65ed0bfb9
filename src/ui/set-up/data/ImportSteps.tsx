import { Button, Checkbox, Progress, SegmentedControl, Select } from '@mantine/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { fieldNames } from '@/contract/imports/meanings';
import { type ImportSettings, type ImportView, importView } from '@/contract/imports/settings';
import { errorText } from '../../messages/errors';
import { columnText } from '../../messages/imports';
import { callApi } from '../../shared/api';
import css from './Data.module.css';
import { Preview } from './Preview';

interface Props {
  readonly opened: ImportView;
  readonly onAgain: () => void;
}

const POLL_MS = 400;

/** From what the columns mean, over what it would do, to having it done. */
export function ImportSteps({ opened, onAgain }: Props) {
  const client = useQueryClient();
  const [settings, setSettings] = useState<ImportSettings>(opened.settings);
  const { data } = useQuery({
    queryKey: ['import', opened.id],
    queryFn: () => callApi(`/api/imports/${opened.id}`, importView),
    initialData: opened,
    refetchInterval: ({ state }) =>
      state.data && ['checking', 'bringing'].includes(state.data.status) ? POLL_MS : false,
  });
  const start = useMutation({
    mutationFn: (bring: boolean) =>
      callApi(`/api/imports/${opened.id}${bring ? '?bring' : ''}`, importView, {
        method: 'POST',
        body: settings,
      }),
    onSuccess: (view) => client.setQueryData(['import', opened.id], view),
  });
  const isWorking = data.status === 'checking' || data.status === 'bringing';
  useEffect(() => {
    if (data.status === 'done') void client.invalidateQueries();
  }, [data.status, client]);
  const change = (next: ImportSettings): void => {
    setSettings(next);
    // What was found was found under other meanings.
    if (data.status === 'checked' || data.status === 'failed')
      client.setQueryData(['import', opened.id], { ...data, status: 'open', result: null });
  };
  if (data.status === 'done' && data.result)
    return (
      <div className={css.done} role="status">
        <p>
          <b>
            {data.result.made} made, {data.result.changed} changed, {data.result.left} left as they were.
          </b>{' '}
          One undo takes all of it back.
        </p>
        <Button variant="default" onClick={onAgain}>
          Another file
        </Button>
      </div>
    );
  return (
    <>
      <p>
        <b>{data.fileName}</b>{' '}
        <span className="quiet">
          {data.rows.toLocaleString('en')} {data.rows === 1 ? 'line' : 'lines'}, {data.format.toUpperCase()},{' '}
          {data.encoding}
          {data.delimiter ? `, parted by ${SIGNS[data.delimiter] ?? data.delimiter}` : ''}
        </span>
      </p>
      <Columns view={data} settings={settings} onChange={change} isOpen={!isWorking} />
      <Questions view={data} settings={settings} onChange={change} />
      <div className={css.acts}>
        <Button
          variant={data.status === 'checked' ? 'default' : 'filled'}
          disabled={isWorking}
          loading={start.isPending}
          onClick={() => start.mutate(false)}
        >
          Look at what it would do
        </Button>
        {data.status === 'checked' && data.result && data.result.problemCount === 0 && (
          <Button disabled={data.result.made + data.result.changed === 0} onClick={() => start.mutate(true)}>
            Bring it in
          </Button>
        )}
        <Checkbox
          label="remember what the columns mean"
          checked={settings.remember}
          onChange={(e) => setSettings({ ...settings, remember: e.currentTarget.checked })}
        />
      </div>
      {start.error && <p className="bad">{errorText(start.error)}</p>}
      {isWorking && (
        <div className={css.progress} aria-live="polite">
          <span>{data.status === 'checking' ? 'Looking at every line …' : 'Bringing it in …'}</span>
          <Progress value={data.done * 100} aria-label="How far" />
        </div>
      )}
      {data.result && <Preview view={data} result={data.result} />}
    </>
  );
}

const SIGNS: Readonly<Record<string, string>> = {
  ',': 'commas',
  ';': 'semicolons',
  '\t': 'tabs',
  '|': 'bars',
};

interface PartProps {
  readonly view: ImportView;
  readonly settings: ImportSettings;
  readonly onChange: (settings: ImportSettings) => void;
}

/** Each column with what stands in it and what it means. */
function Columns({ view, settings, onChange, isOpen }: PartProps & { readonly isOpen: boolean }) {
  const fields = fieldNames(view.target).map((f) => ({ value: f, label: columnText(view.target, f) }));
  const unmeant = view.columns.filter((c) => (settings.meanings[c.name] ?? '') === '').length;
  return (
    <>
      <table className={css.columns}>
        <thead>
          <tr>
            <th>Column</th>
            <th>For example</th>
            <th>Means</th>
          </tr>
        </thead>
        <tbody>
          {view.columns.map((c) => (
            <tr key={c.name}>
              <td>
                <b>{c.name || '(no name)'}</b>
              </td>
              <td className="quiet">{c.samples.join(' · ')}</td>
              <td>
                <Select
                  size="xs"
                  aria-label={`Meaning of ${c.name}`}
                  placeholder="left out"
                  data={fields}
                  value={settings.meanings[c.name] || null}
                  onChange={(v) =>
                    onChange({ ...settings, meanings: { ...settings.meanings, [c.name]: v ?? '' } })
                  }
                  searchable
                  clearable
                  disabled={!isOpen}
                />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {unmeant > 0 && (
        <p className="quiet">
          {unmeant === 1 ? 'One column means' : `${unmeant} columns mean`} nothing here and will be left out,
          unless you say otherwise.
        </p>
      )}
    </>
  );
}

function Questions({ view, settings, onChange }: PartProps) {
  if (view.questions.length === 0) return null;
  return (
    <div className={css.questions}>
      {view.questions.includes('date-order') && (
        <div>
          <span>Days like 03/04/2026 are</span>
          <SegmentedControl
            size="xs"
            aria-label="Order of days"
            value={settings.dateOrder}
            onChange={(v) => onChange({ ...settings, dateOrder: v as ImportSettings['dateOrder'] })}
            data={[
              { value: 'dmy', label: '3 April (day first)' },
              { value: 'mdy', label: '4 March (month first)' },
              { value: 'ymd', label: 'year first only' },
            ]}
          />
        </div>
      )}
      {view.questions.includes('decimal') && (
        <div>
          <span>Numbers like 1,5 are</span>
          <SegmentedControl
            size="xs"
            aria-label="Decimal sign"
            value={settings.decimal}
            onChange={(v) => onChange({ ...settings, decimal: v as ImportSettings['decimal'] })}
            data={[
              { value: ',', label: 'one and a half' },
              { value: '.', label: 'fifteen' },
            ]}
          />
        </div>
      )}
    </div>
  );
}
