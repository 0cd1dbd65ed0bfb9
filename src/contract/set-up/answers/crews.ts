import { z } from 'zod';

/** What somebody of a crew is on a day; clashes last. */
export const CREW_STATES = ['leads', 'in', 'away', 'off', 'other-crew', 'own-visits'] as const;
export type CrewState = (typeof CREW_STATES)[number];

/** Who of a crew is in on each of the next days. */
export const crewDays = z.strictObject({
  dates: z.array(z.string()),
  /** Days on which it works at all. */
  works: z.array(z.boolean()),
  /** Days on which it works and nobody leads it. */
  leaderless: z.array(z.string()),
  people: z.array(
    z.strictObject({
      id: z.string(),
      name: z.string(),
      /** By day; null while they are not part of it. */
      states: z.array(z.enum(CREW_STATES).nullable()),
      /** What clashes: the other crew, how many visits of their own. */
      facts: z.array(z.string()),
    }),
  ),
});
export type CrewDays = z.infer<typeof crewDays>;
