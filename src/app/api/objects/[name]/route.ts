import { createEnvelope } from '@/contract/shared/object';
import { exportAsCsv, exportAsJson } from '@/server/shared/objects/export-objects';
import { listOf, readListQuery } from '@/server/shared/objects/read-objects';
import { createObject } from '@/server/shared/objects/save-object';
import { required } from '@/server/shared/refusal';
import { answerAnyReader, answerAnyWriter, tagged } from '../../../programs';
import { objectNameOf } from '../../object-name';

interface Props {
  readonly params: Promise<{ name: string }>;
}

/** A page of a kind of object: `search`, `sort`, `archived`, `page`, `pageSize`, and any plain field; or all as a file. */
export function GET(request: Request, { params }: Props): Promise<Response> {
  return answerAnyReader(request, async (unit) => {
    const name = objectNameOf((await params).name);
    const asked = new URL(request.url).searchParams;
    const format = asked.get('format');
    asked.delete('format');
    const query = readListQuery(name, asked);
    if (format !== 'csv' && format !== 'json') return listOf(unit, name, query);
    const isCsv = format === 'csv';
    return new Response(await (isCsv ? exportAsCsv : exportAsJson)(unit, name, query), {
      headers: {
        'Content-Type': isCsv ? 'text/csv; charset=utf-8' : 'application/json',
        'Content-Disposition': `attachment; filename="${name}.${format}"`,
        'Cache-Control': 'no-store',
      },
    });
  });
}

export function POST(request: Request, { params }: Props): Promise<Response> {
  return answerAnyWriter(request, async (unit, body) => {
    const name = objectNameOf((await params).name);
    return tagged(request, await createObject(unit, name, required(createEnvelope, body)));
  });
}
