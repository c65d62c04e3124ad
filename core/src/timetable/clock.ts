/** Minutes after midnight of a local time "hh:mm". */
export const minutesOf = (time: string): number => Number(time.slice(0, 2)) * 60 + Number(time.slice(3))

/** A local time "hh:mm" of minutes after midnight. */
export const clockTimeOf = (minutes: number): string =>
  `${String(Math.floor(minutes / 60)).padStart(2, '0')}:${String(minutes % 60).padStart(2, '0')}`
