import PostalMime from 'postal-mime';

/** What a mail says that matters for a request. */
export interface ReadMail {
  readonly from: string;
  readonly name: string;
  readonly subject: string;
  readonly text: string;
  readonly attachments: readonly string[];
  /** Written by a program as an answer (RFC 3834): nobody is to answer it. */
  readonly isAutomatic: boolean;
}

const MOST_NUMBER = 2_000_000_000;

/** A page as text: what stands between its tags. */
function textOfPage(html: string): string {
  return html
    .replaceAll(/<(style|script)[\s\S]*?<\/\1\s*>/gi, '')
    .replaceAll(/<br\s*\/?>|<\/(p|div|tr|li|h\d)\s*>/gi, '\n')
    .replaceAll(/<[^>]*>/g, '')
    .replaceAll('&nbsp;', ' ')
    .replaceAll('&lt;', '<')
    .replaceAll('&gt;', '>')
    .replaceAll('&quot;', '"')
    .replaceAll('&amp;', '&');
}

/** What somebody wrote themselves: without what they answer to and without their signature (a line of "-- ", RFC 3676). */
function ownWords(text: string): string {
  const lines = text.replaceAll('\r\n', '\n').split('\n');
  const end = lines.indexOf('-- ');
  return lines
    .slice(0, end < 0 ? lines.length : end)
    .filter((line) => !line.startsWith('>'))
    .join('\n')
    .replaceAll(/[ \t]+\n/g, '\n')
    .replaceAll(/\n{3,}/g, '\n\n')
    .trim();
}

/** Reads a mail as a mail service passes it on (RFC 5322, MIME). Throws with a sentence where nobody sent it or it says nothing. */
export async function readMail(raw: string): Promise<ReadMail> {
  const mail = await PostalMime.parse(raw);
  // No database keeps this sign in a text.
  const clean = (text: string | undefined): string => (text ?? '').replaceAll('\u0000', '').trim();
  const from = clean(mail.from?.address);
  if (!from.includes('@')) throw new Error('It does not say who sent it');
  const subject = clean(mail.subject).replaceAll(/\s+/g, ' ');
  const text = ownWords(clean(mail.text ?? textOfPage(mail.html ?? '')));
  if (subject === '' && text === '') throw new Error('It says nothing');
  const submitted =
    mail.headers
      .find((h) => h.key === 'auto-submitted')
      ?.value.trim()
      .toLowerCase() ?? 'no';
  return {
    from,
    name: clean(mail.from?.name),
    subject,
    text,
    attachments: mail.attachments.flatMap((a) => (a.filename ? [clean(a.filename)] : [])),
    isAutomatic: submitted !== 'no',
  };
}

/** The number of a work order that a mail speaks of ("W-1234"); null where it speaks of none. */
export function orderNumberIn(text: string): number | null {
  const number = Number(/\bW-(\d{1,10})\b/i.exec(text)?.[1] ?? 0);
  return number > 0 && number <= MOST_NUMBER ? number : null;
}

const MOST_WORDS = 400;

/** Words that could be a serial number: those with a digit in them. */
export function numbersIn(text: string): string[] {
  const words = text.toLowerCase().match(/[\p{L}\p{N}][\p{L}\p{N}./_-]*/gu) ?? [];
  return [
    ...new Set(
      words
        .filter((w) => /\d/.test(w) && w.length >= 4)
        .map((w) => w.replace(/[./_-]+$/, ''))
        .slice(0, MOST_WORDS),
    ),
  ];
}

const MOST_SAID = 2000;

/** A mail in the words of a request: subject, what was written, and what was with it. */
export function saidIn({ subject, text, attachments }: ReadMail): string {
  const with_ = attachments.length === 0 ? '' : `With it: ${attachments.join(', ')}.`;
  const all = [subject, text, with_].filter((part) => part !== '').join('\n\n');
  return all.length <= MOST_SAID ? all : `${all.slice(0, MOST_SAID - 2)} …`;
}
