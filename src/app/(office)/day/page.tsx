import { notFound } from 'next/navigation';
import { Suspense } from 'react';
import { readDayDefaults } from '@/server/day/read-day-defaults';
import { DayPage } from '@/ui/day/DayPage';
import { forPageOrNull } from '../../page-unit';

/** The plan while it is carried out. */
export default async function Page() {
  const read = await forPageOrNull(readDayDefaults);
  if (!read) notFound();
  return (
    <Suspense>
      <DayPage {...read} />
    </Suspense>
  );
}
