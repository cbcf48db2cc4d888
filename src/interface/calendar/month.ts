// The days of a month as a sheet of whole weeks, Monday first.
import dayjs from 'dayjs';

/** @param month YYYY-MM @returns weeks of days, YYYY-MM-DD */
export function weeksOf(month: string): string[][] {
  const first = dayjs(`${month}-01`),
    begin = first.subtract((first.day() + 6) % 7, 'day'),
    weeks = Math.ceil((((first.day() + 6) % 7) + first.daysInMonth()) / 7);
  return Array.from({ length: weeks }, (_, w) =>
    Array.from({ length: 7 }, (_, d) => begin.add(w * 7 + d, 'day').format('YYYY-MM-DD')),
  );
}

/** @param by months later; earlier when negative */
export const monthBeside = (month: string, by: number): string =>
  dayjs(`${month}-01`).add(by, 'month').format('YYYY-MM');

/** The day something happens where one is. @param iso ISO 8601 */
export const dayOf = (iso: string): string => dayjs(iso).format('YYYY-MM-DD');
