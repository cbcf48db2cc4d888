import { monthBeside, weeksOf } from './month';

it('a month is a sheet of whole weeks, Monday first', () => {
  const may = weeksOf('2026-05');
  expect(may).toHaveLength(5);
  expect(may[0]).toEqual([
    '2026-04-27',
    '2026-04-28',
    '2026-04-29',
    '2026-04-30',
    '2026-05-01',
    '2026-05-02',
    '2026-05-03',
  ]);
  expect(may.at(-1)!.at(-1)).toBe('2026-05-31');
  // Begins on a Monday and fills four weeks; and one that reaches into a sixth.
  expect(weeksOf('2027-02')).toHaveLength(4);
  expect(weeksOf('2026-08')).toHaveLength(6);
});

it('months follow each other over the year', () => {
  expect(monthBeside('2026-12', 1)).toBe('2027-01');
  expect(monthBeside('2026-01', -1)).toBe('2025-12');
});
