import { Document, Page, pdf, Text, View } from '@react-pdf/renderer'
import type { PlanCallSheet } from '@ochote/core'
import { CAUTION } from '../caution/Caution'
import { lapTime, longDay } from '../format/format'
import type { OpenStint } from '../stint/openStint'
import { registerPdfFonts } from './pdfFonts'
import { pdfInk, pdfStyles as s } from './pdfStyles'

/** A6, in points: it fits a pocket. */
const POCKET = { width: 298, height: 420 }
const MARGIN = 18
const NUMBER_WIDTH = 20
/** What title and caution leave of the height, in points. */
const ROOM_FOR_CALLS = POCKET.height - MARGIN - 46 - 34
const TYPE = { largest: 10, smallest: 5 }
/** Mean width of a letter and height of a line, in type sizes; and the gap above a corner, in points. */
const LETTER = 0.5
const LINE = 1.25
const GAP = 3

/** A corner's calls as they stand in its row. */
export interface PocketRow {
  readonly corner: string
  readonly calls: string
  /** where its slowing mark stands; empty where it has none */
  readonly mark: string
}

/** The largest type in which all rows fit on one page, in points. */
export function pocketType(rows: readonly PocketRow[]): number {
  for (let size = TYPE.largest; size > TYPE.smallest; size -= 0.5) {
    const letters = (POCKET.width - 2 * MARGIN - NUMBER_WIDTH) / (LETTER * size)
    const lines = rows.reduce((sum, { calls, mark }) => sum + Math.ceil(calls.length / letters) + Math.ceil(mark.length / letters), 0)
    if (lines * LINE * size + rows.length * GAP <= ROOM_FOR_CALLS) return size
  }
  return TYPE.smallest
}

/** The calls of a lap, corner by corner in its order; those between corners stand with the corner before. */
export function pocketRows(sheet: PlanCallSheet, { cones }: Pick<OpenStint, 'cones'>): PocketRow[] {
  const rows: { corner: string; calls: string[] }[] = []
  for (const call of [...sheet.calls].sort((a, b) => a.actionTimeS - b.actionTimeS)) {
    const { cornerNumber } = sheet.about[call.id]!
    const last = rows[rows.length - 1]
    if (last && (cornerNumber === '' || last.corner === cornerNumber)) last.calls.push(call.text)
    else rows.push({ corner: cornerNumber, calls: [call.text] })
  }
  return rows.map(({ corner, calls }) => {
    const cone = cones.find((c) => c.cornerNumber === corner && (c.duty === 'brake' || c.duty === 'lift'))
    return { corner, calls: calls.join(' · '), mark: cone ? `${cone.duty}: ${cone.foundBy}` : '' }
  })
}

/** A pocket call sheet: every call of a lap by corner, in its order. */
export function callsPdf(open: OpenStint, sheet: PlanCallSheet, lap: number): Promise<Blob> {
  registerPdfFonts()
  return pdf(<CallsDocument open={open} sheet={sheet} lap={lap} />).toBlob()
}

function CallsDocument({ open, sheet, lap }: { open: OpenStint; sheet: PlanCallSheet; lap: number }) {
  const { student, day, car, solution, plan } = open
  const rows = pocketRows(sheet, open)
  const size = pocketType(rows)
  return (
    <Document title={`Calls: ${student.name}, lap ${lap}`} language="en">
      <Page size={POCKET} style={{ ...s.page, paddingTop: MARGIN, paddingHorizontal: MARGIN, paddingBottom: 46 }}>
        <Text style={{ ...s.title, fontSize: 13 }}>
          {student.name}, lap {lap}
        </Text>
        <Text style={s.sub}>
          {longDay(day.date)} · {car.name} · {plan.name}, lap {lapTime(solution.trace.lapTimeS)}
        </Text>
        {rows.map(({ corner, calls, mark }, k) => (
          <View key={k} wrap={false} style={{ flexDirection: 'row', borderTopWidth: 0.5, borderTopColor: pdfInk.rule, paddingTop: 2 }}>
            <Text style={{ ...s.bold, width: NUMBER_WIDTH, fontSize: size }}>{corner || '–'}</Text>
            <View style={{ flex: 1 }}>
              <Text style={{ fontSize: size }}>{calls}</Text>
              {mark !== '' && <Text style={{ fontSize: size - 1, color: pdfInk.soft }}>{mark}</Text>}
            </View>
          </View>
        ))}
        {rows.length === 0 && <Text>Nothing is called on this lap.</Text>}
        <Text style={{ ...s.caution, left: MARGIN, right: MARGIN, bottom: 12, fontSize: 5.6 }} fixed>
          {CAUTION}
        </Text>
      </Page>
    </Document>
  )
}
