const form = new Intl.DateTimeFormat('en-GB', {
  day: 'numeric',
  month: 'short',
  year: 'numeric',
  hour: '2-digit',
  minute: '2-digit',
});

/** A moment of the store as day and time here: 24 Nov 2026, 09:12. */
export const day = (moment: string): string => form.format(new Date(moment));
