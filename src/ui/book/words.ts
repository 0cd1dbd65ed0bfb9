/** What customers are told when something did not go, in a sentence; nothing of what else there is. */
const PROBLEMS: Readonly<Record<string, string>> = {
  'window-gone': 'This time was just taken. Please choose another one.',
  'not-held-out': 'This time is not on offer any more. Please choose another one.',
  'too-late': 'It is too late to change this here. Please call us.',
  caller: 'Please tell us your name.',
  email: 'Please give an e-mail address that we can write to.',
  phone: 'The phone number has something in it that is no number.',
  window: 'Please choose a time.',
  'too-many': 'That was a lot in a short time. Please wait a few minutes.',
};

export function bookProblem(code: string): string {
  return PROBLEMS[code] ?? 'That did not work. Please try again, or call us.';
}

export function dayWords(at: number, zone: string): string {
  return new Intl.DateTimeFormat('en-GB', {
    timeZone: zone,
    weekday: 'long',
    day: 'numeric',
    month: 'long',
  }).format(at * 1000);
}

export function clockWords(at: number, zone: string): string {
  return new Intl.DateTimeFormat('en-GB', {
    timeZone: zone,
    hour: '2-digit',
    minute: '2-digit',
    hourCycle: 'h23',
  }).format(at * 1000);
}
