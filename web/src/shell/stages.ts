/** The stages in the order of the work, each one key away. */
export const stages = [
  { path: 'plan', name: 'Plan', key: 'p' },
  { path: 'brief', name: 'Brief', key: 'b' },
  { path: 'run', name: 'Run', key: 'r' },
  { path: 'debrief', name: 'Debrief', key: 'd' },
  { path: 'progress', name: 'Progress', key: 'g' },
] as const
export const TODAY_KEY = 't'
export const LIBRARY_KEY = 's'
export const DAYS_KEY = 'y'

export const dayPath = (dayId: string): string => `/days/${dayId}`

export const stagePath = (dayId: string, stage: string, openId?: string): string => `/days/${dayId}/${stage}${openId ? `/${openId}` : ''}`

/** Whether a key press goes to a field or dialog and not to the page. */
export function isForField(event: KeyboardEvent): boolean {
  const target = event.target as HTMLElement | null
  const typing = target?.closest(
    'input:not([type="checkbox"]), textarea, select, [role="combobox"], [role="listbox"], [role="dialog"], [role="slider"], [contenteditable]',
  )
  return Boolean(typing) || event.ctrlKey || event.metaKey || event.altKey
}
