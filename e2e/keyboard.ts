import { expect, type Locator } from '@playwright/test'

const MOST_STEPS = 150

/** Where something is from where the focus is. */
const whereIs = (what: Locator) =>
  what.evaluate((element) => {
    const focused = document.activeElement ?? document.body
    if (element === focused) return 'here'
    return focused.compareDocumentPosition(element) & Node.DOCUMENT_POSITION_PRECEDING ? 'before' : 'after'
  })

async function walk(what: Locator, forward: string, back: string): Promise<void> {
  for (let k = 0; k < MOST_STEPS; k++) {
    const where = await whereIs(what)
    if (where === 'here') return
    await what.page().keyboard.press(where === 'before' ? back : forward)
  }
  throw new Error(`${forward} does not lead to ${String(what)}`)
}

/** Goes to something as one without a mouse does: with Tab and Shift+Tab, and along a row of tabs with the arrows. */
export async function reach(what: Locator): Promise<void> {
  await expect(what).toBeVisible()
  if ((await what.getAttribute('role')) !== 'tab') return walk(what, 'Tab', 'Shift+Tab')
  await walk(what.locator('xpath=ancestor::*[@role="tablist"]').getByRole('tab', { selected: true }), 'Tab', 'Shift+Tab')
  await walk(what, 'ArrowRight', 'ArrowLeft')
}

/** Reaches something and presses Enter on it. */
export async function press(what: Locator): Promise<void> {
  await reach(what)
  await what.page().keyboard.press('Enter')
}

/** Reaches a field and types over what is in it. */
export async function typeIn(field: Locator, text: string): Promise<void> {
  await reach(field)
  await field.page().keyboard.press('ControlOrMeta+a')
  await field.page().keyboard.insertText(text)
}
