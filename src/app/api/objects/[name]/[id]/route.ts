import { archiveEnvelope, saveEnvelope } from '@/contract/shared/object';
import { readObject, readObjectHistory, readUses } from '@/server/shared/objects/read-objects';
import { archiveObject, saveObject } from '@/server/shared/objects/save-object';
import { required } from '@/server/shared/refusal';
import { answerAnyReader, answerAnyWriter, orPrecondition, tagged, withVersion } from '../../../../programs';
import { objectNameOf } from '../../../object-name';

interface Props {
  readonly params: Promise<{ name: string; id: string }>;
}

/** One object; `?with=history` what happened to it, `?with=uses` what names it. */
export function GET(request: Request, { params }: Props): Promise<Response> {
  return answerAnyReader(request, async (unit) => {
    const { name, id } = await params;
    const object = objectNameOf(name);
    const more = new URL(request.url).searchParams.get('with');
    if (more === 'history') return readObjectHistory(unit, object, id);
    if (more === 'uses') return readUses(unit, object, id);
    return tagged(request, await readObject(unit, object, id));
  });
}

export function PUT(request: Request, { params }: Props): Promise<Response> {
  return answerAnyWriter(request, async (unit, raw) => {
    const { name, id } = await params;
    const { body, isByTag } = withVersion(request, raw);
    const given = required(saveEnvelope, body);
    return tagged(
      request,
      await orPrecondition(isByTag, () => saveObject(unit, objectNameOf(name), id, given)),
    );
  });
}

/** Puts away, or takes back. */
export function PATCH(request: Request, { params }: Props): Promise<Response> {
  return answerAnyWriter(request, async (unit, raw) => {
    const { name, id } = await params;
    const { body, isByTag } = withVersion(request, raw);
    const given = required(archiveEnvelope, body);
    return tagged(
      request,
      await orPrecondition(isByTag, () => archiveObject(unit, objectNameOf(name), id, given)),
    );
  });
}
