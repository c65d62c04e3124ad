export { success, failure, type Outcome } from './outcome/outcome'
export { circuitFromDocument, readCircuit } from './files/readCircuit'
export { fileKindOf, notJson } from './files/fileKind'
export { readRecording } from './files/readRecording'
export { circuitFromDrives, type CircuitFromDrives, type DrivesInput, type RecordedPlace } from './circuitFromDrives/circuitFromDrives'
export { circuitRemarks, type CircuitRemark } from './circuitChecks/circuitRemarks'
export { readLapSamples } from './files/readLapSamples'
export { identifyFromDrive, type VehicleEstimate } from './vehicle/identifyFromDrive'
export { GRAVITY_MPS2 } from './vehicle/forces'
export { driveForces, powerKwOf, vehicleFigures } from './speed/vehicleFigures'
export { readVehicle } from './files/readVehicle'
export { readDayFile } from './files/readDayFile'
export { readRunners } from './files/readRunners'
export { readSetup } from './files/readSetup'
export { releaseDocument, type ReleaseDocument, type ReleaseProgress } from './spacing/releaseDocument'
export type { CaughtPair, Release } from './spacing/release'
export { featuresOf, type Circuit } from './geometry/circuit'
export { localFrame, toLocal, toLonLat, type LocalFrame } from './geometry/localMetres'
export { placeAt, sampleAtStation, sampleTrack, signedApart, stationsApart, valueAt, wrapStation, type Track } from './geometry/track'
export { nearestOnTrack } from './geometry/nearest'
export { cornersOf, isWithin, turnSign, type Corner } from './geometry/corners'
export {
  placeFeatures,
  runOffAt,
  type Kerb,
  type PlacedFeatures,
  type PlacedHazard,
  type PlacedLandmark,
  type RunOff,
} from './geometry/placedFeatures'
export { pathOf, type OffsetLine, type Path } from './line/path'
export { BRAKES_ON_MPS2, pointAt, type CornerPoint, type CornerPoints, type DrivenLine, type PointName } from './corners/cornerPoints'
export { sampleAtTime, stationAtTime } from './speed/atTime'
export { speedAlong, type SpeedTrace } from './speed/speedAlong'
export { coneOffset, type ComputedCone } from './cones/placeCones'
export { OUTSIDE_EDGE_M } from './cones/placeCones'
export { FULL_THROTTLE_SHARE } from './speed/throttle'
export { foundByPhrase } from './cones/foundBy'
export type { SolvedCorner } from './corners/solvedCorner'
export { markRemark } from './corners/markWords'
export { priorityReason } from './corners/priorityReason'
export { rankingReason } from './corners/ranking'
export { markPlan, type ConeRulesOfPlan, type MarkedPlan } from './plan/markPlan'
export { unitSets, wholeLength, type UnitSet } from './geometry/units'
export { solvePlan, type PlanInput, type PlanSolution } from './plan/solvePlan'
export { comparePlans, type ComparedCone, type SharedCost } from './plan/comparePlans'
export { isAnswered, readiness, unsafeCorners, type UnsafeCorner } from './plan/readiness'
export { priorityPhrases, suggestedSections, type Section } from './plan/sections'
export { wordingNames } from './calls/chooseCalls'
export { planDocument } from './plan/planDocument'
export { adviceFor, faultOf, faults, praiseName, praises, severityNames, type Fault, type Severity } from './faults/catalogue'
export {
  bestLap,
  crossings,
  expectedLapS,
  effectiveEntries,
  stintRecord,
  timedLaps,
  timeOf,
  tooShortForLapS,
  type LoggedFault,
  type StintRecord,
} from './stintLog/stintRecord'
export { THINGS_TO_WORK_ON, workOnFrom, type WorkOn } from './stintLog/workOn'
export { likelyFaults } from './stintLog/likelyFaults'
export { offeredFaults, type OfferedFault } from './stintLog/offeredFaults'
export { coneFinder, type Moved, type Cone } from './cones/coneEdits'
export { sectionFor } from './brief/sectionFor'
export { aimClash, aimFrom, cornerOfAim, aimsOffered, aimWords, type AimClash, type MarkOf } from './brief/aims'
export { cornerSteps, type CornerStep } from './brief/cornerSteps'
export { cornerByClock, lapOfCorner, type CornerPass } from './session/cornerByClock'
export { cornerHistories, type CornerHistory, type DayAtCorner } from './stintLog/cornerHistory'
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
export { callOptionsOf, type PlanCall } from './calls/callOptions'
export { planCalls, type PlanCallSheet } from './calls/planCalls'
export { defaultCalls } from './calls/defaultCalls'
export { placeWords } from './calls/placeWords'
export { defaultMeeting } from './brief/defaultMeeting'
export { isCovered, meetingItems, type MeetingItem } from './brief/meetingItems'
export { talkPaces, talkStationAt, talkThrough, talkTimeOf, talkTimes, type TalkPace, type TalkStep } from './brief/talkThrough'
export { gapLengthM, rotationTable, turnOfLap, type Turn } from './session/rotation'
export { carBar, releaseBar, stintBar } from './session/releaseBar'
export { stintClashes, stintTime, type StintClash, type TimedStint } from './session/stintClashes'
export { correctStreaks } from './session/correctStreaks'
export { nextCall } from './session/nextCall'
export { readCoded, type CodedEntry } from './session/codedEntry'
export { callInBy, carState, COOL_DOWN_SHARE, nextReleaseMs, type CarState } from './session/wallClock'
export {
  correctionsToAskAbout,
  followUps,
  isCalled,
  type CalledFollowUp,
  type FollowUp,
  type PassResult,
  type Verdict,
} from './stintLog/followUp'
export { severityOf, type MeasuredFault } from './faults/thresholds'
export { suggestSteps, type SuggestedStep } from './stintLog/suggestSteps'
export { LiveLaps, type LiveLap, type LivePlace } from './telemetry/liveLaps'
export { measuredAnswers, type FollowedCar, type MeasuredAnswer } from './telemetry/measuredAnswers'
export { measurableCodes, measuredPass, resultOfMeasured } from './telemetry/measuredPass'
export { groundGrip, isWet } from './runOff/groundGrip'
export { onOtherRoad, planForRoad, roadAt, roadFrom, roadOfPlan, suitsRoad, type OnOtherRoad } from './road/road'
export type { RoomTooFast } from './runOff/roomTooFast'
export type { RoomToBeWrong } from './runOff/roomToBeWrong'
export { doubleApexOffers } from './corners/doubleApex'
export type { GearChange } from './corners/gearChanges'
export { driveRound, stockTotals } from './cones/placingList'
export { fadeCalls } from './calls/fade'
export { lookTo } from './calls/eyes'
export { editLine, editableLine, type EditableLine, type EditedLine } from './line/handLine'
export { gripMapOf, usualLineOf, type UsualLine } from './line/gripMap'
export { knotSpacingFor } from './line/offsetBasis'
export type { OverEdge } from './line/overEdge'
export { whatIf, type OuterEdge, type TimePart, type WhatIfAnswer } from './whatIf/whatIf'
export type { Change, ChangeKind } from './whatIf/change'
export { whatIfOf } from './plan/whatIfOf'
export { LINE_SEARCH_VERSION } from './line/chooseLine'
export { knownFastest } from './line/knownFastest'
export { foundLineProblems } from './line/withinBounds'
export type { LateApexCorner, LineReport } from './plan/lineReport'
export { breaches, type Breach } from './timetable/breaches'
export type { Means } from './timetable/feasible'
export type { Milp, MilpAnswer, MilpSolver } from './timetable/milp'
export { makeTimetable, type NoTimetable, type Timetable } from './timetable/timetable'
export { costOf, wantsOf, type Want } from './timetable/wants'
export { changesOf, dayFileOf, endOfPlace, placesOf, plannedStints, withRulesOf, type Retold } from './timetable/ofSchool'
export { afterHappening, type GoesOn, type Happening } from './timetable/happening'
export { clockTimeOf, minutesOf } from './timetable/clock'
export { readLaps, type ColumnMeanings } from './files/readLaps'
export { writeLaps } from './files/writeLaps'
export { lapColumnChoices, lapHeaders, type OfferedColumn } from './files/lapHeaders'
export { channels, type Channel, type Recording } from './recording/recording'
export { packColumns, unpackColumns } from './recording/columns'
export { belongsTo, type Belongs, type RecordedTimes, type StintTimes } from './recording/belongsTo'
export { overviewOf, type Overview } from './recording/overview'
export { recordingOfSamples } from './recording/fromLive'
export { joined } from './recording/joined'
export type { LapFlaw, RecordedLap } from './recording/laps'
export {
  analyse,
  analysisOf,
  driveOn,
  isCompared,
  prioritiesOf,
  unsafeFaults,
  upTo,
  type AnalysedPass,
  type Analysis,
  type Priority,
} from './review/analysis'
export { behindOf, plannedTrace, tracesOf, type LapTrace } from './review/traces'
export { bestOfCorners, type BestOfCorners } from './review/bestOfCorners'
export { paceUsed, type PaceUsed } from './review/paceUsed'
export { runsOfCorners, type WorkRun } from './review/runsOfCorners'
export { adviceOn, evidenceFor, sizeWords } from './review/evidence'
export type { Finding } from './review/findings'
export { analysisDocument } from './debrief/analysisDocument'
export { recordedGood, recordedWork, workTogether, type RecordedWork } from './debrief/recordedWork'
export {
  groupDebrief,
  type CornerOfStudent,
  type GroupCorner,
  type GroupDebrief,
  type GroupFault,
  type GroupStudent,
} from './debrief/groupDebrief'
export { groupTime, type GroupCornerTime, type PassPart, type RecordedStudent } from './debrief/groupTime'
export { cornerPicture, type CornerPicture, type PictureMark, type PictureStrip } from './debrief/cornerPicture'
export type { FindableFault } from './review/limits'
export { bendOf, bends, FAST_OVER_M, TIGHT_UNDER_M } from './progress/bend'
export { skillNames, skillOf } from './progress/skillOf'
export { skillLevels, skillsOf, SLIPPING, STEADY_LAPS, type SkillLevel, type SkillPass, type SkillState } from './progress/skills'
export { skillEvidence, type ShowingStint } from './progress/skillEvidence'
export { comparedWith, lapsAgainstPlan, type LapsAgainstPlan } from './progress/lapsAgainstPlan'
export { certificateText } from './progress/certificate'
export { faultRate, rateChange } from './progress/faultRate'
export { correctionsSince, type CorrectionSince } from './progress/correctionsSince'
export { nextSteps, type LastStint, type NextSteps, type StandingMark } from './progress/nextSteps'
export { steppedPace } from './progress/paceStep'
export { schoolRecord } from './schoolRecord/schoolRecord'
export type { RecordedStint } from './schoolRecord/recordedStint'
