/** Time zones by their names in the tz database, as this browser knows them. */
export const ZONES: readonly string[] = Intl.supportedValuesOf('timeZone');
