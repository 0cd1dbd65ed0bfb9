import type { Difference } from '../../messages/playbooks/difference';

/** What is different between two versions, a line each. */
export function DifferenceTable({
  differences,
  from,
  to,
}: {
  readonly differences: readonly Difference[];
  readonly from: string;
  readonly to: string;
}) {
  if (differences.length === 0) return <p className="quiet">They say the same.</p>;
  return (
    <table className="figures">
      <thead>
        <tr>
          <th scope="col">What</th>
          <th scope="col">{from}</th>
          <th scope="col">{to}</th>
        </tr>
      </thead>
      <tbody>
        {differences.map((d) => (
          <tr key={`${d.name} ${d.from} ${d.to}`}>
            <td>{d.name}</td>
            <td className="quiet">{d.from}</td>
            <td>{d.to}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
