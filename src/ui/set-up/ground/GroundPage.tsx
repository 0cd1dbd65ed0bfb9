'use client';

import { Button, Checkbox } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import dynamic from 'next/dynamic';
import Link from 'next/link';
import { useMemo, useState } from 'react';
import { z } from 'zod';
import { type GroundView, groundView, outlinesEffect } from '@/contract/set-up/answers/ground';
import { errorText } from '../../messages/errors';
import { callApi } from '../../shared/api';
import { Crumbs } from '../frame/Crumbs';
import { Between } from './Between';
import { ChosenTerritory } from './ChosenTerritory';
import { GeoFile } from './GeoFile';
import css from './Ground.module.css';
import type { Tool } from './GroundMap';
import { type Drawn, joined, type Outline } from './outlines';

const GroundMap = dynamic(() => import('./GroundMap'), { ssr: false });

const HINTS: Readonly<Record<Tool, string | null>> = {
  look: null,
  draw: 'Click corner by corner; a double click, or the first corner again, closes the outline. Esc stops.',
  bend: 'Pull a corner, or the small ones between to make another; a right click takes a corner out.',
  cut: 'Draw around what is to be cut off the chosen territory.',
};

/** Territories and depots on the map. */
export function GroundPage({ mayChange }: { readonly mayChange: boolean }) {
  const { data, error } = useQuery({
    queryKey: ['objects-territories', 'ground'],
    queryFn: ({ signal }) => callApi('/api/set-up/ground', groundView, { signal }),
  });
  return (
    <div className={css.page}>
      <Crumbs step="territories">
        {mayChange && <GeoFile />}
        <a className="link" href="/api/set-up/geo-json" download>
          Take out as GeoJSON
        </a>
      </Crumbs>
      {error ? (
        <p className="page bad">{errorText(error)}</p>
      ) : data ? (
        <Loaded view={data} mayChange={mayChange} />
      ) : (
        <p className="page quiet">Reading …</p>
      )}
    </div>
  );
}

function stored(view: GroundView): Drawn[] {
  return view.territories.map((t) => ({
    key: t.id,
    id: t.id,
    version: t.version,
    name: t.name,
    outline: t.outline as Outline,
  }));
}

function isSame(a: Drawn, b: Drawn | undefined): boolean {
  return b !== undefined && a.name === b.name && JSON.stringify(a.outline) === JSON.stringify(b.outline);
}

