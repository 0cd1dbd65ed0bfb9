import { FileButton } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { z } from 'zod';
import type { FieldProblem } from '@/contract/shared/problems';
import { errorText } from '../../messages/errors';
import { problemText } from '../../messages/problems';
import { ApiError, callApi } from '../../shared/api';

/** Brings territories and depots in from a GeoJSON file. */
export function GeoFile() {
  const client = useQueryClient();
  const bring = useMutation({
    mutationFn: async (file: File) => {
      let body: unknown;
      try {
        body = JSON.parse(await file.text());
      } catch {
        throw new ApiError('invalid', { message: `${file.name} is not JSON` });
      }
      return callApi('/api/set-up/geo-json', z.object({ made: z.int(), changed: z.int() }), {
        method: 'POST',
        body,
      });
    },
    onSuccess: async ({ made, changed }) => {
      await client.invalidateQueries();
      notifications.show({ message: `${made} brought in, ${changed} changed.` });
    },
    onError: (cause) => {
      const problems = cause instanceof ApiError ? ((cause.facts.problems ?? []) as FieldProblem[]) : [];
      const said = problems
        .slice(0, 4)
        .map((p) => problemText(p))
        .join('; ');
      notifications.show({
        title: 'Nothing was brought in',
        message: said || errorText(cause),
        color: 'grape',
        autoClose: 15_000,
      });
    },
  });
  return (
    <FileButton onChange={(file) => file && bring.mutate(file)} accept=".geojson,.json,application/geo+json">
      {(props) => (
        <button type="button" className="link" {...props}>
          {bring.isPending ? 'Reading …' : 'Bring in GeoJSON …'}
        </button>
      )}
    </FileButton>
  );
}
