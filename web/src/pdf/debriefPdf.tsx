import { Document, Page, pdf, Text, View } from '@react-pdf/renderer'
import { bestLap, faultOf, followUps, severityNames, timedLaps, type CornerPicture, type StintRecord } from '@ochote/core'
import type { DebriefDraft } from '@ochote/contracts'
import { CAUTION } from '../caution/Caution'
import { count, difference, lapTime, longDay } from '../format/format'
import type { OpenStint } from '../stint/openStint'
import { unitsNow } from '../format/units'
import { PdfCircuit } from './PdfCircuit'
import { PdfCornerPicture } from './PdfCornerPicture'
import { registerPdfFonts } from './pdfFonts'
import { pdfStyles as s } from './pdfStyles'

const CIRCUIT = { width: 290, height: 200 }
const PICTURE = { width: 250, height: 112 }
/** Fewer where pictures take their place on the page. */
const MOST_CORRECTIONS = { withPictures: 9, without: 16 }

/**
 * A student's debrief as one A4 page: what was good, the two things and why, the evidence.
 * @param pictures - of each thing to work on; null where nothing of it was recorded
 */
export function debriefPdf(
  open: OpenStint,
  record: StintRecord,
  draft: DebriefDraft,
  pictures: readonly (CornerPicture | null)[],
): Promise<Blob> {
  registerPdfFonts()
  return pdf(<DebriefDocument open={open} record={record} draft={draft} pictures={pictures} />).toBlob()
}

interface DebriefDocumentProps {
  open: OpenStint
  record: StintRecord
  draft: DebriefDraft
  pictures: readonly (CornerPicture | null)[]
}

function DebriefDocument({ open, record, draft, pictures }: DebriefDocumentProps) {
  const { day, stint, student, car, instructor, solution, cones, scheme } = open
  const laps = timedLaps(record)
  const best = bestLap(record)
  const followed = followUps(record).filter((f) => f.seenOn.length > 0)
  const drawn = pictures.filter((one) => one !== null)
  const mostCorrections = drawn.length > 0 ? MOST_CORRECTIONS.withPictures : MOST_CORRECTIONS.without
  const shown = new Set(draft.workOn.map((w) => w.corner))
  return (
    <Document title={`Debrief: ${student.name}`} language="en">
      <Page size="A4" style={[s.page, { fontSize: 9.4 }]}>
        <Text style={s.title}>{student.name}</Text>
        <Text style={s.sub}>
          {longDay(day.date)}, {stint.startsAt} · {solution.track.circuit.name} · {count(laps.length, 'lap')} in {car.name} with{' '}
          {instructor.name}
        </Text>
        <Text style={s.heading}>What was good</Text>
        {draft.good.map((good, i) => (
          <Text key={i}>• {good}</Text>
        ))}
        <Text style={s.heading}>To work on</Text>
        {draft.workOn.map((w, i) => (
          <View key={i} style={{ marginBottom: 4 }}>
            <Text style={[s.bold, { fontSize: 11 }]}>
              {i + 1}. Corner {w.corner}: {w.advice}
            </Text>
            <Text>
              {faultOf(w.code)?.name ?? w.code}: {w.reason}
            </Text>
          </View>
        ))}
        {drawn.length > 0 && (
          <View style={[s.row, { marginTop: 4 }]}>
            {drawn.map((picture) => (
              <View key={`${picture.corner} ${picture.lap}`}>
                <PdfCornerPicture picture={picture} units={unitsNow()} {...PICTURE} />
                <Text style={{ fontSize: 7 }}>
                  Corner {picture.corner}, recorded lap {picture.lap}: driven solid, planned dotted
                </Text>
              </View>
            ))}
          </View>
        )}
        {draft.sentence !== '' && (
          <>
            <Text style={s.heading}>From {instructor.name}</Text>
            <Text style={{ fontSize: 11 }}>{draft.sentence}</Text>
          </>
        )}
        <View style={[s.row, { marginTop: 8 }]}>
          <View>
            <PdfCircuit
              solution={solution}
              cones={cones.filter((c) => shown.has(c.cornerNumber))}
              scheme={scheme}
              numbered={shown}
              {...CIRCUIT}
            />
          </View>
          <View style={{ flex: 1 }}>
            <Text style={[s.heading, { marginTop: 0 }]}>Laps</Text>
            {laps.map((lap) => (
              <Text key={lap.number} style={s.cell}>
                Lap {lap.number} {lapTime(lap.timeS ?? 0)} {lap === best ? 'the best' : difference((lap.timeS ?? 0) - (best?.timeS ?? 0))}
              </Text>
            ))}
          </View>
        </View>
        <Text style={s.heading}>Corrections, and what came of them</Text>
        {followed.slice(0, mostCorrections).map((c) => (
          <View key={`${c.corner}${c.code}`} style={[s.cell, { flexDirection: 'row' }]}>
            <Text style={{ width: 60 }}>Corner {c.corner}</Text>
            <Text style={{ flex: 2 }}>{faultOf(c.code)?.name ?? c.code}</Text>
            <Text style={{ flex: 1 }}>{c.severity && severityNames[c.severity]}</Text>
            <Text style={{ flex: 1.4 }}>on laps {c.seenOn.join(', ')}</Text>
            <Text style={[s.bold, { flex: 1 }]}>{c.verdict}</Text>
          </View>
        ))}
        {followed.length > mostCorrections && <Text>and {followed.length - mostCorrections} more in the log</Text>}
        <Text style={s.caution} fixed>
          {CAUTION}
        </Text>
      </Page>
    </Document>
  )
}
