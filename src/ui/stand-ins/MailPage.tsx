import { momentText } from '../shared/time';

interface Props {
  readonly mails: readonly {
    readonly id: string;
    readonly recipient: string;
    readonly subject: string;
    readonly body: string;
    readonly sentAt: string;
  }[];
}

/** Text with its addresses as links. */
function withLinks(text: string): React.ReactNode[] {
  return text.split(/(https?:\/\/\S+)/).map((part, i) =>
    part.startsWith('http') ? (
      <a key={`${i} ${part}`} className="link" href={part} style={{ overflowWrap: 'anywhere' }}>
        {part}
      </a>
    ) : (
      part
    ),
  );
}

/** Mails that would have been sent: nothing of them leaves this machine. */
export function MailPage({ mails }: Props) {
  return (
    <div className="page" style={{ maxWidth: 760 }}>
      <h1>Mail</h1>
      <p className="quiet">
        A stand-in for a mail service: what is sent lies here for a week and goes nowhere. Only administrators
        see this page.
      </p>
      {mails.length === 0 && <p>Nothing was sent yet. An invitation of a user is.</p>}
      {mails.map((m) => (
        <article key={m.id} style={{ borderTop: '1px solid var(--hair)', padding: '12px 0' }}>
          <h2 style={{ margin: 0 }}>{m.subject}</h2>
          <p className="quiet" style={{ margin: '2px 0 8px' }}>
            to {m.recipient}, {momentText(m.sentAt, 'UTC')} UTC
          </p>
          <div style={{ whiteSpace: 'pre-line' }}>{withLinks(m.body)}</div>
        </article>
      ))}
    </div>
  );
}
