/** A moment's day as people of a language write it: "Thursday 11 June". */
export function dayIn(at: number, zone: string, language: string): string {
  return new Intl.DateTimeFormat(known(language), {
    timeZone: zone,
    weekday: 'long',
    day: 'numeric',
    month: 'long',
  }).format(at * 1000);
}

export function clockIn(at: number, zone: string, language: string): string {
  return new Intl.DateTimeFormat(known(language), {
    timeZone: zone,
    hour: '2-digit',
    minute: '2-digit',
    hourCycle: 'h23',
  }).format(at * 1000);
}

/** English days are written as they are read here: the day before the month. */
function known(language: string): string {
  if (language === 'en') return 'en-GB';
  return Intl.DateTimeFormat.supportedLocalesOf([language])[0] ?? 'en-GB';
}
