// Days as people write them. A day has no hour: it is told as it is written, wherever one is.
const inEnglish = new Intl.DateTimeFormat('en-GB', {
  day: 'numeric',
  month: 'short',
  year: 'numeric',
  timeZone: 'UTC',
});

/** @param day YYYY-MM-DD */
export const dayInWords = (day: string): string => inEnglish.format(new Date(`${day}T00:00:00Z`));
