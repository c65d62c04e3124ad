import type { DayView, PlanDraft } from '@ochote/contracts'
import { distance, fineDistance } from '../format/format'
import { unitSet, windUnit } from '../format/units'
import type { Difference } from '../problem/ConflictDialog'

const percent = (share: number) => `${Math.round(share * 100)} %`
/** To hundredths, as it is typed: margins that differ read differently. */
const wind = (mps: number) => `${Number((mps / windUnit().mps).toFixed(2))} ${windUnit().name}`
const margin = (m: number) => `${Number((m / unitSet().lengthM).toFixed(2))} ${unitSet().length}`

/** A plan's settings as words, in the order they are set. */
function settingsOf(draft: PlanDraft, day: Pick<DayView, 'vehicleTypes' | 'markerSchemes'>): Record<string, string> {
  const { setup, coneEdits } = draft
  const { pace, conditions } = setup
  const list = (texts: readonly string[]) => (texts.length === 0 ? 'none' : texts.join(', '))
  return {
    Name: draft.name,
    'Vehicle type': day.vehicleTypes.find((v) => v.id === draft.vehicleTypeId)?.vehicle.name ?? draft.vehicleTypeId,
    Markers: day.markerSchemes.find((s) => s.id === draft.markerSchemeId)?.name ?? draft.markerSchemeId,
    'Braking and turning': setup.brakingSchool,
    Line: setup.lineSchool,
    'Line by hand': setup.givenLine ? `${setup.givenLine.length} points: ${setup.givenLine.map((p) => p[1].toFixed(1)).join(' ')}` : 'none',
    Pace: `cornering ${percent(pace.lateral)}, braking ${percent(pace.brake)}, power ${percent(pace.drive)}`,
    Margins: `inside ${margin(setup.insideMarginM)}, outside ${margin(setup.outsideMarginM)}`,
    Road: `grip ${percent(conditions.grip)}, on the rubber ${percent(conditions.rubberedGrip)}, wind ${wind(conditions.windMps)} from ${conditions.windFromDeg}°`,
    'First session': draft.firstSession ? 'yes' : 'no',
    'Cones moved': list(coneEdits.moves.map((m) => `${m.coneId} to ${distance(m.stationM)} (${fineDistance(m.offsetM)} across)`)),
    'Cones locked': list(coneEdits.locked),
    'Cones added': list(coneEdits.added.map((c) => `${c.duty} at ${distance(c.stationM)}`)),
    'Cones removed': list(coneEdits.removed),
    Remarks: list(coneEdits.notes.map((n) => `${n.coneId}: ${n.note}`)),
    'What corners are for': list(draft.priorityOverrides.map((p) => `${p.cornerNumber} ${p.kind}, ${p.reason}`)),
    'Unsafe cones answered': list(draft.unsafeAnswers.map((a) => `${a.cornerNumber} by ${a.by}: ${a.reason}`)),
  }
}

const LONGEST = 160
const short = (text: string) => (text.length > LONGEST ? `${text.slice(0, LONGEST)}…` : text)

/** Every setting that two drafts have differently, in words. */
export function draftDifferences(mine: PlanDraft, theirs: PlanDraft, day: Pick<DayView, 'vehicleTypes' | 'markerSchemes'>): Difference[] {
  const [a, b] = [settingsOf(mine, day), settingsOf(theirs, day)]
  return Object.keys(a)
    .filter((what) => a[what] !== b[what])
    .map((what) => ({ what, mine: short(a[what]!), theirs: short(b[what]!) }))
}
