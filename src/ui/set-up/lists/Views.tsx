import { Button, Menu, TextInput } from '@mantine/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useSearchParams } from 'next/navigation';
import { useState } from 'react';
import { z } from 'zod';
import type { ValueOf } from '@/contract/registry';
import type { ObjectName } from '@/contract/shared/fields';
import type { Kept } from '@/contract/shared/object';
import { errorText } from '../../messages/errors';
import { callApi, done } from '../../shared/api';

type View = ValueOf<'list-views'> & Kept;
const listed = z.object({ rows: z.array(z.custom<View>()), total: z.int() });

interface Props {
  readonly object: ObjectName;
  readonly mayChange: boolean;
  readonly columns: readonly string[];
  readonly onTake: (query: string) => void;
}

/** Lists as somebody likes to see them, kept under a name for everybody. */
export function Views({ object, mayChange, columns, onTake }: Props) {
  const client = useQueryClient();
  const params = useSearchParams();
  const [name, setName] = useState('');
  const { data } = useQuery({
    queryKey: ['objects-list-views', object],
    queryFn: () => callApi(`/api/objects/list-views?list=${object}&pageSize=100`, listed),
  });
  const refresh = () => client.invalidateQueries({ queryKey: ['objects-list-views'] });
  const keep = useMutation({
    mutationFn: () => {
      const query = new URLSearchParams(params);
      query.delete('page');
      query.set('columns', columns.join(','));
      return callApi('/api/objects/list-views', done, {
        method: 'POST',
        body: { value: { name: name.trim(), list: object, query: query.toString(), columns: [...columns] } },
      });
    },
    onSuccess: () => {
      setName('');
      void refresh();
    },
  });
  const drop = useMutation({
    mutationFn: (view: View) =>
      callApi(`/api/objects/list-views/${view.id}`, done, {
        method: 'PATCH',
        body: { version: view.version, archived: true },
      }),
    onSuccess: refresh,
  });
  const views = data?.rows ?? [];
  if (views.length === 0 && !mayChange) return null;
  return (
    <Menu position="bottom-end" closeOnItemClick={false} width={260}>
      <Menu.Target>
        <Button variant="default" size="xs">
          Views
        </Button>
      </Menu.Target>
      <Menu.Dropdown>
        {views.length === 0 && <Menu.Label>None kept yet</Menu.Label>}
        {views.map((v) => (
          <Menu.Item
            key={v.id}
            onClick={() => onTake(v.query)}
            rightSection={
              mayChange ? (
                <button
                  type="button"
                  className="link"
                  aria-label={`Put away the view ${v.name}`}
                  onClick={(e) => {
                    e.stopPropagation();
                    drop.mutate(v);
                  }}
                >
                  put away
                </button>
              ) : null
            }
          >
            {v.name}
          </Menu.Item>
        ))}
        {mayChange && (
          <form
            style={{ padding: 8 }}
            onSubmit={(e) => {
              e.preventDefault();
              if (name.trim()) keep.mutate();
            }}
          >
            <TextInput
              size="xs"
              label="Keep this list as"
              value={name}
              onChange={(e) => setName(e.currentTarget.value)}
              onKeyDown={(e) => e.stopPropagation()}
              error={keep.error ? errorText(keep.error) : null}
            />
            <Button type="submit" size="compact-xs" mt={6} loading={keep.isPending}>
              Keep
            </Button>
          </form>
        )}
      </Menu.Dropdown>
    </Menu>
  );
}
