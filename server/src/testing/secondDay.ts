/** The date of the demonstration's second day in tests. */
export const SECOND_DAY = '2026-10-17'
