import { Document, Page, Path, pdf, Svg, Text, View } from '@react-pdf/renderer'
import { aimClash, aimWords, coneFinder, cornerSteps, sectionFor } from '@ochote/core'
import type { Aim, Duty } from '@ochote/contracts'
import { CAUTION } from '../caution/Caution'
import { count, lapTime, longDay, speed } from '../format/format'
import { unitsNow } from '../format/units'
import { dutyMeanings, dutyShapes } from '../cones/dutyShapes'
import type { OpenStint } from '../stint/openStint'
import { PdfCircuit } from './PdfCircuit'
import { PdfStrip } from './PdfStrip'
import { registerPdfFonts } from './pdfFonts'
import { pdfInk, pdfStyles as s } from './pdfStyles'

const CIRCUIT = { width: 300, height: 180 }
const STRIP = { width: 531, height: 50 }
const COLUMNS = 3
const NOTE_LINES = 4

/**
 * A student's brief as one A4 page.
 * @param aims - as they are on the page
 * @param lastTime - what was to be worked on after the stint before
 */
export function briefPdf(open: OpenStint, aims: readonly Aim[], lastTime: readonly string[]): Promise<Blob> {
  registerPdfFonts()
  return pdf(<BriefDocument open={open} aims={aims} lastTime={lastTime} />).toBlob()
}

function BriefDocument({ open, aims, lastTime }: { open: OpenStint; aims: readonly Aim[]; lastTime: readonly string[] }) {
  const { day, stint, student, car, vehicleType, instructor, solution, cones, scheme, plan } = open
  const section = sectionFor(solution.track, solution.corners, aims)
  const aColumn = Math.ceil(solution.corners.length / COLUMNS)
  return (
    <Document title={`Brief: ${student.name}`} language="en">
      <Page size="A4" style={s.page}>
        <Text style={s.title}>{student.name}</Text>
        <Text style={s.sub}>
          {longDay(day.date)}, {stint.startsAt} · {count(stint.plannedLaps, 'lap')} in {car.name} with {instructor.name} ·{' '}
          {solution.track.circuit.name} · {plan.name}, planned lap {lapTime(solution.trace.lapTimeS)}
        </Text>
        <View style={s.row}>
          <PdfCircuit solution={solution} cones={cones} scheme={scheme} {...CIRCUIT} />
          <View style={{ flex: 1 }}>
            <Text style={[s.heading, { marginTop: 0 }]}>Aims</Text>
            {aims.length === 0 && <View style={s.noteLine} />}
            {aims.map((aim, i) => {
              const clash = aimClash(aim, cones)
              return (
                <Text key={i} style={{ fontSize: 10.5, marginBottom: 3 }}>
                  {i + 1}. {aimWords(aim, coneFinder(cones))}
                  {clash &&
                    (clash.inPlan.length > 0
                      ? ` (in this plan the mark stands ${clash.inPlan.join(', or ')})`
                      : ` (this plan has no mark ${clash.place})`)}
                </Text>
              )
            })}
            <Text style={s.heading}>Marks</Text>
            {[...new Set(cones.map((c): Duty => c.duty))].map((duty) => (
              <View key={duty} style={{ flexDirection: 'row', alignItems: 'center', gap: 5, marginBottom: 1.5 }}>
                <Svg width={11} height={11} viewBox="-9 -9 18 18">
                  <Path d={dutyShapes[duty]} fill={scheme.looks[duty].hex} stroke={pdfInk.ink} strokeWidth={1.3} />
                </Svg>
                <Text>
                  <Text style={s.bold}>{duty}</Text>: {scheme.looks[duty].count} × {scheme.looks[duty].colour}, {dutyMeanings[duty]}
                </Text>
              </View>
            ))}
          </View>
        </View>
        {[student.experience, student.wishes, car.notes, vehicleType.vehicle.notes].some((text) => text !== '') && (
          <Text style={{ marginTop: 4 }}>
            {student.experience !== '' && `You have driven: ${student.experience}. `}
            {student.wishes !== '' && `You want: ${student.wishes}. `}
            {[car.notes, vehicleType.vehicle.notes].some(Boolean) &&
              `The car: ${[car.notes, vehicleType.vehicle.notes].filter(Boolean).join(' ')}`}
          </Text>
        )}
        {lastTime.length > 0 && <Text style={{ marginTop: 2 }}>Last time: {lastTime.join('; ')}</Text>}
        {section && (
          <>
            <Text style={s.heading}>
              Section to work on: {section.corners.length === 1 ? 'corner' : 'corners'} {section.corners.join(', ')}
            </Text>
            <Text>{section.why}</Text>
            <PdfStrip solution={solution} cones={cones} scheme={scheme} corners={section.corners} {...STRIP} />
          </>
        )}
        <Text style={s.heading}>Corner by corner</Text>
        <View style={s.row}>
          {Array.from({ length: COLUMNS }, (_, k) => solution.corners.slice(k * aColumn, (k + 1) * aColumn)).map((corners, column) => (
            <View key={column} style={{ flex: 1 }}>
              {corners.map((corner) => (
                <View key={corner.number} style={{ marginBottom: 4 }} wrap={false}>
                  <Text style={s.bold}>
                    {corner.number} {corner.name}, {corner.direction}
                    {corner.points.minSpeed ? `, ${speed(corner.points.minSpeed.speedMps)} at its slowest` : ''}
                  </Text>
                  {cornerSteps(corner, cones, unitsNow()).map((step) => (
                    <Text key={step.action}>
                      {step.action} {step.place}
                    </Text>
                  ))}
                </View>
              ))}
            </View>
          ))}
        </View>
        <Text style={s.heading}>Notes</Text>
        {Array.from({ length: NOTE_LINES }, (_, i) => (
          <View key={i} style={s.noteLine} />
        ))}
        <Text style={s.caution} fixed>
          {CAUTION}
        </Text>
      </Page>
    </Document>
  )
}
