import { StyleSheet } from '@react-pdf/renderer'
import { PDF_FONT } from './pdfFonts'

/** Ink on white paper: what a school's printer has. */
export const pdfInk = { ink: '#1e1d1a', soft: '#5a564d', edge: '#6f695d', action: '#1d5a43', rule: '#c9c2b2' } as const

export const pdfStyles = StyleSheet.create({
  page: {
    fontFamily: PDF_FONT,
    fontSize: 8.6,
    color: pdfInk.ink,
    paddingTop: 26,
    paddingBottom: 44,
    paddingHorizontal: 32,
    lineHeight: 1.25,
  },
  title: { fontSize: 18, fontWeight: 700, lineHeight: 1.2 },
  sub: { color: pdfInk.soft, marginBottom: 6 },
  heading: { fontSize: 11, fontWeight: 700, marginTop: 7, marginBottom: 2 },
  bold: { fontWeight: 700 },
  row: { flexDirection: 'row', gap: 12 },
  caution: {
    position: 'absolute',
    bottom: 18,
    left: 32,
    right: 32,
    fontSize: 6.6,
    color: pdfInk.soft,
    borderTopWidth: 0.5,
    borderTopColor: pdfInk.rule,
    paddingTop: 3,
  },
  noteLine: { borderBottomWidth: 0.5, borderBottomColor: pdfInk.rule, height: 15 },
  cell: { borderBottomWidth: 0.5, borderBottomColor: pdfInk.rule, paddingVertical: 1.6, paddingRight: 6 },
})
