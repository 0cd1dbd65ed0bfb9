import { enterAs } from './steps';
import { expect, test } from './test';

test('holidays are read again and again from the calendar stand-in, and time off out of a file', async ({
  page,
}) => {
  await enterAs(page, 'analyst');
  await page.goto('/set-up/calendars/new');
  await page.getByRole('textbox', { name: 'Name', exact: true }).fill('Feasts of the north');
  await page.getByRole('button', { name: /^Address of the calendar/ }).click();
  await page
    .getByRole('textbox', { name: 'Address of the calendar' })
    .fill('/stand-ins/calendars/feasts.ics');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText('choose one of the two').first()).toBeVisible();
  await page.getByRole('button', { name: /^Where holidays/ }).click();
  await page.getByRole('combobox', { name: 'Where holidays' }).fill('North');
  await page.getByRole('option', { name: 'North' }).click();
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText('is saved').first()).toBeVisible();
  await page.getByRole('button', { name: 'Read it now' }).click();
  await expect(page.getByText('2 parts of days in the next year')).toBeVisible({ timeout: 30_000 });
  await page.goto('/set-up/territories/north');
  await expect(page.getByText('Day of the Nets')).toBeVisible();

  await page.goto('/set-up/technicians/tech-13');
  const file = page.locator('input[type=file]');
  await file.setInputFiles({ name: 'x.ics', mimeType: 'text/calendar', buffer: Buffer.from('nothing') });
  await expect(page.getByText('is no iCalendar file')).toBeVisible();
  const lines = [
    'BEGIN:VCALENDAR',
    'VERSION:2.0',
    'PRODID:-//test',
    'BEGIN:VEVENT',
    'UID:a@test',
    'DTSTAMP:20260101T000000Z',
    'DTSTART;VALUE=DATE:20260610',
    'DTEND;VALUE=DATE:20260612',
    'SUMMARY:Course',
    'END:VEVENT',
    'END:VCALENDAR',
    '',
  ];
  await page.locator('input[type=file]').setInputFiles({
    name: 'x.ics',
    mimeType: 'text/calendar',
    buffer: Buffer.from(lines.join('\r\n')),
  });
  await expect(page.getByText('2 days of the file are in the list; nothing is saved yet.')).toBeVisible();
  await expect(page.locator('[data-effect]')).toContainText('of the live plan would break a rule');
  await page.getByRole('button', { name: 'Take back' }).click();
  const download = page.waitForEvent('download');
  await page.getByRole('link', { name: 'take out as iCalendar' }).click();
  expect((await download).suggestedFilename()).toMatch(/\.ics$/);
});

test('a crew says who is in, and what clashes', async ({ page }) => {
  await enterAs(page, 'analyst');
  await page.goto('/set-up/crews/crew-quay');
  await expect(page.getByRole('cell', { name: /Edda Larkenby, Tue 9 June: leads/ })).toBeVisible();
  await expect(page.getByText(/of their own: Thu 18 June/)).toBeVisible();
  await page.getByRole('button', { name: 'add a change' }).click();
  await page.getByRole('button', { name: /^Person: choose/ }).click();
  await page.getByRole('combobox', { name: 'Person' }).fill('Edda');
  await page.getByRole('option', { name: 'Edda Larkenby' }).click();
  await expect(page.getByRole('cell', { name: /Edda Larkenby, Tue 9 June: is away/ })).toBeVisible();
  await expect(page.getByText('Nobody leads it on Tue 9 June')).toBeVisible();
  await page.getByRole('button', { name: 'Take back' }).click();
  await page.goto('/set-up/depots/depot-quay');
  await expect(page.getByText('Kept here')).toBeVisible();
});
