import { useDebouncedValue } from '@mantine/hooks';
import { useQuery } from '@tanstack/react-query';
import { z } from 'zod';
import { useDraftContext } from '../set-up/draft/DraftContext';
import { callApi } from '../shared/api';
import css from './Work.module.css';

const shape = z.object({ subject: z.string(), body: z.string() });
const PAUSE_MS = 400;

/** What a template comes to with a made-up customer, while it is written. */
export function TemplatePreview() {
  const { value } = useDraftContext();
  const [asked] = useDebouncedValue(value, PAUSE_MS);
  const { data } = useQuery({
    queryKey: ['template-preview', asked],
    queryFn: () => callApi('/api/work/templates/preview', shape, { method: 'POST', body: asked }),
    retry: false,
    enabled: String(asked.body ?? '').trim() !== '' && String(asked.name ?? '') !== '',
  });
  if (!data) return null;
  return (
    <section className={css.happened} aria-label="As it would be sent">
      <h2>As it would be sent</h2>
      {data.subject !== '' && <b>{data.subject}</b>}
      <p className={css.said}>{data.body}</p>
    </section>
  );
}
