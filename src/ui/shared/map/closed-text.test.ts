import { closedText } from './closed-text';

it('says what is closed, and until when by the clock of the place', () => {
  expect(closedText({ note: 'The old bridge', opensAt: null }, 'Atlantic/Madeira')).toBe('The old bridge');
  const opensAt = Date.UTC(2026, 5, 10, 16, 30) / 1000;
  expect(closedText({ note: 'The old bridge', opensAt }, 'Atlantic/Madeira')).toBe(
    'The old bridge, until Wed 10 Jun 17:30',
  );
});