function Loaded({ view, mayChange }: { readonly view: GroundView; readonly mayChange: boolean }) {
  const client = useQueryClient();
  const [edits, setEdits] = useState<ReadonlyMap<string, Drawn>>(new Map());
  const [chosen, setChosen] = useState<string | null>(null);
  const [tool, setTool] = useState<Tool>('look');
  const [layers, setLayers] = useState({ people: true, sites: true });
  const [handOver, setHandOver] = useState(true);
  const base = useMemo(() => stored(view), [view]);
  const drawn = useMemo(() => {
    const known = base.map((d) => edits.get(d.key) ?? d);
    return [...known, ...[...edits.values()].filter((d) => d.id === null)];
  }, [base, edits]);
  const changed = drawn.filter(
    (d) =>
      !isSame(
        d,
        base.find((b) => b.key === d.key),
      ),
  );
  const edit = (d: Drawn): void => setEdits((now) => new Map(now).set(d.key, d));
  const body = {
    outlines: changed.map(({ id, version, name, outline }) => ({ id, version, name, outline })),
    handOver,
  };
  const { data: effect } = useQuery({
    queryKey: ['tried', 'outlines', body.outlines],
    queryFn: ({ signal }) =>
      callApi('/api/set-up/outlines/try', outlinesEffect, { method: 'POST', body, signal }),
    enabled: changed.length > 0 && changed.every((d) => d.name.trim() !== ''),
    retry: false,
  });
  const save = useMutation({
    mutationFn: () =>
      callApi('/api/set-up/outlines', z.object({ ids: z.array(z.string()), handedOver: z.int() }), {
        method: 'POST',
        body,
      }),
    onSuccess: async ({ handedOver }) => {
      setEdits(new Map());
      setTool('look');
      await client.invalidateQueries();
      notifications.show({
        message: handedOver > 0 ? `Saved; ${handedOver} sites were handed over.` : 'Saved.',
      });
    },
  });
  const takeBack = (): void => {
    setEdits(new Map());
    setTool('look');
  };
  const isNameless = changed.some((d) => d.name.trim() === '');
  const hint = HINTS[tool];
  return (
    <div className={css.columns}>
      <section className={css.list}>
        <h2>Territories</h2>
        {drawn.length === 0 && (
          <p className="quiet">
            None yet. Draw the first one on the map: everything else lies in a territory.
          </p>
        )}
        <ul className={css.territories}>
          {drawn.map((d) => {
            const t = view.territories.find((x) => x.id === d.id);
            return (
              <li key={d.key}>
                <button type="button" aria-pressed={chosen === d.key} onClick={() => setChosen(d.key)}>
                  <b>{d.name || 'no name yet'}</b>
                  {changed.includes(d) && <span className="quiet"> · changed</span>}
                  {t && (
                    <div className="quiet">
                      {t.people} people, {t.sites} sites, {t.depots} {t.depots === 1 ? 'depot' : 'depots'} ·{' '}
                      {t.hours} h of work
                    </div>
                  )}
                </button>
              </li>
            );
          })}
        </ul>
        {chosen && (
          <ChosenTerritory
            key={chosen}
            drawn={drawn.find((d) => d.key === chosen)}
            others={drawn}
            mayChange={mayChange}
            onEdit={edit}
            onJoin={(into, other) => joinInto(into, other, edit)}
          />
        )}
        {changed.length > 0 && (
          <div className={css.chosen}>
            <b>{changed.length === 1 ? '1 outline is changed' : `${changed.length} outlines are changed`}</b>
            {effect && effect.toHandOver.length > 0 && (
              <>
                <p>
                  {effect.toHandOver.length} sites with {effect.visits} open visits would lie in another
                  territory than they were given:{' '}
                  {effect.toHandOver
                    .slice(0, 3)
                    .map((s) => `${s.name} to ${s.to}`)
                    .join(', ')}
                  {effect.toHandOver.length > 3 ? ' …' : ''}.
                </p>
                <Checkbox
                  label="hand them over"
                  checked={handOver}
                  onChange={(e) => setHandOver(e.currentTarget.checked)}
                />
              </>
            )}
            {effect && effect.outside > 0 && (
              <p className="quiet">{effect.outside} sites would lie in no territory.</p>
            )}
            {save.error && <p className="bad">{errorText(save.error)}</p>}
            <div style={{ display: 'flex', gap: 8, marginTop: 8 }}>
              <Button size="xs" disabled={isNameless} loading={save.isPending} onClick={() => save.mutate()}>
                Save
              </Button>
              <Button size="xs" variant="default" onClick={takeBack}>
                Take back
              </Button>
            </div>
          </div>
        )}
        <Between view={view} />
        <h3>Shown</h3>
        <Checkbox
          label="people’s homes"
          checked={layers.people}
          onChange={(e) => setLayers({ ...layers, people: e.currentTarget.checked })}
        />
        <Checkbox
          label="sites"
          mt={10}
          checked={layers.sites}
          onChange={(e) => setLayers({ ...layers, sites: e.currentTarget.checked })}
        />
        {mayChange && (
          <p style={{ marginTop: 12 }}>
            <Link className="link" href="/set-up/depots/new">
              Add a depot
            </Link>
          </p>
        )}
      </section>
      <div className={css.place}>
        <GroundMap
          view={view}
          drawn={drawn}
          chosen={chosen}
          tool={tool}
          layers={layers}
          onChoose={setChosen}
          onTool={setTool}
          onDraw={(outline) => {
            const key = `new ${edits.size + 1}`;
            edit({ key, id: null, version: null, name: '', outline });
            setChosen(key);
          }}
          onBend={(key, outline) => {
            const d = drawn.find((x) => x.key === key);
            if (d) edit({ ...d, outline });
          }}
          onCut={(key, pieces) => {
            const d = drawn.find((x) => x.key === key);
            const [first, ...rest] = [...pieces].sort((a, b) => b.length - a.length);
            if (!d || !first) return;
            edit({ ...d, outline: first });
            for (const [i, outline] of rest.entries())
              edit({
                key: `new ${edits.size + i + 2}`,
                id: null,
                version: null,
                name: `${d.name} ${i + 2}`,
                outline,
              });
          }}
        />
        {mayChange && (
          <div className={css.tools} role="toolbar" aria-label="Drawing">
            <Button
              size="compact-sm"
              variant={tool === 'draw' ? 'filled' : 'default'}
              onClick={() => setTool(tool === 'draw' ? 'look' : 'draw')}
            >
              Draw a territory
            </Button>
            <Button
              size="compact-sm"
              variant={tool === 'bend' ? 'filled' : 'default'}
              disabled={!chosen}
              onClick={() => setTool(tool === 'bend' ? 'look' : 'bend')}
            >
              Bend
            </Button>
            <Button
              size="compact-sm"
              variant={tool === 'cut' ? 'filled' : 'default'}
              disabled={!chosen}
              onClick={() => setTool(tool === 'cut' ? 'look' : 'cut')}
            >
              Cut off
            </Button>
          </div>
        )}
        {hint && <div className={css.hint}>{hint}</div>}
      </div>
    </div>
  );
}

function joinInto(into: Drawn, other: Drawn, edit: (d: Drawn) => void): void {
  const outline = joined(into.outline, other.outline);
  if (outline) edit({ ...into, outline });
  else
    notifications.show({
      title: 'Not joined',
      message: `${into.name} and ${other.name} do not touch, or would enclose a hole.`,
      color: 'grape',
    });
}
