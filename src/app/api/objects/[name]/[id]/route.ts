import { archiveEnvelope, saveEnvelope } from '@/contract/shared/object';
import { readObject, readObjectHistory, readUses } from '@/server/shared/objects/read-objects';
import { archiveObject, saveObject } from '@/server/shared/objects/save-object';
import { required } from '@/server/shared/refusal';
import { answerReader, answerWriter } from '../../../../http';
import { objectNameOf } from '../../../object-name';

interface Props {
  readonly params: Promise<{ name: string; id: string }>;
}

/** One object; `?with=history` what happened to it, `?with=uses` what names it. */
export function GET(request: Request, { params }: Props): Promise<Response> {
  return answerReader(request, async (unit) => {
    const { name, id } = await params;
    const object = objectNameOf(name);
    const more = new URL(request.url).searchParams.get('with');
    if (more === 'history') return readObjectHistory(unit, object, id);
    if (more === 'uses') return readUses(unit, object, id);
    return readObject(unit, object, id);
  });
}

export function PUT(request: Request, { params }: Props): Promise<Response> {
  return answerWriter(request, async (unit, body) => {
    const { name, id } = await params;
    return saveObject(unit, objectNameOf(name), id, required(saveEnvelope, body));
  });
}

/** Puts away, or takes back. */
export function PATCH(request: Request, { params }: Props): Promise<Response> {
  return answerWriter(request, async (unit, body) => {
    const { name, id } = await params;
    return archiveObject(unit, objectNameOf(name), id, required(archiveEnvelope, body));
  });
}
