import { useScorelineMore } from './use-scoreline-more';

/** What fell short for a reason that no plan can mend, told apart from what this plan missed. */
export function Beyond({
  query,
  loose,
  missed,
  revision = 0,
}: {
  readonly query: string;
  readonly loose: number;
  readonly missed: number;
  readonly revision?: number;
}) {
  const data = useScorelineMore(query, revision);
  if (!data) return null;
  const past = data.beyond.loose.filter((l) => l.why === 'past').length;
  const nobody = data.beyond.loose.filter((l) => l.why === 'nobody').length;
  const told = [
    ...(past > 0
      ? [`${past} ${past === 1 ? 'loose end is' : 'loose ends are'} past their window or due date`]
      : []),
    ...(nobody > 0 ? [`for ${nobody} there is nobody on any day left`] : []),
    ...(data.beyond.missed > 0
      ? [
          `${data.beyond.missed} ${data.beyond.missed === 1 ? 'window was' : 'windows were'} missed before now`,
        ]
      : []),
  ];
  if (told.length === 0 || loose + missed === 0) return null;
  const left = Math.max(0, loose - data.beyond.loose.length);
  return (
    <p className="quiet">
      No plan can mend some of it: {told.join('; ')}. What this plan itself left: {left}{' '}
      {left === 1 ? 'loose end' : 'loose ends'}.
    </p>
  );
}
