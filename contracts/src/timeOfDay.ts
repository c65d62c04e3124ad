import * as z from 'zod'

/** Local time of day, hh:mm. */
export const timeOfDaySchema = z.string().regex(/^([01]\d|2[0-3]):[0-5]\d$/, 'a time such as 09:30')
