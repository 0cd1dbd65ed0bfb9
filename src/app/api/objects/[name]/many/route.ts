import { saveMany } from '@/server/shared/objects/save-many';
import { answerAnyWriter } from '../../../../programs';
import { objectNameOf } from '../../../object-name';

/** Sets fields of many objects at once. */
export function POST(request: Request, { params }: { params: Promise<{ name: string }> }): Promise<Response> {
  return answerAnyWriter(request, async (unit, body) =>
    saveMany(unit, objectNameOf((await params).name), body),
  );
}
