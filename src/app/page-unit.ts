import 'server-only';
import { redirect } from 'next/navigation';
import { withUser } from '@/server/edge/process';
import { Refusal } from '@/server/shared/refusal';
import type { Unit } from '@/server/shared/unit';
import { sessionToken } from './http';

/** Reads for a page in the name of whoever is signed in; others go to sign in first. */
export async function forPage<T>(work: (unit: Unit) => Promise<T>): Promise<T> {
  try {
    return await withUser(await sessionToken(), 'read', work);
  } catch (cause) {
    if (cause instanceof Refusal && cause.code === 'signed-out') redirect('/sign-in');
    throw cause;
  }
}

/** The same; null for what the user has no right to or what is not there. */
export async function forPageOrNull<T>(work: (unit: Unit) => Promise<T>): Promise<T | null> {
  return forPage(async (unit) => {
    try {
      return await work(unit);
    } catch (cause) {
      if (cause instanceof Refusal && cause.code === 'not-found') return null;
      throw cause;
    }
  });
}
