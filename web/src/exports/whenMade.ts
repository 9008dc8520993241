export const weekdays = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'];

/** When a saved export is made, as it is said. */
export const whenMade = (saved: { every: string; hour: number; on_day: number }): string => {
  const at = `from ${saved.hour}:00 on`;
  switch (saved.every) {
    case 'day':
      return `every day, ${at}`;
    case 'week':
      return `every ${weekdays[saved.on_day - 1] ?? 'week'}, ${at}`;
    case 'month':
      return `on day ${saved.on_day} of each month, ${at}`;
    default:
      return 'when someone asks for it';
  }
};
