/** Roads that are closed for a while, by the spot where nobody gets through. */
export const closedRoads = {
  name: '011-closed-roads',
  up: `
create table closures (
  id text primary key,
  lat double precision not null check (lat between -90 and 90),
  lon double precision not null check (lon between -180 and 180),
  radius_m integer not null check (radius_m between 10 and 5000),
  note text not null check (length(note) between 1 and 80),
  version integer not null default 1,
  archived_at timestamptz
);
`,
};
