/** Of what came back from a visit of a crew: the minutes of each of its members, where they differ. */
export const crewTime = {
  name: '013-crew-time',
  up: `
alter table visit_papers add column crew_minutes jsonb not null default '[]';
`,
};
