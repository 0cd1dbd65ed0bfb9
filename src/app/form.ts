import 'server-only';
import { failureOf } from '@/server/edge/failure';
import { clientOf, requireOwnOrigin } from './http';

const MOST_BYTES = 16 * 1024;

type Form = Readonly<Record<string, string>>;

/**
 * Answers a form that was sent without script: leads on to where the work says, or back with the code of what is wrong. Nothing else of
 * a failure is told.
 */
export async function answerForm(
  request: Request,
  prepare: (
    form: Form,
    client: string,
  ) => Promise<{ readonly back: string; readonly work: () => Promise<string> }>,
): Promise<Response> {
  let back = '/book';
  try {
    await requireOwnOrigin(request);
    const text = await request.text();
    if (text.length > MOST_BYTES) return to('/book?problem=invalid');
    const prepared = await prepare(Object.fromEntries(new URLSearchParams(text)), await clientOf());
    back = prepared.back;
    return to(await prepared.work());
  } catch (cause) {
    const { body } = failureOf(cause, null);
    const facts = (body as { facts?: { reason?: string; problems?: { path: string }[] } }).facts;
    const code = facts?.reason ?? facts?.problems?.[0]?.path ?? (body as { code?: string }).code ?? 'failed';
    return to(`${back}${back.includes('?') ? '&' : '?'}problem=${encodeURIComponent(code)}`);
  }
}

function to(address: string): Response {
  return new Response(null, { status: 303, headers: { Location: address, 'Cache-Control': 'no-store' } });
}
