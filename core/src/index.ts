export { success, failure, type Outcome } from './outcome/outcome'
export { circuitFromDocument, readCircuit } from './files/readCircuit'
export { readRecording } from './files/readRecording'
export { recceCircuit, type RecceCircuit, type RecceInput, type RecordedPlace } from './recce/recceCircuit'
export { circuitRemarks, type CircuitRemark } from './survey/circuitRemarks'
export { readLapSamples } from './files/readLapSamples'
export { estimateVehicle, type VehicleEstimate } from './recorded/estimateVehicle'
export { driveForces, powerKwOf, vehicleFigures, type VehicleFigures } from './speed/vehicleFigures'
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
export { sampleAtTime, stationAtTime } from './speed/atTime'
export { speedAlong, type SpeedTrace } from './speed/speedAlong'
export { coneOffset, describePlace, placeCones, type ComputedCone } from './cones/placeCones'
export { foundByPhrase, landmarksOf, type PlacedLandmark } from './cones/foundBy'
export type { SolvedCorner } from './corners/solvedCorner'
export { solvePlan, type PlanInput, type PlanSolution } from './plan/solvePlan'
export { comparePlans, type ComparedCone } from './plan/comparePlans'
export { isAnswered, readiness, type ReadyItem } from './plan/readiness'
export { purposeSaid, suggestedSections, type Section } from './plan/sections'
export { wordingNames, type WordingName } from './calls/chooseCalls'
export { planDocument } from './plan/planDocument'
export { adviceFor, faultOf, faults, praiseName, praises, severityNames, type Fault, type Severity } from './faults/catalogue'
export {
  bestLap,
  crossings,
  expectedLapS,
  standingEntries,
  stintRecord,
  timedLaps,
  timeOf,
  type LoggedFault,
  type RecordedLap,
  type StintRecord,
} from './record/stintRecord'
export { correctionsOf, type Correction, type CorrectionOutcome } from './record/corrections'
export { THINGS_TO_WORK_ON, workOnFrom, type WorkOn } from './record/workOn'
export { likelyFaults } from './record/likelyFaults'
export { markFinder, placedCones, type Moved, type PlacedCone } from './cones/placedCones'
export { cornerSteps, type CornerStep } from './brief/cornerSteps'
export { cornerByClock, lapOfCorner, type CornerPass } from './run/cornerByClock'
export { cornerHistories, type CornerHistory, type DayAtCorner } from './record/cornerHistory'
export {
  chooseCalls,
  DEFAULT_REACTION_S,
  FIRST_SESSION_REACTION_S,
  DEFAULT_WORDS_PER_SECOND,
  durationS,
  type CallOption,
  type CallSheet,
  type CallTiming,
  type ChosenCall,
} from './calls/chooseCalls'
export { callOptionsOf, planCalls, type CallsAsked, type PlanCall, type PlanCallSheet } from './calls/planCalls'
export { usualCalls } from './calls/usualCalls'
export { placeWords } from './calls/placeWords'
export { usualMeeting } from './brief/usualMeeting'
export { meetingItems, type MeetingItem } from './brief/meetingItems'
export { talkPaces, talkStationAt, talkThrough, talkTimeOf, talkTimes, type TalkPace, type TalkStep } from './brief/talkThrough'
export { gapLengthM, rotationTable, turnOfLap, type Turn } from './run/rotation'
export { keptBack } from './run/release'
export { rightRunning } from './run/rightRunning'
export { nextCall, type NextCall } from './run/nextCall'
export { readCoded, type CodedEntry, type ReadCoded } from './run/codedEntry'
export { callInBy, carState, COOL_DOWN_SHARE, nextReleaseMs, type CarState } from './run/wallClock'
export { followedCorrections, toAskAbout, type FollowedCorrection, type FollowState } from './record/following'
export { suggestSteps, type SuggestedStep } from './record/suggestSteps'
export { LiveLaps, type LiveLap, type LivePlace } from './live/liveLaps'
export { measurableCodes, measuredPass, resultOfMeasured, type Measured } from './live/measuredPass'
export type { RoomToBeWrong } from './room/roomToBeWrong'
export { doubleApexOffers, type DoubleApexOffer } from './corners/doubleApex'
export type { Upshift } from './corners/upshifts'
export { driveRound, stockTotals, type StockLine } from './cones/placingList'
export { fadeCalls, RIGHT_RUNNING } from './calls/fade'
export { LOOK_AHEAD_S, lookTo, type LookTo } from './calls/eyes'
export { editLine, editableLine, type EditableLine, type EditedLine } from './line/handLine'
export { gripMapOf } from './line/gripMap'
export { knotSpacingFor } from './line/offsetBasis'
export type { OverEdge } from './line/overEdge'
export { whatIf, timeParts, type OuterEdge, type TimePart, type WhatIfAnswer } from './whatIf/whatIf'
export type { Change, ChangeKind } from './whatIf/change'
export { whatIfOf } from './plan/whatIfOf'
export { LINE_SEARCH_VERSION } from './line/chooseLine'
export { foundLineProblems } from './line/withinBounds'
export type { LateApexCorner, LineReport, TightCorner, TooFastCorner } from './plan/lineReport'
