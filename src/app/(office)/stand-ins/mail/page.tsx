import { notFound } from 'next/navigation';
import { listMails } from '@/server/stand-ins/mail';
import { MailPage } from '@/ui/stand-ins/MailPage';
import { forPageOrNull } from '../../../page-unit';

/** The stand-in for a mail service: what was sent, for administrators. */
export default async function Page() {
  const mails = await forPageOrNull(listMails);
  if (!mails) notFound();
  return <MailPage mails={mails} />;
}
