export { success, failure, type Outcome } from './outcome/outcome'
export { circuitFromDocument, readCircuit } from './files/readCircuit'
export { readVehicle } from './files/readVehicle'
export { readSetup } from './files/readSetup'
export { featuresOf, type Circuit } from './geometry/circuit'
export { localFrame, toLocal, toLonLat, type LocalFrame } from './geometry/localMetres'
export { placeAt, sampleAtStation, sampleTrack, signedApart, stationsApart, valueAt, wrapStation, type Track } from './geometry/track'
export { nearestOnTrack } from './geometry/nearest'
export { cornersOf, isWithin, turnSign, type Corner } from './geometry/corners'
export { hazardsOf, kerbsOf, runOffAt, runOffsOf, type Kerb, type PlacedHazard, type RunOff } from './geometry/stretches'
export { pathOf, type OffsetLine, type Path } from './line/path'
export { pointAt, pointNames, type CornerPoint, type CornerPoints, type DrivenLine, type PointName } from './corners/cornerPoints'
export { speedAlong, type SpeedTrace } from './speed/speedAlong'
export { coneOffset, describePlace, placeCones, type ComputedCone } from './cones/placeCones'
export { foundByPhrase, landmarksOf, type PlacedLandmark } from './cones/foundBy'
export { solvePlan, type PlanInput, type PlanSolution, type SolvedCorner } from './plan/solvePlan'
export { planDocument } from './plan/planDocument'
export { adviceFor, faultOf, faults, praiseName, praises, severityNames, type Fault, type Severity } from './faults/catalogue'
export {
  bestLap,
  standingEntries,
  stintRecord,
  timedLaps,
  type LoggedFault,
  type RecordedLap,
  type StintRecord,
} from './record/stintRecord'
export { correctionsOf, type Correction, type CorrectionOutcome } from './record/corrections'
export { THINGS_TO_WORK_ON, workOnFrom, type WorkOn } from './record/workOn'
export { likelyFaults } from './record/likelyFaults'
export { markFinder, placedCones, type Moved, type PlacedCone } from './cones/movedCones'
export { cornerSteps, type CornerStep } from './brief/cornerSteps'
export { cornerByClock, lapOfCorner, type CornerPass } from './run/cornerByClock'
export { cornerHistories, type CornerHistory, type DayAtCorner } from './record/cornerHistory'
export { chooseCalls, durationS, type CallOption, type CallSheet, type CallTiming, type ChosenCall } from './calls/chooseCalls'
export { planCalls, type PlanCallSheet } from './calls/planCalls'
export { characters, type Character, type CornerCharacter } from './corners/cornerCharacter'
export type { RoomToBeWrong } from './room/roomToBeWrong'
