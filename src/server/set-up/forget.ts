import { forgetStudies } from '@/db/repositories/runs/studies';
import { forgetCommands, forgetPositions, forgetRoads, forgetSaid } from '@/db/repositories/set-up/forget';
import { dropMails } from '@/db/repositories/shared/mails';
import { readMany } from '@/db/repositories/shared/schedule';
import { dropIncoming } from '@/db/repositories/work/incoming-mails';
import type { SystemUnit } from '../shared/unit';

const DAY_MS = 86_400_000;
const MAIL_DAYS = 7;
const STUDY_DAYS = 30;

/** Forgets what the company does not keep any longer: housekeeping, and nobody's command. */
export async function forgetOld({ transaction, now }: SystemUnit): Promise<void> {
  const [company] = await readMany(transaction, 'company', ['company']);
  if (!company) return;
  const ago = (days: number): Date => new Date(now * 1000 - days * DAY_MS);
  await forgetPositions(transaction, ago(company.keepPositionsDays));
  await forgetCommands(transaction, ago(company.keepLogsDays));
  await forgetSaid(transaction, ago(company.keepLogsDays));
  await forgetStudies(transaction, ago(STUDY_DAYS));
  await dropMails(transaction, ago(MAIL_DAYS));
  await dropIncoming(transaction, ago(company.keepLogsDays));
  await forgetRoads(transaction, ago(company.keepLogsDays));
}
