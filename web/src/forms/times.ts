const TIME = /^([01]\d|2[0-3]):[0-5]\d$/

/** What is wrong with a typed time; null where nothing is. */
export const wrongTime = (text: string): string | null =>
  TIME.test(text) ? null : `found ${text.trim() || 'nothing'}, expected a time such as 09:30`
/** As `wrongTime`, where the field may be empty. */
export const wrongIfAnyTime = (text: string): string | null => (text.trim() === '' ? null : wrongTime(text))
