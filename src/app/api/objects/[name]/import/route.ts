import { z } from 'zod';
import { importFromCsv } from '@/server/shared/objects/import-objects';
import { required } from '@/server/shared/refusal';
import { answerAnyWriter } from '../../../../programs';
import { objectNameOf } from '../../../object-name';

const envelope = z.strictObject({ csv: z.string() });

/** Brings objects in from CSV with the columns that a list is taken out with. */
export function POST(request: Request, { params }: { params: Promise<{ name: string }> }): Promise<Response> {
  return answerAnyWriter(request, async (unit, body) => {
    const name = objectNameOf((await params).name);
    return importFromCsv(unit, name, required(envelope, body).csv);
  });
}
