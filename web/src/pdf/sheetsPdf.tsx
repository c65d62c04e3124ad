import { Document, Page, pdf, Text, View } from '@react-pdf/renderer'
import type { DayView } from '@ochote/contracts'
import { longDay } from '../format/format'
import { registerPdfFonts } from './pdfFonts'
import { pdfStyles as s } from './pdfStyles'

interface SheetLike {
  readonly title: string
  readonly rows: readonly { id: string; startsAt: string; endsAt: string; student: string; car: string; instructor: string }[]
}

/** Day sheets on A4, each on a page of its own. */
export function sheetsPdf(day: DayView, sheets: readonly SheetLike[]): Promise<Blob> {
  registerPdfFonts()
  return pdf(
    <Document title={`Day sheets: ${day.name}`} language="en">
      {sheets.map((sheet) => (
        <Page key={sheet.title} size="A4" style={[s.page, { fontSize: 11 }]}>
          <Text style={s.title}>{sheet.title}</Text>
          <Text style={s.sub}>
            {day.name} · {longDay(day.date)} · {day.circuit.name}
          </Text>
          {sheet.rows.map((row) => (
            <View key={row.id} wrap={false} style={{ flexDirection: 'row', marginTop: 5 }}>
              <Text style={[s.bold, { width: 90 }]}>
                {row.startsAt} to {row.endsAt}
              </Text>
              <Text style={{ width: 150 }}>{row.student}</Text>
              <Text style={{ width: 130 }}>{row.car}</Text>
              <Text style={{ width: 130 }}>{row.instructor}</Text>
            </View>
          ))}
          <Text style={{ marginTop: 14 }}>Flags, marshals, circuit rules and the licensed instructor come first.</Text>
        </Page>
      ))}
    </Document>,
  ).toBlob()
}
