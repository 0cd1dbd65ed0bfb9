import { useQuery } from '@tanstack/react-query';
import Link from 'next/link';
import { acceptances } from '@/contract/plan/accept';
import { errorText } from '../../messages/errors';
import { compareAddress, draftAddress } from '../../shared/addresses';
import { callApi } from '../../shared/api';

const PARTS: Readonly<Record<string, string>> = {
  territory: 'by territory',
  day: 'by day',
  person: 'by person',
  visit: 'by visit',
};

/** What was accepted when, and the live plan as it was before: to look at, and to compare with now. */
export function Accepted() {
  const { data, error } = useQuery({
    queryKey: ['drafts', 'acceptances'],
    queryFn: () => callApi('/api/plan/acceptances', acceptances),
  });
  if (error) return <p className="bad">{errorText(error)}</p>;
  if (!data || data.length === 0) return null;
  return (
    <section>
      <h2>Accepted</h2>
      <table className="figures">
        <thead>
          <tr>
            <th scope="col">When</th>
            <th scope="col">What</th>
            <th scope="col">By</th>
            <th scope="col">The live plan before it</th>
          </tr>
        </thead>
        <tbody>
          {data.map((a) => (
            <tr key={a.commandId}>
              <td>{new Date(a.at).toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' })}</td>
              <td>
                {a.draft}
                <span className="quiet">
                  {a.part && PARTS[a.part] ? `, ${PARTS[a.part]}` : ''}
                  {a.isUndone ? ', undone' : ''}
                </span>
              </td>
              <td>{a.by ?? ''}</td>
              <td>
                <Link className="link" href={draftAddress({ ...a.extent, id: `past-${a.commandId}` })}>
                  look at it
                </Link>{' '}
                <Link className="link" href={compareAddress(a.extent, ['live', `past-${a.commandId}`])}>
                  compare with now
                </Link>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
