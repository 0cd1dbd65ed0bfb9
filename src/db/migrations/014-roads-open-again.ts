/** When a closed road is open again by itself. */
export const roadsOpenAgain = {
  name: '014-roads-open-again',
  up: `
alter table closures add column opens_at timestamptz;
`,
};
