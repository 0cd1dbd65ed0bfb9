import { minutesOf } from './CrewTime';

describe('minutes as they are typed on a phone', () => {
  it('are whole numbers up to a day, and nothing else', () => {
    expect(minutesOf('45')).toBe(45);
    expect(minutesOf(' 0 ')).toBe(0);
    expect(minutesOf('1440')).toBe(1440);
    for (const wrong of ['', ' ', '1441', '-5', '12.5', 'an hour']) expect(minutesOf(wrong)).toBeNull();
  });
});
