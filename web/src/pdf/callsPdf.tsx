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

/** A pocket call sheet: every call of a lap by corner, in its order. */
export function callsPdf(open: OpenStint, sheet: PlanCallSheet, lap: number): Promise<Blob> {
  registerPdfFonts()
  return pdf(<CallsDocument open={open} sheet={sheet} lap={lap} />).toBlob()
}

function CallsDocument({
  open: { student, day, car, solution, plan },
  sheet,
  lap,
}: {
  open: OpenStint
  sheet: PlanCallSheet
  lap: number
}) {
  const calls = [...sheet.calls].sort((a, b) => a.actionTimeS - b.actionTimeS)
  return (
    <Document title={`Calls: ${student.name}, lap ${lap}`} language="en">
      <Page size={POCKET} style={{ ...s.page, paddingTop: MARGIN, paddingHorizontal: MARGIN, paddingBottom: 46 }}>
        <Text style={{ ...s.title, fontSize: 13 }}>
          {student.name}, lap {lap}
        </Text>
        <Text style={s.sub}>
          {longDay(day.date)} · {car.name} · {plan.name}, lap {lapTime(solution.trace.lapTimeS)}
        </Text>
        {calls.map((call, k) => {
          const { cornerNumber, stationM } = sheet.about[call.id]!
          const first = k === 0 || sheet.about[calls[k - 1]!.id]!.cornerNumber !== cornerNumber
          return (
            <View
              key={call.id}
              wrap={false}
              style={{ flexDirection: 'row', borderTopWidth: first ? 0.5 : 0, borderTopColor: pdfInk.rule, paddingTop: first ? 2 : 0 }}
            >
              <Text style={{ ...s.bold, width: 22, fontSize: 10 }}>{first ? cornerNumber || '–' : ''}</Text>
              <Text style={{ flex: 1, fontSize: 10 }}>{call.text}</Text>
              <Text style={{ width: 44, textAlign: 'right', color: pdfInk.soft }}>{Math.round(stationM)} m</Text>
            </View>
          )
        })}
        {calls.length === 0 && <Text>Nothing is called on this lap.</Text>}
        <Text style={{ ...s.caution, left: MARGIN, right: MARGIN, bottom: 12, fontSize: 5.6 }} fixed>
          {CAUTION}
        </Text>
      </Page>
    </Document>
  )
}
