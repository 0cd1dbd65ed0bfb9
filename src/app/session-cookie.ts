import 'server-only';
import { cookies } from 'next/headers';
import { usesSecureCookies } from '@/server/edge/process';
import { SESSION_COOKIE } from './http';

export async function setSessionCookie(token: string): Promise<void> {
  (await cookies()).set(SESSION_COOKIE, token, {
    httpOnly: true,
    sameSite: 'lax',
    secure: usesSecureCookies(),
    path: '/',
    maxAge: 12 * 3600,
  });
}

export async function clearSessionCookie(): Promise<void> {
  (await cookies()).delete(SESSION_COOKIE);
}
