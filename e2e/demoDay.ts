/** The date of the demonstration's second day in tests and pictures. */
export const DEMO_DAY = '2026-10-17'
