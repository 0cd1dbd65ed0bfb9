/** What a report does not say. */
export const UNSAID = {
  visitId: null,
  part: 1,
  minutes: null,
  reason: '',
  lat: null,
  lon: null,
  papers: null,
  photo: null,
  stops: null,
  date: null,
};
