/** Messages to technicians about their own days, and what each was told last. */
export const toldPeople = {
  name: '012-told-people',
  up: `
alter table messages add column technician_id text references technicians on delete set null;
create table told_days (
  person_id text not null references workers,
  date date not null,
  noticed jsonb not null,
  noticed_at timestamptz not null,
  told jsonb,
  told_at timestamptz,
  primary key (person_id, date)
);
`,
};
