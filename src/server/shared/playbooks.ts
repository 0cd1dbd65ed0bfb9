import { type PlaybookContent, readPlaybookContent } from '@/contract/playbooks/playbook';
import type { Transaction } from '@/db/connection';
import {
  readLiveVersion,
  readNewestVersions,
  readVersion,
  type StoredVersion,
} from '@/db/repositories/playbooks/playbooks';
import { Refusal } from './refusal';

export interface PlaybookVersion {
  readonly id: string;
  readonly playbookId: string;
  readonly name: string;
  readonly version: number;
  readonly note: string;
  readonly content: PlaybookContent;
}

/** Versions stored by earlier releases are raised to what is known now. */
export function raised(stored: StoredVersion): PlaybookVersion {
  return { ...stored, content: readPlaybookContent(stored.content) };
}

/** A version by id, for whatever is priced by it. */
export async function playbookVersion(transaction: Transaction, id: string): Promise<PlaybookVersion> {
  const stored = await readVersion(transaction, id);
  if (!stored) throw new Refusal('not-found');
  return raised(stored);
}

/** By whose prices the live plan is read: the one that the company chose, or the first by name. */
export async function livePlaybook(transaction: Transaction): Promise<PlaybookVersion> {
  const stored = (await readLiveVersion(transaction)) ?? (await readNewestVersions(transaction))[0];
  if (!stored) throw new Refusal('not-found', { what: 'playbook' });
  return raised(stored);
}
