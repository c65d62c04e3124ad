import bold from '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-700-normal.woff?url'
import regular from '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-400-normal.woff?url'
import { Font } from '@react-pdf/renderer'

export const PDF_FONT = 'Atkinson'

let registered = false

/** Registers the shipped fonts for printing, once. */
export function registerPdfFonts(): void {
  if (registered) return
  Font.register({
    family: PDF_FONT,
    fonts: [
      { src: regular, fontWeight: 400 },
      { src: bold, fontWeight: 700 },
    ],
  })
  Font.registerHyphenationCallback((word) => [word])
  registered = true
}
